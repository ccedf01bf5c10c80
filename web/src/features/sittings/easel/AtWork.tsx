/** A sitting under way: the picture, the unit in hand, what is wet, the piles, what comes next, and the taps that lead on. */
import { useCallback, useState } from "react";

import { Alert, Box, Snackbar, ToggleButton, ToggleButtonGroup, Typography } from "@mui/material";
import { useNavigate } from "react-router";

import { Actions } from "./Actions";
import { AgainDialog } from "./AgainDialog";
import { isFresh, lastDone } from "./apply";
import { Cautions } from "./Cautions";
import { toldOf } from "./clocks";
import { useScreenOn } from "./device";
import { EaselPicture, PLAIN, type Looks } from "./EaselPicture";
import { Found } from "./Found";
import { Head } from "./Head";
import { Ladder } from "./Ladder";
import { LookBar } from "./LookBar";
import { MoreDialog } from "./MoreDialog";
import { NoteDialog } from "./NoteDialog";
import { Notices } from "./Notices";
import { PilesPanel } from "./PilesPanel";
import type { Course, ListedTask, TakenList } from "./queries";
import { StopDialog } from "./StopDialog";
import { Strip } from "./Strip";
import { UnitCard } from "./UnitCard";
import type { Easel } from "./useAtEasel";
import { useKeys } from "./useKeys";
import { useSigns } from "./useSigns";
import { WetPanel } from "./WetPanel";
import { titleOf } from "./words";

type Panel = "unit" | "wet" | "piles";
type Asking = "stop" | "note" | "more" | "again" | null;

interface Props {
  easel: Easel;
  list: TakenList;
  course: Course;
  painting: number;
  now: number;
  surround: string;
  nextSurround: () => void;
  /** Why the page does not work without the network; empty where it does. */
  offline: string;
}

