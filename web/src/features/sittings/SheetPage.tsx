/** A sheet for one sitting, to print and take to the easel: what is mixed, what is done and when, and the light. */
import {
  Box,
  Button,
  Stack,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  Typography,
} from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";

import { paintingQuery } from "../subject";
import { Empty, Failed, Loading } from "../../shared/ui/States";
import { sittingsQuery, type Schedule } from "./queries";
import { clock, day, minutesWords, tasksOf, timeAt } from "./times";

export default function SheetPage() {
  const params = useParams();
  const id = Number(params.paintingId);
  const number = Number(params.sitting);
  const painting = useQuery(paintingQuery(id));
  const sittings = useQuery(sittingsQuery(id));
  if (painting.isPending || sittings.isPending) return <Loading what="the sheet" />;
  if (painting.isError) return <Failed error={painting.error} again={() => void painting.refetch()} />;
  if (sittings.isError) return <Failed error={sittings.error} again={() => void sittings.refetch()} />;
  const { schedule, light } = sittings.data;
  const sitting = schedule?.sittings[number - 1];
  if (!schedule || !sitting)
    return (
      <Empty title="No such sitting">
        <Link to={`/paintings/${id}/sittings`}>Back to the sittings</Link>
      </Empty>
    );
  const { zone } = schedule;
  const holds = light.find((one) => one.number === number)?.holds;
  const begins = new Date(sitting.begins);
  return (
    <Box
      component="main"
      sx={{
        p: 4,
        maxWidth: 900,
        mx: "auto",
        height: "100%",
        overflow: "auto",
        bgcolor: "background.paper",
        "@media print": { p: 0, height: "auto", overflow: "visible" },
      }}
    >
      <title>{`${painting.data.title}, sitting ${number} · Ypsochrom`}</title>
      <Stack direction="row" spacing={1} sx={{ mb: 2, "@media print": { display: "none" } }}>
        <Button variant="contained" onClick={() => window.print()}>
          Print
        </Button>
        <Button component={Link} to={`/paintings/${id}/sittings?sitting=${number}`}>
          Back to the sittings
        </Button>
      </Stack>
      <Typography variant="h1">{painting.data.title}</Typography>
      <Typography variant="h2" component="p" gutterBottom>
        Sitting {number} of {schedule.sittings.length}: {day(begins, zone)}, {clock(begins, zone)} to{" "}
        {clock(new Date(sitting.ends), zone)}
      </Typography>
      {holds && (
        <Typography gutterBottom>
          The light holds until {clock(new Date(holds.until), zone)}: {holds.why}.
        </Typography>
      )}
      <Mixed schedule={schedule} number={number} />
      <Table size="small" aria-label="What is done in this sitting" sx={{ mt: 2 }}>
        <TableHead>
          <TableRow>
            <TableCell>Time</TableCell>
            <TableCell>Pile</TableCell>
            <TableCell>What</TableCell>
            <TableCell align="right">Takes</TableCell>
            <TableCell>Blends until</TableCell>
            <TableCell>Done</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {tasksOf(schedule, number)
            .filter((task) => task.kind !== "mixing")
            .map((task) => {
              const wet = schedule.wet.find((span) => span.task === task.id);
              return (
                <TableRow key={task.id}>
                  <TableCell>{clock(timeAt(schedule, task.begins_min), zone)}</TableCell>
                  <TableCell>{task.piles[0] && <Chip colour={schedule.colours[task.piles[0]]} />}</TableCell>
                  <TableCell>
                    {task.title}
                    {task.coat > 1 && `, coat ${task.coat}`}
                    {task.waits_for && (
                      <Typography variant="caption" color="text.secondary" component="div">
                        wait for {task.waits_for}
                      </Typography>
                    )}
                  </TableCell>
                  <TableCell align="right" sx={{ whiteSpace: "nowrap" }}>
                    {minutesWords(task.ends_min - task.begins_min)}
                  </TableCell>
                  <TableCell>{wet && clock(timeAt(schedule, wet.blends_until_min), zone)}</TableCell>
                  <TableCell>☐</TableCell>
                </TableRow>
              );
            })}
        </TableBody>
      </Table>
      <Keep schedule={schedule} number={number} />
    </Box>
  );
}

function Chip({ colour }: { colour: string | undefined }) {
  return (
    <Box
      sx={{
        width: 34,
        height: 34,
        border: 1,
        borderColor: "divider",
        bgcolor: colour,
        printColorAdjust: "exact",
        WebkitPrintColorAdjust: "exact",
      }}
    />
  );
}

/** The piles that are mixed in this sitting, in their order. */
function Mixed({ schedule, number }: { schedule: Schedule; number: number }) {
  const piles = tasksOf(schedule, number).filter((task) => task.kind === "mixing");
  if (piles.length === 0) return null;
  return (
    <Typography>
      <strong>To mix:</strong>{" "}
      {piles
        .map((task) => `${task.title} (${clock(timeAt(schedule, task.begins_min), schedule.zone)})`)
        .join(", ")}
      .
    </Typography>
  );
}

/** What is kept for later, at the end of the sitting. */
function Keep({ schedule, number }: { schedule: Schedule; number: number }) {
  const kept = schedule.piles.filter(
    (pile) => pile.keeping && pile.sittings.some((one) => one > number) && pile.sittings.includes(number),
  );
  if (kept.length === 0) return null;
  return (
    <Typography sx={{ mt: 2 }}>
      <strong>At the end:</strong> {kept.map((pile) => pile.name).join(", ")}: {kept[0]?.keeping}. Brushes
      washed, water poured where local rules allow.
    </Typography>
  );
}
