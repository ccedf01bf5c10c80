/** The schedule as a table: the same as the timeline, to be read or heard. */
import { Box, Table, TableBody, TableCell, TableHead, TableRow, Typography } from "@mui/material";

import type { Schedule } from "./queries";
import { clock, day, minutesWords, tasksOf, timeAt } from "./times";

export function ScheduleTable({ schedule }: { schedule: Schedule }) {
  const wet = new Map(schedule.wet.map((span) => [span.task, span]));
  const at = (minutes: number) => clock(timeAt(schedule, minutes), schedule.zone);
  return (
    <Box
      sx={{ px: 2, pb: 3, overflow: "auto", height: "100%" }}
      tabIndex={0}
      role="region"
      aria-label="The schedule as a table"
    >
      {schedule.sittings.map((sitting, place) => (
        <Box key={sitting.id} component="section" sx={{ mt: 2 }}>
          <Typography variant="h3">
            Sitting {place + 1}: {day(new Date(sitting.begins), schedule.zone)},{" "}
            {clock(new Date(sitting.begins), schedule.zone)} to {clock(new Date(sitting.ends), schedule.zone)}
          </Typography>
          <Table size="small" aria-label={`Sitting ${place + 1}`}>
            <TableHead>
              <TableRow>
                <TableCell>Time</TableCell>
                <TableCell>What</TableCell>
                <TableCell align="right">Takes</TableCell>
                <TableCell>Waits for</TableCell>
                <TableCell>Blends until</TableCell>
                <TableCell>Paint over from</TableCell>
              </TableRow>
            </TableHead>
            <TableBody>
              {tasksOf(schedule, place + 1).map((task) => (
                <TableRow key={task.id}>
                  <TableCell>{at(task.begins_min)}</TableCell>
                  <TableCell>
                    {task.kind === "mixing" ? `Mix ${task.title}` : task.title}
                    {task.coat > 1 && `, coat ${task.coat}`}
                  </TableCell>
                  <TableCell align="right" sx={{ whiteSpace: "nowrap" }}>
                    {minutesWords(task.ends_min - task.begins_min)}
                  </TableCell>
                  <TableCell>{task.waits_for}</TableCell>
                  <TableCell>{wet.has(task.id) ? at(wet.get(task.id)!.blends_until_min) : ""}</TableCell>
                  <TableCell>{wet.has(task.id) ? at(wet.get(task.id)!.dry_min) : ""}</TableCell>
                </TableRow>
              ))}
            </TableBody>
          </Table>
        </Box>
      ))}
    </Box>
  );
}