export function AtWork({ easel, list, course, painting, now, surround, nextSurround, offline }: Props) {
  const { at } = easel;
  const navigate = useNavigate();
  const [chosen, setChosen] = useState<string | null>(null);
  const [panel, setPanel] = useState<Panel>("unit");
  const [asking, setAsking] = useState<Asking>(null);
  const [looks, setLooks] = useState<Looks>(PLAIN);
  const [spot, setSpot] = useState<{ x: number; y: number } | null>(null);
  const [hasSound, setSound] = useState(false);
  const sign = useSigns(list, course, now, hasSound);
  const dark = useScreenOn(true);
  const fresh = isFresh(course) && list.cautions.length > 0;
  const shownId = chosen ?? course.current;
  const task = list.tasks.find((one) => one.id === shownId) ?? null;
  const state = task ? (course.tasks[task.id]?.state ?? "to do") : "to do";
  const wet = course.clocks.filter((clock) =>
    ["open", "closing", "drying"].includes(toldOf(clock, now, list.rules).phase),
  );

  const show = useCallback((id: string | null) => {
    setChosen(id);
    setPanel("unit");
    setSpot(null);
  }, []);
  const act = (kind: "start" | "done" | "skip", one: ListedTask) => {
    show(null);
    void at.act(kind, { task: one.id });
  };
  const primary = () => {
    if (!task) return;
    if (state === "at it") act("done", task);
    else if (state === "done" || state === "skipped") show(null);
    else act("start", task);
  };
  const back = () => {
    const last = lastDone(list, course);
    if (!last) return;
    show(null);
    void at.act("back", { task: last.id });
  };
  useKeys({ primary, back, pause: () => state === "at it" && void at.act("pause"), isOff: asking !== null });

  return (
    <Box
      component="main"
      sx={{
        height: "100dvh",
        display: "grid",
        gap: 1,
        p: 1,
        gridTemplateColumns: { xs: "minmax(0,1fr)", md: "minmax(0,1.2fr) minmax(400px,1fr)" },
        gridTemplateRows: {
          xs: "auto minmax(0,0.6fr) auto minmax(0,1fr) auto",
          md: "auto minmax(0,1fr) auto auto",
        },
        gridTemplateAreas: {
          xs: '"head" "picture" "looks" "card" "strip"',
          md: '"head head" "picture card" "looks card" "strip strip"',
        },
      }}
    >
      <Head
        {...{ easel, list, course, now, surround, nextSurround, hasSound, setSound }}
        toDesk={() => void navigate(`/paintings/${painting}/sittings`)}
        stop={() => setAsking("stop")}
      />
      <Box
        sx={{
          gridArea: "picture",
          position: "relative",
          minHeight: 0,
          display: "grid",
          gridTemplateColumns: "minmax(0,1fr) auto",
          gap: 1,
        }}
      >
        <EaselPicture {...{ list, course, task, looks, now }} stages={easel.easel!.stages} onTap={setSpot} />
        <Ladder list={list} />
        {spot && <Found list={list} at={spot} show={show} close={() => setSpot(null)} />}
      </Box>
      <Box sx={{ gridArea: "looks", minWidth: 0 }}>
        <LookBar looks={looks} change={setLooks} observed={list.observed} />
      </Box>

      <Box
        sx={{
          gridArea: "card",
          minHeight: 0,
          display: "grid",
          gridTemplateRows: "auto minmax(0,1fr) auto",
          bgcolor: "background.paper",
        }}
      >
        <ToggleButtonGroup
          exclusive
          fullWidth
          value={panel}
          onChange={(_, to: Panel | null) => to && setPanel(to)}
          aria-label="What is told"
        >
          <ToggleButton value="unit">Unit</ToggleButton>
          <ToggleButton value="wet">Wet {wet.length || ""}</ToggleButton>
          <ToggleButton value="piles">Piles {Object.keys(course.piles).length || ""}</ToggleButton>
        </ToggleButtonGroup>
        <Box
          sx={{ overflow: "auto", p: 2, containerType: "inline-size" }}
          tabIndex={0}
          role="region"
          aria-label="Told"
        >
          <Notices easel={easel} device={[dark, offline]} />
          {fresh && (
            <Alert severity="warning" sx={{ mb: 1.5 }}>
              Read the cautions below before you begin.
            </Alert>
          )}
          {panel === "unit" && task && <UnitCard {...{ list, course, task, now }} />}
          {panel === "unit" && !task && (
            <Typography variant="h1">Everything on the list is painted.</Typography>
          )}
          {panel === "unit" && fresh && <Cautions list={list} />}
          {panel === "wet" && (
            <WetPanel
              {...{ list, course, now }}
              mist={(id) => void at.act("mist", { task: id })}
              retard={(id) => void at.act("retard", { task: id })}
              dry={(id) => void at.act("dry", { task: id })}
            />
          )}
          {panel === "piles" && (
            <PilesPanel
              {...{ list, course, now }}
              leave={(pile, ml) => void at.act("left", { pile, ml })}
              cover={(pile, isCovered) => void at.act(isCovered ? "cover" : "uncover", { pile })}
              astray={(pile) => void at.act("astray", { pile })}
            />
          )}
        </Box>
        {task && (
          <Actions
            state={state}
            canGoBack={lastDone(list, course) !== null}
            {...{ primary, back }}
            pause={() => void at.act("pause")}
            skip={() => act("skip", task)}
            again={() => setAsking("again")}
            note={() => setAsking("note")}
            more={() => setAsking("more")}
          />
        )}
      </Box>

      <Box sx={{ gridArea: "strip", minWidth: 0 }}>
        <Strip
          list={list}
          course={course}
          shown={shownId}
          show={(id) => show(id === course.current ? null : id)}
        />
      </Box>

      {asking === "stop" && (
        <StopDialog
          {...{ list, course, now }}
          next={easel.easel!.next_sitting}
          close={() => setAsking(null)}
          stop={(note, wiped) => {
            setAsking(null);
            void (async () => {
              if (note) await at.act("note", { text: note });
              if (wiped !== null && wiped > 0) await at.act("wiped", { ml: wiped });
              await at.act("cover");
              await at.act("stop");
            })();
          }}
        />
      )}
      {asking === "note" && (
        <NoteDialog
          about={task ? titleOf(task) : "This sitting"}
          close={() => setAsking(null)}
          keep={(text, photo) => {
            setAsking(null);
            void at.act("note", {
              text,
              ...(task ? { task: task.id } : {}),
              ...(photo ? { file: photo } : {}),
            });
          }}
        />
      )}
      {asking === "again" && task && (
        <AgainDialog
          task={task}
          close={() => setAsking(null)}
          again={(why) => {
            setAsking(null);
            show(null);
            void at.act("back", { task: task.id, text: why });
          }}
        />
      )}
      {asking === "more" && task && (
        <MoreDialog
          {...{ list, course, task, painting }}
          act={(kind, more) => {
            setAsking(null);
            void at.act(kind, more);
          }}
          close={() => setAsking(null)}
        />
      )}
      <Snackbar open={sign !== ""} message={sign} anchorOrigin={{ vertical: "top", horizontal: "center" }} />
    </Box>
  );
}
