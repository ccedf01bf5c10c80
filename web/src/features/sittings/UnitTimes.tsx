/** One unit on the clock: when, with what, what it waits for, how long it blends and what buys more time; and moving it. */
import { Box, Button, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";

import { Choice } from "../../shared/ui/Choice";
import { Fact, Section } from "../../shared/ui/Facts";
import { Failed } from "../../shared/ui/States";
import { openTimeQuery, type Schedule, type Settings, type Task } from "./queries";
import { clock, day, minutesWords, timeAt } from "./times";
import type { ChangeSittings } from "./useSittings";

interface Props {
  paintingId: number;
  schedule: Schedule;
  wishes: Settings["wishes"];
  task: Task;
  change: ChangeSittings;
}

export function UnitTimes({ paintingId, schedule, wishes, task, change }: Props) {
  const { zone } = schedule;
  const at = (minutes: number) => clock(timeAt(schedule, minutes), zone);
  const wet = schedule.wet.find((span) => span.task === task.id);
  const pile = schedule.piles.find((one) => one.pile === task.piles[0]);
  const wish = wishes?.[task.subject];
  const without = () => {
    const left = { ...wishes };
    delete left[task.subject];
    return left;
  };
  const passLink = task.pass_number ? `/paintings/${paintingId}/passes?pass=${task.pass_number}` : null;
  return (
    <>
      <Section title={task.title}>
        <Fact name="When">
          {day(timeAt(schedule, task.begins_min), zone)}, {at(task.begins_min)} to {at(task.ends_min)}
        </Fact>
        {task.pass_number > 0 && (
          <Fact name="Pass">
            {task.pass_number}, {schedule.roles[task.pass_number]}
          </Fact>
        )}
        {task.coat > 1 && <Fact name="Coat">{task.coat}</Fact>}
        {pile && (
          <Fact name="Pile">
            <Box
              component="span"
              sx={{
                display: "inline-block",
                width: 16,
                height: 16,
                mr: 1,
                verticalAlign: "-2px",
                border: 1,
                borderColor: "divider",
                bgcolor: schedule.colours[pile.pile],
              }}
            />
            {pile.name}
          </Fact>
        )}
        {task.waits_for && <Fact name="Waits for">{task.waits_for}</Fact>}
        {wet && <Fact name="Blends until">{at(wet.blends_until_min)}</Fact>}
        {wet && <Fact name="Can be painted over from">{at(wet.dry_min)}</Fact>}
        {passLink && (
          <Button component={Link} to={passLink} sx={{ mt: 1, px: 0 }}>
            See it in its pass
          </Button>
        )}
      </Section>
      {task.kind === "unit" && <MoreTime paintingId={paintingId} unit={task.subject} />}
      {task.kind !== "job" && (
        <Section title="Another time">
          <Choice
            label="Sitting"
            value={wish?.sitting ?? ""}
            options={[
              ["", "As the plan has it"],
              ...schedule.sittings.map(
                (one, place) =>
                  [
                    one.id,
                    `${place + 1}: ${day(new Date(one.begins), zone)}, ${clock(new Date(one.begins), zone)}`,
                  ] as const,
              ),
            ]}
            choose={(sitting) =>
              void change({
                wishes: sitting ? { ...wishes, [task.subject]: { sitting, minute: 0 } } : without(),
              })
            }
          />
          <Stack direction="row" spacing={1} sx={{ mt: 1 }}>
            {wish && (
              <Button variant="outlined" onClick={() => void change({ wishes: without() })}>
                Let it follow the plan again
              </Button>
            )}
          </Stack>
          <Typography variant="caption" color="text.secondary" component="p">
            {schedule.in_the_way.includes(task.subject)
              ? "It could not be had where you put it; see “Plan” for what is in its way."
              : "Or drag it on the timeline. The rest follows."}
          </Typography>
        </Section>
      )}
    </>
  );
}

/** How long it blends, and what buys more time. */
function MoreTime({ paintingId, unit }: { paintingId: number; unit: string }) {
  const found = useQuery(openTimeQuery(paintingId, unit));
  if (found.isError) return <Failed error={found.error} again={() => void found.refetch()} />;
  if (!found.data) return null;
  const { open_min, takes_min, ways } = found.data;
  return (
    <Section title="How long it blends">
      <Typography>
        {takes_min <= open_min
          ? `It stays open for ${minutesWords(open_min)}: enough for the ${minutesWords(takes_min)} it takes.`
          : `It stays open for ${minutesWords(open_min)} and takes ${minutesWords(takes_min)}. To blend all of it:`}
      </Typography>
      <Box component="ul" aria-label="What buys more time" sx={{ listStyle: "none", p: 0, m: 0, mt: 0.5 }}>
        {ways.map((way) => (
          <Box
            component="li"
            key={way.what}
            sx={{ display: "flex", justifyContent: "space-between", gap: 2, py: 0.25 }}
          >
            <Typography color={way.enough ? "text.primary" : "text.secondary"}>
              <span aria-hidden>{way.enough ? "● " : "○ "}</span>
              {way.what}
            </Typography>
            <Typography sx={{ whiteSpace: "nowrap" }}>
              {way.more_min > 0 ? `+ ${minutesWords(way.more_min)}` : way.enough ? "enough" : ""}
            </Typography>
          </Box>
        ))}
      </Box>
      <Typography variant="caption" color="text.secondary" component="p">
        ● suffices. Retarder only as much as its label allows; too much water weakens the film.
      </Typography>
    </Section>
  );
}
