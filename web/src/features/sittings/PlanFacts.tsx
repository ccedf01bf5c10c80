/** What comes next and when it is done: the facts of the schedule, first what to do. */
import { useState } from "react";

import { Alert, AlertTitle, Button, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";

import { inWords } from "../../shared/api/client";
import { AdviceList } from "../../shared/ui/AdviceList";
import { Fact, Section } from "../../shared/ui/Facts";
import { capital } from "../../shared/ui/words";
import { useUndo } from "../../shared/undo/UndoProvider";
import { whatNowQuery } from "./easel/queries";
import { saveCalendar, type Schedule, type Sittings } from "./queries";
import { TabletDialog } from "./TabletDialog";
import { clock, day, minutesWords, nextSitting, tasksOf, timeAt, workBefore } from "./times";

interface Props {
  paintingId: number;
  sittings: Sittings;
  schedule: Schedule;
  now: Date;
}

export function PlanFacts({ paintingId, sittings, schedule, now }: Props) {
  const { tell } = useUndo();
  const { zone, finish } = schedule;
  const on = (time: string) => day(new Date(time), zone);
  const atWork = useQuery(whatNowQuery).data?.paintings.find((one) => one.painting === paintingId);
  const worked = atWork?.worked_min ?? 0;
  const behind = workBefore(schedule, now);
  const kept = schedule.piles.filter((pile) => pile.keeping);
  return (
    <>
      <Next paintingId={paintingId} schedule={schedule} now={now} />
      <Section title="Done">
        <Typography variant="h2" component="p">
          {on(finish.likely)}
        </Typography>
        <Typography color="text.secondary">
          Four painters in five are done between {on(finish.early)} and{" "}
          {finish.open_ended ? "some day after your last sitting" : on(finish.late)}. {schedule.basis}
        </Typography>
        {schedule.afterwards.map((one) => (
          <Fact key={one.title} name={`${one.title}, not before`}>
            {day(timeAt(schedule, schedule.makespan_min + one.not_before_min), zone)}
          </Fact>
        ))}
        <Fact name="Hands at work">{minutesWords(schedule.hands_on_min)}</Fact>
        {worked > 0 && <Fact name="Hours so far">{minutesWords(worked)}</Fact>}
        {behind > 0 && <Fact name="Planned by now">{minutesWords(behind)}</Fact>}
        <Fact name="Sittings">{schedule.sittings.length}</Fact>
        <Typography variant="caption" color="text.secondary" component="p">
          {quality(sittings, schedule)}
        </Typography>
      </Section>
      {schedule.advice.length > 0 && (
        <Section title="Mind">
          <AdviceList advice={schedule.advice} />
        </Section>
      )}
      {kept.length > 0 && (
        <Section title="Piles for more than one sitting">
          {groupedByKeeping(kept).map(([keeping, names]) => (
            <Alert key={keeping} severity="info" icon={false} sx={{ mb: 1 }}>
              <AlertTitle>{names.length > 6 ? `${names.length} piles` : names.join(", ")}</AlertTitle>
              {capital(keeping)}.
            </Alert>
          ))}
        </Section>
      )}
      <Section title="Into your calendar">
        <Button
          variant="outlined"
          onClick={() => void saveCalendar(paintingId).catch((error: unknown) => tell(inWords(error)))}
        >
          Save as a calendar file
        </Button>
        <Typography variant="caption" color="text.secondary" component="p" sx={{ mt: 1 }}>
          Take it into any calendar (iCalendar); a newer file updates the same sittings.
        </Typography>
      </Section>
    </>
  );
}

/** How good the schedule is, as far as the search could tell. */
export function quality(sittings: Pick<Sittings, "best">, schedule: Schedule): string {
  if (!sittings.best) return "A first good order; a better one is being looked for.";
  const gap = schedule.makespan_min - schedule.bound_min;
  return gap < 1
    ? "No order of these units is done earlier."
    : `At most ${minutesWords(gap)} could be saved by another order.`;
}

function groupedByKeeping(piles: Schedule["piles"]): [string, string[]][] {
  const found = new Map<string, string[]>();
  for (const pile of piles) found.set(pile.keeping, [...(found.get(pile.keeping) ?? []), pile.name]);
  return [...found];
}

/** The sitting that comes next, and what is done in it first. */
function Next({ paintingId, schedule, now }: Omit<Props, "sittings">) {
  const [isOnTablet, setOnTablet] = useState(false);
  const number = nextSitting(schedule, now);
  const sitting = number === null ? undefined : schedule.sittings[number - 1];
  if (number === null || !sitting)
    return (
      <Section title="Your sittings are over">
        <Typography>Give new ones under “When”, and the plan is laid into them.</Typography>
      </Section>
    );
  const tasks = tasksOf(schedule, number).filter((task) => task.kind !== "mixing");
  const begins = new Date(sitting.begins);
  return (
    <Section title={number === 1 ? "First sitting" : "Next sitting"}>
      <Typography variant="h2" component="p">
        {day(begins, schedule.zone)}, {clock(begins, schedule.zone)} to{" "}
        {clock(new Date(sitting.ends), schedule.zone)}
      </Typography>
      <Typography sx={{ mt: 0.5 }}>
        {tasks[0]
          ? `${tasks.length} ${tasks.length === 1 ? "unit" : "units"}. First: ${tasks[0].title}${tasks[1] ? `, then ${tasks[1].title}` : ""}.`
          : "Nothing is planned in it."}
      </Typography>
      <Stack direction="row" sx={{ mt: 1, gap: 1, flexWrap: "wrap" }}>
        <Button variant="contained" component={Link} to={`/paintings/${paintingId}/easel`}>
          To the easel
        </Button>
        <Button component={Link} to={`/paintings/${paintingId}/sheet/${number}`}>
          Sheet for this sitting
        </Button>
        <Button onClick={() => setOnTablet(true)}>On a tablet</Button>
      </Stack>
      {isOnTablet && <TabletDialog paintingId={paintingId} close={() => setOnTablet(false)} />}
    </Section>
  );
}
