/** Everything that is wet: what blends and for how long, what dries and until when, and what buys more time. */
import { Box, Button, Stack, Typography } from "@mui/material";

import { byUrgency, toldOf, type Phase } from "./clocks";
import { Mark } from "./ClockRings";
import type { Clock, Course, TakenList } from "./queries";
import { clockWords, minutesLeft, titleOf } from "./words";

const WORDS: Record<Phase, string> = {
  open: "blends until",
  closing: "stops blending at",
  drying: "takes a coat from",
  coatable: "takes a coat now; a glaze from",
  dry: "dry",
};

interface Props {
  list: TakenList;
  course: Course;
  now: number;
  mist: (task: string) => void;
  /** It was found dry to the touch. */
  dry: (task: string) => void;
  retard: (task: string) => void;
}

export function WetPanel({ list, course, now, mist, retard, dry }: Props) {
  const clocks = byUrgency(course.clocks, now, list.rules);
  const { temperature_c, humidity_pct } = course.climate;
  return (
    <Stack sx={{ gap: 2 }}>
      <Typography variant="h1">{clocks.length === 0 ? "Nothing is wet" : "Wet now"}</Typography>
      <Typography color="text.secondary">
        In air of {temperature_c} °C and {humidity_pct} %.
      </Typography>
      {clocks.map((clock) => (
        <WetCoat key={clock.task} {...{ list, course, clock, now, mist, retard, dry }} />
      ))}
    </Stack>
  );
}

function WetCoat({ list, course, clock, now, mist, retard, dry }: Props & { clock: Clock }) {
  const task = list.tasks.find((one) => one.id === clock.task);
  const { phase, until, left } = toldOf(clock, now, list.rules);
  const minutes = course.minutes[clock.task];
  const isOpen = phase === "open" || phase === "closing";
  const title = task ? titleOf(task) : "an earlier unit";
  return (
    <Box component="section" aria-label={title}>
      <Stack direction="row" sx={{ gap: 2, alignItems: "center" }}>
        <Box
          component="svg"
          viewBox="-50 -50 100 100"
          aria-hidden
          sx={{ width: 64, height: 64, flex: "none" }}
        >
          <Mark phase={phase} left={left} />
        </Box>
        <Box sx={{ minWidth: 0 }}>
          <Typography sx={{ fontWeight: 680 }}>{title}</Typography>
          <Typography>
            {WORDS[phase]} {until !== null && `${clockWords(until, list.zone)}, ${minutesLeft(until - now)}`}
            {until === null && phase === "drying" && "another air: it does not dry in this one"}
          </Typography>
        </Box>
      </Stack>
      {phase === "drying" && (
        <Button
          variant="outlined"
          sx={{ mt: 1 }}
          onClick={() => dry(clock.task)}
          aria-label={`Dry to the touch now: ${title}`}
        >
          Dry to the touch now
        </Button>
      )}
      {isOpen && (
        <Stack direction="row" sx={{ gap: 1, mt: 1, flexWrap: "wrap" }}>
          <Button
            variant="outlined"
            disabled={(clock.mists ?? 0) >= list.rules.most_mists}
            onClick={() => mist(clock.task)}
            aria-label={`Misted lightly: ${title}`}
          >
            Misted lightly{minutes ? ` (+${Math.round(minutes.mist_min)} min)` : ""}
          </Button>
          <Button
            variant="outlined"
            onClick={() => retard(clock.task)}
            aria-label={`Retarder worked in: ${title}`}
          >
            Retarder worked in
            {minutes ? ` (+${Math.round(minutes.retarded_open_min - minutes.open_min)} min)` : ""}
          </Button>
        </Stack>
      )}
    </Box>
  );
}
