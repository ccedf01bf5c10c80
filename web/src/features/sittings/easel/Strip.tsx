/** The rest of the sitting as a strip: what was just done, what is in hand, what comes next. */
import { useEffect, useRef } from "react";

import { Box, ButtonBase, Typography } from "@mui/material";

import type { Course, ListedTask, TakenList } from "./queries";
import { pileOf, titleOf } from "./words";

interface Props {
  list: TakenList;
  course: Course;
  shown: string | null;
  show: (task: string) => void;
}

const BEFORE = 2;
const MOST = 40;

/** The tasks in sight: those done last, what is in hand, what is still to do, and what was left out. */
export function inSight(
  list: Pick<TakenList, "tasks">,
  course: Pick<Course, "tasks" | "current">,
): ListedTask[] {
  const of = (...states: string[]) =>
    list.tasks.filter((task) => states.includes(course.tasks[task.id]?.state ?? "to do"));
  const doneAt = (task: ListedTask) => Date.parse(course.tasks[task.id]?.done_at ?? "");
  const done = of("done").sort((one, other) => doneAt(one) - doneAt(other));
  const open = of("to do", "at it", "paused");
  const inHand = open.filter((task) => task.id === course.current);
  const coming = open.filter((task) => task.id !== course.current);
  return [...done.slice(-BEFORE), ...inHand, ...coming.slice(0, MOST), ...of("skipped")];
}

const STATE: Record<string, string> = {
  "to do": "",
  "at it": "in hand",
  paused: "paused",
  done: "done ✓",
  skipped: "left out",
};

export function Strip({ list, course, shown, show }: Props) {
  const ref = useRef<HTMLDivElement>(null);
  const { current } = course;
  const now = list.tasks.find((task) => task.id === current)?.sitting ?? 0;
  useEffect(() => {
    const one = current && ref.current?.querySelector<HTMLElement>('[aria-current="step"]');
    if (one && ref.current) ref.current.scrollLeft = one.offsetLeft - ref.current.offsetLeft - 120;
  }, [current]);
  return (
    <Box
      ref={ref}
      role="group"
      aria-label="What comes next"
      sx={{ display: "flex", gap: 1, overflowX: "auto", position: "relative", p: 0.5 }}
    >
      {inSight(list, course).map((task) => {
        const pile = pileOf(list, task);
        const state = course.tasks[task.id]?.state ?? "to do";
        return (
          <ButtonBase
            key={task.id}
            onClick={() => show(task.id)}
            aria-current={task.id === current ? "step" : undefined}
            aria-pressed={task.id === shown}
            sx={{
              flex: "none",
              width: 232,
              height: 84,
              p: 1,
              gap: 1,
              justifyContent: "flex-start",
              textAlign: "left",
              bgcolor: "background.paper",
              outline: task.id === shown ? "3px solid" : "1px solid",
              outlineColor: task.id === shown ? "text.primary" : "divider",
              outlineOffset: -1,
            }}
          >
            {pile && (
              <Box sx={{ bgcolor: "mat", p: 0.5, flex: "none" }}>
                <Box sx={{ width: 30, height: 52, bgcolor: pile.dry }} />
              </Box>
            )}
            <Box sx={{ minWidth: 0 }}>
              <Typography
                component="span"
                sx={{
                  display: "-webkit-box",
                  WebkitLineClamp: 2,
                  WebkitBoxOrient: "vertical",
                  overflow: "hidden",
                  lineHeight: 1.15,
                }}
              >
                {titleOf(task)}
              </Typography>
              <Typography
                component="span"
                color="text.secondary"
                sx={{ display: "block", whiteSpace: "nowrap" }}
              >
                {STATE[state] || `${Math.max(1, Math.round(task.minutes))} min`}
                {state === "to do" && now > 0 && (task.sitting ?? 0) > now && ", later sitting"}
              </Typography>
            </Box>
          </ButtonBase>
        );
      })}
    </Box>
  );
}
