/** One sitting on the timeline: light, units, mixing, waits, what lies wet, and where nothing is painted. */
import { useRef } from "react";

import { Box, ButtonBase, getLuminance, useTheme, type Theme } from "@mui/material";

import { Hatching } from "./Hatching";
import { LightBand } from "./LightBand";
import type { Schedule, Sitting, SittingLight, Task } from "./queries";
import { clock, lanes, lengthOf, minutesWords, timeAt } from "./times";

const BLOCKS_PX = 74;
const LANE_PX = 4;
const MOST_LANES = 9;
const NUMBER_FROM_PX = 20;
const DRAG_FROM_PX = 5;

interface Props {
  schedule: Schedule;
  sitting: Sitting;
  /** Minutes after the schedule's begin at which the sitting begins. */
  begins: number;
  /** Minutes of the longest sitting: the width of every row. */
  longest: number;
  tasks: Task[];
  numberOf: (task: Task) => number;
  light: SittingLight | null;
  chosen: string | null;
  choose: (task: string | null) => void;
  /** The minute at which a dragged unit would begin here. */
  target: number | null;
  drag: { begin: (task: Task) => void; move: (x: number, y: number) => void; end: () => void };
}

export function TimelineRow(props: Props) {
  const { schedule, sitting, begins, longest, tasks, light, chosen, target } = props;
  const at = (minutes: number) => `${((minutes - begins) / longest) * 100}%`;
  const wide = (minutes: number) => `${(minutes / longest) * 100}%`;
  const length = lengthOf(sitting);
  const ids = new Set(tasks.map((task) => task.id));
  const wet = schedule.wet
    .filter((span) => ids.has(span.task))
    .map((span) => ({ ...span, from: span.from_min, to: Math.min(span.dry_min, begins + length) }));
  const rows = lanes(wet, MOST_LANES);
  const breaks = gaps(sitting, begins, length);
  const colourOf = (task: Task) => schedule.colours[task.piles[0] ?? ""];
  return (
    <Box
      data-sitting={sitting.id}
      sx={{
        position: "relative",
        borderBottom: 1,
        borderColor: "divider",
        pb: 0.5,
        minHeight: BLOCKS_PX + 22,
      }}
    >
      {light && <LightBand light={light} begins={sitting.begins} minutes={length} longest={longest} />}
      <Box sx={{ position: "relative", height: BLOCKS_PX, mt: 0.5 }}>
        <Box
          aria-hidden
          sx={{ position: "absolute", inset: 0, width: wide(length), bgcolor: "background.paper" }}
        />
        {breaks.map((gap) => (
          <Hatching
            key={gap.from}
            left={at(gap.from)}
            width={wide(gap.to - gap.from)}
            quiet
            title={gap.title}
          />
        ))}
        {tasks.map((task, place) => {
          const before = tasks[place - 1];
          const rests = before
            ? task.begins_min - before.ends_min - within(breaks, before.ends_min, task.begins_min)
            : 0;
          return (
            <span key={task.id}>
              {before && rests > 1 && (
                <Hatching
                  left={at(before.ends_min)}
                  width={wide(rests)}
                  title={`Wait ${minutesWords(rests)}${task.waits_for ? ` for ${task.waits_for}` : ""}`}
                />
              )}
              {task.kind === "mixing" ? (
                <Mixing
                  left={at(task.begins_min)}
                  width={wide(task.ends_min - task.begins_min)}
                  task={task}
                  colour={colourOf(task)}
                />
              ) : (
                <Block
                  {...props}
                  task={task}
                  left={at(task.begins_min)}
                  width={wide(task.ends_min - task.begins_min)}
                  colour={colourOf(task)}
                />
              )}
            </span>
          );
        })}
        {schedule.look_back_min
          .filter((minute) => minute > begins && minute <= begins + length)
          .map((minute) => (
            <Box
              key={minute}
              aria-hidden
              title="Stand back and look"
              sx={{
                position: "absolute",
                left: at(minute),
                top: -4,
                ml: "-5px",
                fontSize: 9,
                lineHeight: 1,
                color: "text.secondary",
              }}
            >
              ▼
            </Box>
          ))}
        {target !== null && (
          <Box
            aria-hidden
            sx={{
              position: "absolute",
              left: wide(target),
              top: -6,
              bottom: -6,
              width: 3,
              bgcolor: "text.primary",
            }}
          />
        )}
      </Box>
      <Box aria-hidden sx={{ position: "relative", height: rows.length * LANE_PX + 4, mt: 0.75 }}>
        {rows.map((row, lane) =>
          row.map((span) => (
            <Box key={span.task} sx={{ opacity: chosen === null || chosen === span.task ? 1 : 0.35 }}>
              <Box
                sx={{
                  position: "absolute",
                  top: lane * LANE_PX + 1,
                  left: at(span.from),
                  width: wide(Math.max(0, span.to - span.from)),
                  height: "1px",
                  bgcolor: "text.secondary",
                }}
              />
              <Box
                sx={{
                  position: "absolute",
                  top: lane * LANE_PX,
                  left: at(span.from),
                  width: wide(Math.max(0, Math.min(span.blends_until_min, span.to) - span.from)),
                  height: "3px",
                  bgcolor: "text.primary",
                }}
              />
            </Box>
          )),
        )}
      </Box>
    </Box>
  );
}

