/** At the easel: the application leads through a sitting. Made for a tablet at arm's length and one hand that is wet. */
import { useCallback, useEffect, useMemo, useRef, useState } from "react";

import {
  Alert,
  Box,
  Button,
  Snackbar,
  Stack,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from "@mui/material";
import { useNavigate } from "react-router";

import { saveText } from "../../../shared/api/download";
import { Failed, Loading } from "../../../shared/ui/States";
import { SIGN, sound, unlockSound } from "./alarm";
import { Cautions } from "./Cautions";
import { toldOf, turned } from "./clocks";
import { useOffline, useScreenOn } from "./device";
import { EaselPicture, PLAIN, type Looks } from "./EaselPicture";
import { Found } from "./Found";
import { Ladder } from "./Ladder";
import { LookBar } from "./LookBar";
import { MoreDialog } from "./MoreDialog";
import { NoteDialog } from "./NoteDialog";
import { Opening } from "./Opening";
import { PilesPanel } from "./PilesPanel";
import type { Course, ListedTask, TakenList } from "./queries";
import { StopDialog } from "./StopDialog";
import { Strip } from "./Strip";
import { UnitCard } from "./UnitCard";
import { useAtEasel, useNow, type Easel } from "./useAtEasel";
import { WetPanel } from "./WetPanel";
import { clockWords, minutesLeft, titleOf } from "./words";

interface Props {
  painting: number;
  /** The surround: its name, and what changes it. */
  surround: string;
  nextSurround: () => void;
}

export function EaselPage({ painting, surround, nextSurround }: Props) {
  const easel = useAtEasel(painting);
  const now = useNow(easel.at);
  const offline = useOffline(picturesOf(easel));
  if (easel.phase === "loading") return <Loading what="the easel" />;
  if (easel.phase === "failed") return <Failed error={easel.error} again={() => void easel.at.look()} />;
  const { list, course } = easel;
  const sitting = course?.sittings.at(-1);
  const title = <title>{`At the easel: ${easel.easel!.title} · Ypsochrom`}</title>;
  if (!list || !course || !sitting || sitting.ended)
    return (
      <Box sx={{ height: "100dvh", overflow: "auto" }}>
        {title}
        <Opening
          easel={easel}
          painting={painting}
          now={now}
          open={() => {
            unlockSound();
            return easel.at.open();
          }}
        />
      </Box>
    );
  return (
    <>
      {title}
      <AtWork {...{ easel, list, course, painting, now, surround, nextSurround, offline }} />
    </>
  );
}

type Panel = "unit" | "wet" | "piles";
type Asking = "stop" | "note" | "more" | null;

interface WorkProps extends Props {
  easel: Easel;
  list: TakenList;
  course: Course;
  now: number;
  /** Why the page does not work without the network; empty where it does. */
  offline: string;
}

const picturesOf = ({ list, easel }: Easel): string[] =>
  list ? [list.reference_url, list.parts_url, list.steps_url, ...Object.values(easel?.stages ?? {})] : [];

function AtWork({ easel, list, course, painting, now, surround, nextSurround, offline }: WorkProps) {
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
  const sitting = course.sittings.at(-1)!;
  const shownId = chosen ?? course.current;
  const task = list.tasks.find((one) => one.id === shownId) ?? null;
  const state = task ? (course.tasks[task.id]?.state ?? "to do") : "to do";
  const wet = course.clocks.filter((clock) =>
    ["open", "closing", "drying"].includes(toldOf(clock, now).phase),
  );

  const show = useCallback((id: string | null) => {
    setChosen(id);
    setPanel("unit");
    setSpot(null);
  }, []);
  const start = (one: ListedTask) => {
    show(null);
    void at.act("start", { task: one.id });
  };
  const finish = (one: ListedTask) => {
    show(null);
    void at.act("done", { task: one.id });
  };
  const primary = () => {
    if (!task) return;
    if (state === "at it") finish(task);
    else if (state === "done" || state === "skipped") show(null);
    else start(task);
  };
  const back = () => {
    const last = lastDone(list, course);
    if (last) {
      show(null);
      void at.act("back", { task: last.id });
    }
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
          xs: "auto minmax(0,0.85fr) auto minmax(0,1fr) auto",
          md: "auto minmax(0,1fr) auto auto",
        },
        gridTemplateAreas: {
          xs: '"head" "picture" "looks" "card" "strip"',
          md: '"head head" "picture card" "looks card" "strip strip"',
        },
      }}
    >
      <Stack direction="row" sx={{ gridArea: "head", alignItems: "center", gap: 1, flexWrap: "wrap" }}>
        <Box sx={{ flex: 1, minWidth: 220 }}>
          <Typography sx={{ fontWeight: 680 }}>
            Sitting {sitting.number}, {minutesLeft(now - Date.parse(sitting.opened))}
            {easel.easel?.light && ` · light holds until ${clockWords(easel.easel.light.until, list.zone)}`}
          </Typography>
          <Typography color="text.secondary" noWrap>
            {clockWords(now, list.zone)} · {sendWords(easel)}
            {passesLeft(list, course)}
          </Typography>
        </Box>
        <Button variant="outlined" onClick={nextSurround} aria-label={`Surround: ${surround}. Change it`}>
          {surround}
        </Button>
        <Button
          variant="outlined"
          aria-pressed={hasSound}
          onClick={() => setSound((was) => !was && unlockSound())}
        >
          {hasSound ? "Sound on" : "Sound off"}
        </Button>
        <Button variant="outlined" onClick={() => void navigate(`/paintings/${painting}/sittings`)}>
          Desk
        </Button>
        <Button variant="contained" onClick={() => setAsking("stop")}>
          I must stop now
        </Button>
      </Stack>

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
          {isFresh(course) && <Cautions list={list} />}
          {panel === "unit" && task && <UnitCard {...{ list, course, task, now }} />}
          {panel === "unit" && !task && (
            <Typography variant="h1">Everything on the list is painted.</Typography>
          )}
          {panel === "wet" && (
            <WetPanel
              {...{ list, course, now }}
              mist={(id) => void at.act("mist", { task: id })}
              retard={(id) => void at.act("retard", { task: id })}
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
          <Stack direction="row" sx={{ gap: 1, p: 1, flexWrap: "wrap" }}>
            <Button variant="contained" onClick={primary} sx={{ flex: 2, minHeight: 72 }}>
              {PRIMARY[state]}
            </Button>
            {state === "at it" ? (
              <Button variant="outlined" onClick={() => void at.act("pause")} sx={{ flex: 1 }}>
                Pause
              </Button>
            ) : state === "done" || state === "skipped" ? (
              <Button
                variant="outlined"
                onClick={() => {
                  show(null);
                  void at.act("back", { task: task.id });
                }}
                sx={{ flex: 1 }}
              >
                Do it again
              </Button>
            ) : (
              <Button
                variant="outlined"
                onClick={() => {
                  show(null);
                  void at.act("skip", { task: task.id });
                }}
                sx={{ flex: 1 }}
              >
                Skip
              </Button>
            )}
            <Button variant="outlined" onClick={back} disabled={!lastDone(list, course)} sx={{ flex: 1 }}>
              Back
            </Button>
            <Button variant="outlined" onClick={() => setAsking("note")} sx={{ flex: 1 }}>
              Note
            </Button>
            <Button variant="outlined" onClick={() => setAsking("more")} sx={{ flex: 1 }}>
              More
            </Button>
          </Stack>
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
          stop={(note) => {
            setAsking(null);
            void (async () => {
              if (note) await at.act("note", { text: note });
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

const PRIMARY: Record<string, string> = {
  "to do": "Start",
  paused: "Go on",
  "at it": "Done",
  done: "To what is next",
  skipped: "To what is next",
};

const sendWords = ({ waiting, isOnline }: Easel): string => {
  if (!isOnline) return `no network${waiting ? `: ${waiting} kept here` : ", all is kept"}`;
  return waiting ? "sending" : "all kept";
};

/** Few passes are counted down, as on site. */
const FEW_PASSES = 4;
function passesLeft(list: TakenList, course: Course): string {
  const open = new Set<number>();
  const all = new Set<number>();
  for (const task of list.tasks) {
    if (task.kind !== "unit" || !task.pass_number) continue;
    all.add(task.pass_number);
    if (!["done", "skipped"].includes(course.tasks[task.id]?.state ?? "to do")) open.add(task.pass_number);
  }
  if (all.size > FEW_PASSES) return "";
  return ` · ${open.size === 0 ? "all passes done" : open.size === 1 ? "the last pass" : `${open.size} passes to go`}`;
}

/** The task that was done or left out last. */
function lastDone(list: TakenList, course: Course): ListedTask | null {
  let last: ListedTask | null = null;
  for (const task of list.tasks) {
    const at = course.tasks[task.id]?.done_at;
    if (at && (!last || Date.parse(at) > Date.parse(course.tasks[last.id]!.done_at!))) last = task;
  }
  return last;
}

interface Keys {
  primary: () => void;
  back: () => void;
  pause: () => void;
  isOff: boolean;
}

/** A foot pedal sends page keys: down goes on, up goes back; P pauses. */
function useKeys({ primary, back, pause, isOff }: Keys) {
  const now = useRef({ primary, back, pause });
  useEffect(() => {
    now.current = { primary, back, pause };
  });
  useEffect(() => {
    if (isOff) return undefined;
    const keys = (event: KeyboardEvent) => {
      if (event.target instanceof HTMLElement && event.target.closest("input, textarea")) return;
      if (event.repeat || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === "PageDown") now.current.primary();
      else if (event.key === "PageUp") now.current.back();
      else if (event.key === "p") now.current.pause();
      else return;
      event.preventDefault();
    };
    window.addEventListener("keydown", keys);
    return () => window.removeEventListener("keydown", keys);
  }, [isOff]);
}

/** Nothing has been done in this sitting yet. */
const isFresh = (course: Course): boolean =>
  course.sittings.at(-1)?.worked_s === 0 && Object.values(course.tasks).every((one) => one.state !== "at it");

const SIGN_MS = 12_000;

/** What has just come into another phase, told for a while, with a sound if the painter wants it. */
function useSigns(list: TakenList, course: Course, now: number, hasSound: boolean): string {
  const [sign, setSign] = useState({ words: "", at: 0 });
  const before = useRef(now);
  const titles = useMemo(() => new Map(list.tasks.map((task) => [task.id, titleOf(task)])), [list]);
  useEffect(() => {
    const some = turned(course.clocks, before.current, now).find(({ phase }) => SIGN[phase]);
    before.current = now;
    if (!some) return;
    if (hasSound) sound(some.phase);
    setSign({ words: `${titles.get(some.clock.task) ?? "Paint"}: ${SIGN[some.phase]}`, at: now });
  }, [course.clocks, now, hasSound, titles]);
  return now - sign.at < SIGN_MS ? sign.words : "";
}

function Notices({ easel, device }: { easel: Easel; device: string[] }) {
  return (
    <>
      {easel.easel?.plan === "changed" && (
        <Alert
          severity="info"
          sx={{ mb: 1.5 }}
          action={
            <Button color="inherit" onClick={() => void easel.at.takeNewPlan()}>
              Take it
            </Button>
          }
        >
          The plan at the desk has changed. You go on with the one you have until you take it.
        </Alert>
      )}
      {[...easel.notices, ...device.filter(Boolean)].map((notice) => (
        <Alert key={notice} severity="info" sx={{ mb: 1.5 }}>
          {notice}
        </Alert>
      ))}
      {easel.refused.length > 0 && (
        <Button
          variant="outlined"
          sx={{ mb: 1.5 }}
          onClick={() => {
            saveText(easel.refused.map((act) => JSON.stringify(act)).join("\n"), "acts.jsonl");
            easel.at.forgetRefused();
          }}
        >
          Save them as a file
        </Button>
      )}
    </>
  );
}
