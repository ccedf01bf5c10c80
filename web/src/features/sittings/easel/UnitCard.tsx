/** The unit in hand: what it paints, with which pile, brush and manner, what to mind, and how long it takes. */
import { Alert, Box, Stack, Typography } from "@mui/material";

import { capital } from "../../../shared/ui/words";
import { beforeTask } from "./clocks";
import { Notes } from "./Notes";
import { Patch } from "./Patch";
import type { Course, ListedPile, ListedTask, TakenList } from "./queries";
import { StringTold } from "./StringTold";
import { amount, clockWords, minutesLeft, pileOf, titleOf, workedS } from "./words";

interface Props {
  list: TakenList;
  course: Course;
  task: ListedTask;
  now: number;
}

export function UnitCard({ list, course, task, now }: Props) {
  const pile = pileOf(list, task);
  const string = task.string ?? [];
  const others = (task.piles ?? []).slice(1).flatMap((id) => list.piles.find((one) => one.id === id) ?? []);
  const worked = workedS(course, task.id, now);
  const done = course.tasks[task.id];
  return (
    <Stack sx={{ gap: 1.5 }}>
      <div>
        <Typography variant="h2" component="h1" sx={{ overflowWrap: "anywhere" }}>
          {titleOf(task)}
        </Typography>
        <Typography color="text.secondary">
          {task.pass_number ? `Pass ${task.pass_number}, ${task.role}. ` : ""}
          {Math.max(1, Math.round(task.minutes))} min planned
          {worked >= 30 && done?.state !== "done" && `, ${Math.round(worked / 60)} min so far`}
          {done?.state === "done" && done.done_at && `, done at ${clockWords(done.done_at, list.zone)}`}
        </Typography>
        {task.brush && <Typography>{capital(task.brush)}</Typography>}
      </div>
      <Before list={list} course={course} task={task} now={now} />
      {string.length > 0 ? (
        <StringTold list={list} course={course} task={task} string={string} />
      ) : (
        pile && <PileTold list={list} course={course} pile={pile} task={task} />
      )}
      {string.length === 0 && others.length > 0 && (
        <Typography>Beside it: {others.map((one) => one.name).join(", ")}</Typography>
      )}
      {task.kind !== "mixing" && (
        <Box
          component="dl"
          sx={{ m: 0, display: "grid", gridTemplateColumns: "auto 1fr", columnGap: 2, rowGap: 0.5 }}
        >
          <Fact name="Manner" words={task.manner} />
          <Fact name="Medium" words={task.medium} />
        </Box>
      )}
      {(task.edges ?? []).map((edge) => (
        <Typography key={edge}>{edge}</Typography>
      ))}
      {(task.at_judgement ?? 0) > 0 && (
        <Typography color="text.secondary">
          {task.at_judgement} accents too small for this brush are at your judgement.
        </Typography>
      )}
      {task.note && <Typography>Your note: {task.note}</Typography>}
      <Notes notes={course.notes.filter((note) => note.task === task.id)} zone={list.zone} />
      {(task.cautions ?? []).map((one) => (
        <Alert key={one.id} severity="warning">
          {one.message} {one.hint}
        </Alert>
      ))}
    </Stack>
  );
}

function Fact({ name, words }: { name: string; words: string | undefined }) {
  if (!words) return null;
  return (
    <>
      <Typography component="dt" color="text.secondary">
        {name}
      </Typography>
      <Typography component="dd" sx={{ m: 0 }}>
        {words}
      </Typography>
    </>
  );
}

/** What must be wet or dry for this unit, and until when. */
function Before({ list, course, task, now }: Props) {
  const state = course.tasks[task.id]?.state;
  if (state === "done") return null;
  const titles = new Map(list.tasks.map((one) => [one.id, titleOf(one)]));
  const before = beforeTask(task, course.tasks, course.clocks, now);
  const wet = before.filter((one) => one.what === "wet");
  const waits = before.filter((one) => one.what === "wait");
  const first = before.find((one) => one.what === "order");
  const longest = waits.reduce<(typeof waits)[number] | null>(
    (one, other) => (!one || (other.at ?? Infinity) > (one.at ?? Infinity) ? other : one),
    null,
  );
  return (
    <>
      {longest && (
        <Alert severity="info">
          {longest.at === null
            ? `“${titles.get(longest.task)}” does not dry in this air. `
            : `Wait until ${clockWords(longest.at, list.zone)} (${minutesLeft(longest.at - now)}): “${titles.get(longest.task)}” is not dry yet.`}
        </Alert>
      )}
      {wet.map((one) => (
        <Alert key={one.task} severity="info">
          Blend it into “{titles.get(one.task)}”, which stays open until{" "}
          {clockWords(one.at ?? now, list.zone)} ({minutesLeft((one.at ?? now) - now)}).
        </Alert>
      ))}
      {!longest && first && (
        <Typography color="text.secondary">Planned after: {titles.get(first.task)}</Typography>
      )}
    </>
  );
}

interface PileProps {
  list: TakenList;
  course: Course;
  pile: ListedPile;
  task: ListedTask;
}

/** The pile: wet as it looks now beside dry as it will be, and while it is mixed its doses in the order of adding. */
function PileTold({ list, course, pile, task }: PileProps) {
  const there = course.piles[pile.id];
  const isMixing = task.kind === "mixing";
  return (
    <Stack sx={{ gap: 1 }}>
      {!isMixing && (
        <div>
          <Typography variant="h1" component="p">
            {capital(pile.name)}
          </Typography>
          <Typography>
            {there ? `${amount(there.left_ml, list.rules.gone_ml)} left on the palette` : "Not mixed yet"}
          </Typography>
        </div>
      )}
      {there?.astray && <Typography>Came out wrong: look at the mixing bench before you go on.</Typography>}
      <Box
        sx={{
          display: "grid",
          gap: 1,
          "@container (min-width: 680px)": { gridTemplateColumns: "2fr 3fr", columnGap: 2 },
        }}
      >
        <Stack direction="row" sx={{ bgcolor: "mat", p: 1 }}>
          <Patch colour={pile.wet} label="wet, now" />
          <Patch colour={pile.dry} label={`dry, value ${pile.value_dry.toFixed(1)}`} />
        </Stack>
        <Box component="ol" sx={{ m: 0, p: 0, listStyle: "none" }} aria-label="Doses in the order of adding">
          {pile.doses.map((dose) => (
            <Box
              component="li"
              key={dose.source}
              sx={{ display: "flex", justifyContent: "space-between", gap: 2, py: 0.25 }}
            >
              <Typography component="span">{nameOf(list, dose)}</Typography>
              <Typography component="span" sx={{ fontWeight: 680, textAlign: "right" }}>
                {dose.by_hand}
              </Typography>
            </Box>
          ))}
        </Box>
      </Box>
      {isMixing && (
        <Typography color="text.secondary">
          {amount(pile.volume_ml, list.rules.gone_ml)} in all. {pile.keeping}
        </Typography>
      )}
    </Stack>
  );
}

const nameOf = (list: TakenList, dose: ListedPile["doses"][number]): string =>
  list.piles.find((one) => one.id === dose.source)?.name ?? dose.name;
