/**
 * The plan on the clock: a row for every sitting, in it the units in the colours of their piles, what is waited for, and below them
 * what lies wet. Units are dragged to another time, whole sittings by their handle; arrows go from unit to unit.
 */
import { useMemo, useRef, useState } from "react";

import { Box, Typography } from "@mui/material";

import type { Schedule, SittingLight, Task } from "./queries";
import { day, lengthOf, minutesAt, minutesWords, snapped, tasksOf, timeAt } from "./times";
import { SittingHead } from "./SittingHead";
import { TimelineRow } from "./TimelineRow";

interface Props {
  schedule: Schedule;
  light: SittingLight[];
  /** The chosen task and sitting (number from 1). */
  chosen: string | null;
  sitting: number | null;
  choose: (task: string | null) => void;
  chooseSitting: (number: number) => void;
  /** A sitting (number) was dragged to so many minutes later, or earlier below 0. */
  moveSitting: (number: number, by: number) => void;
  /** A unit was dragged into a sitting (id), so many minutes after it begins. */
  moveUnit: (unit: string, sitting: string, minute: number) => void;
}

const HEAD_PX = 128;

export function Timeline(props: Props) {
  const { light, chosen, sitting, choose, chooseSitting, moveSitting, moveUnit } = props;
  const [dragged, setDragged] = useState<{
    task: Task;
    over: { sitting: string; minute: number } | null;
    /** What is dragged over stays as it is: a better schedule that comes meanwhile would take the unit out of the hand. */
    schedule: Schedule;
  } | null>(null);
  const schedule = dragged?.schedule ?? props.schedule;
  const longest = Math.max(...schedule.sittings.map(lengthOf));
  const rows = useRef<HTMLDivElement>(null);
  const order = useMemo(() => schedule.tasks.filter((task) => task.kind !== "mixing"), [schedule]);

  /** Where a pointer is: the sitting it is over, and the minute in it. */
  const placeAt = (x: number, y: number) => {
    const row = [...(rows.current?.querySelectorAll<HTMLElement>("[data-sitting]") ?? [])].find((one) => {
      const box = one.getBoundingClientRect();
      return y >= box.top && y <= box.bottom;
    });
    if (!row) return null;
    const box = row.getBoundingClientRect();
    return { sitting: row.dataset.sitting!, minute: snapped(((x - box.left) / box.width) * longest) };
  };
  const keys = (event: React.KeyboardEvent) => {
    const by = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
    if (!by) return;
    event.preventDefault();
    // keys can come faster than they are drawn: what has the focus is ahead of what is chosen
    const focused = (event.target as HTMLElement).closest<HTMLElement>("[data-task]")?.dataset.task;
    const at = order.findIndex((task) => task.id === (focused ?? chosen));
    const next = order[Math.min(order.length - 1, Math.max(0, at + by))];
    if (!next) return;
    choose(next.id);
    rows.current?.querySelector<HTMLElement>(`[data-task="${CSS.escape(next.id)}"]`)?.focus();
  };

  return (
    <Box
      ref={rows}
      role="group"
      aria-label="The sittings on the clock"
      onKeyDown={keys}
      sx={{ px: 2, pb: 3, overflowY: "auto", height: "100%", touchAction: "pan-y" }}
    >
      <Hours longest={longest} />
      {schedule.sittings.map((one, place) => {
        const number = place + 1;
        const begins = minutesAt(schedule, one.begins);
        const tasks = tasksOf(schedule, number);
        const units = tasks.filter((task) => task.kind !== "mixing").length;
        return (
          <Box
            key={one.id}
            component="section"
            aria-label={`Sitting ${number}, ${day(timeAt(schedule, begins), schedule.zone)}`}
            sx={{ display: "grid", gridTemplateColumns: `${HEAD_PX}px minmax(0,1fr)`, mt: 1.5 }}
          >
            <SittingHead
              sitting={one}
              zone={schedule.zone}
              units={units}
              isChosen={sitting === number}
              choose={() => chooseSitting(number)}
              move={(by) => moveSitting(number, by)}
            />
            <TimelineRow
              schedule={schedule}
              sitting={one}
              begins={begins}
              longest={longest}
              tasks={tasks}
              numberOf={(task) => order.indexOf(task) + 1}
              light={light.find((lit) => lit.number === number) ?? null}
              chosen={chosen}
              choose={choose}
              target={dragged?.over?.sitting === one.id ? dragged.over.minute : null}
              drag={{
                begin: (task) => setDragged({ task, over: null, schedule }),
                move: (x, y) => setDragged((now) => now && { ...now, over: placeAt(x, y) }),
                end: () => {
                  if (dragged?.over)
                    moveUnit(dragged.task.subject, dragged.over.sitting, dragged.over.minute);
                  setDragged(null);
                },
              }}
            />
          </Box>
        );
      })}
      {dragged?.over && (
        <Typography role="status" sx={{ mt: 1 }}>
          Let go to begin it{" "}
          {dragged.over.minute === 0
            ? "with this sitting or later"
            : `${minutesWords(dragged.over.minute)} into this sitting or later`}
          .
        </Typography>
      )}
      <Legend hasLight={light.length > 0} />
    </Box>
  );
}

/** Hours since a sitting begins, over all rows. */
function Hours({ longest }: { longest: number }) {
  const step = longest > 300 ? 60 : 30;
  const marks = Array.from({ length: Math.floor(longest / step) + 1 }, (_, place) => place * step);
  return (
    <Box
      aria-hidden
      sx={{
        position: "sticky",
        top: 0,
        zIndex: 2,
        bgcolor: "background.default",
        ml: `${HEAD_PX}px`,
        height: 26,
      }}
    >
      {marks.map((minute) => (
        <Typography
          key={minute}
          variant="caption"
          color="text.secondary"
          sx={{
            position: "absolute",
            whiteSpace: "nowrap",
            left: `${(minute / longest) * 100}%`,
            transform: minute === 0 ? "none" : minute >= longest ? "translateX(-100%)" : "translateX(-50%)",
          }}
        >
          {minute === 0 ? "begin" : minute % 60 ? `${Math.floor(minute / 60) || ""}½ h` : `${minute / 60} h`}
        </Typography>
      ))}
    </Box>
  );
}

function Legend({ hasLight }: { hasLight: boolean }) {
  return (
    <Typography variant="caption" color="text.secondary" component="p" sx={{ mt: 2, ml: `${HEAD_PX}px` }}>
      A block is a unit in the colour of its pile, a dot a pile being mixed, hatching a wait, a triangle a
      moment to stand back. Lines below: thick while what was laid still blends, thin until it can be painted
      over.
      {hasLight && " The band above is the light: it ends in a mark where it no longer holds."} Drag a unit to
      another time, or a sitting by its name to left and right; the rest follows.
    </Typography>
  );
}