/** Minutes of breaks between two times. */
const within = (breaks: { from: number; to: number }[], from: number, to: number): number =>
  breaks.reduce((sum, gap) => sum + Math.max(0, Math.min(gap.to, to) - Math.max(gap.from, from)), 0);

/** Black or white, whichever can be read better on a colour: never under 4.5 to 1. */
const inkOn = (colour: string, { palette }: Theme): string =>
  getLuminance(colour) > 0.179 ? palette.common.black : palette.common.white;

/** Where a sitting holds no painting: setting out, breaks, what else there is, washing up. */
function gaps(sitting: Sitting, begins: number, length: number) {
  const edges = [begins, ...sitting.stretches.flat(), begins + length];
  const found = [];
  for (let place = 0; place < edges.length; place += 2) {
    const [from = begins, to = begins] = [edges[place], edges[place + 1]];
    const title =
      place === 0 ? "Setting out" : place === edges.length - 2 ? "Washing up" : "A break, or something else";
    if (to - from > 0.5) found.push({ from, to, title });
  }
  return found;
}

function Mixing({
  left,
  width,
  task,
  colour,
}: {
  left: string;
  width: string;
  task: Task;
  colour: string | undefined;
}) {
  return (
    <Box
      aria-hidden
      title={`Mix ${task.title}`}
      sx={{ position: "absolute", left, width, bottom: 4, display: "grid", placeItems: "center" }}
    >
      <Box
        sx={{
          width: 9,
          height: 9,
          borderRadius: "50%",
          bgcolor: colour,
          border: 1,
          borderColor: "text.secondary",
        }}
      />
    </Box>
  );
}

/** A unit, an own unit or a job: chosen by a tap, dragged to another time. */
function Block(props: Props & { task: Task; left: string; width: string; colour: string | undefined }) {
  const { task, left, width, colour, schedule, chosen, choose, drag, numberOf, longest } = props;
  const theme = useTheme();
  const from = useRef<{ x: number; y: number; dragging: boolean } | null>(null);
  const time = clock(timeAt(schedule, task.begins_min), schedule.zone);
  const minutes = task.ends_min - task.begins_min;
  const coat = task.coat > 1 ? `, coat ${task.coat}` : "";
  const isChosen = chosen === task.id;
  return (
    <ButtonBase
      data-task={task.id}
      tabIndex={isChosen || (chosen === null && numberOf(task) === 1) ? 0 : -1}
      aria-label={`Unit ${numberOf(task)} ${task.title}${coat}, at ${time}, ${minutesWords(minutes)}`}
      aria-pressed={isChosen}
      title={`${time} ${task.title}${coat}`}
      onClick={() => choose(isChosen ? null : task.id)}
      onPointerDown={(event) => {
        from.current = { x: event.clientX, y: event.clientY, dragging: false };
        event.currentTarget.setPointerCapture(event.pointerId);
      }}
      onPointerMove={(event) => {
        const start = from.current;
        if (!start || task.kind === "job") return;
        const away = Math.hypot(event.clientX - start.x, event.clientY - start.y);
        if (!start.dragging && away > DRAG_FROM_PX) {
          start.dragging = true;
          drag.begin(task);
        }
        if (start.dragging) drag.move(event.clientX, event.clientY);
      }}
      onPointerUp={() => {
        if (from.current?.dragging) drag.end();
        from.current = null;
      }}
      onPointerCancel={() => {
        from.current = null;
        drag.end();
      }}
      sx={{
        position: "absolute",
        left,
        width,
        top: 0,
        height: BLOCKS_PX - 14,
        minWidth: 4,
        bgcolor: colour ?? "background.default",
        color: colour ? inkOn(colour, theme) : "text.primary",
        border: 1,
        borderColor: isChosen ? "text.primary" : "divider",
        outline: isChosen ? "3px solid" : "none",
        outlineColor: theme.palette.text.primary,
        zIndex: isChosen ? 1 : 0,
        fontSize: 14,
        fontFamily: theme.typography.fontFamily,
        flexDirection: "column",
        "& .title": { display: "none" },
        "@container (min-width: 74px)": { "& .title": { display: "-webkit-box" } },
        overflow: "hidden",
        touchAction: "none",
        containerType: "size",
      }}
    >
      <Box component="span" sx={{ fontWeight: 650 }}>
        {minutes / longest > NUMBER_FROM_PX / 800 ? numberOf(task) : ""}
      </Box>{" "}
      <Box
        component="span"
        className="title"
        sx={{
          fontSize: 12,
          lineHeight: 1.2,
          px: 0.5,
          overflow: "hidden",
          WebkitLineClamp: 2,
          WebkitBoxOrient: "vertical",
        }}
      >
        {task.title}
      </Box>
    </ButtonBase>
  );
}
