/** What happened to an account, or to all of them, the newest first. */
import { Box, Table, TableBody, TableCell, TableHead, TableRow, Typography } from "@mui/material";

import { moment } from "../../shared/ui/words";
import type { Happening } from "./queries";

export function Happened({ events, names = false }: { events: Happening[]; names?: boolean }) {
  return (
    <Box component="section" aria-label="What happened">
      <Typography variant="h2" gutterBottom>
        What happened
      </Typography>
      {events.length === 0 ? (
        <Typography color="text.secondary">Nothing yet.</Typography>
      ) : (
        <Box sx={{ maxHeight: 320, overflow: "auto" }} tabIndex={0} role="region" aria-label="The list">
          <Table size="small">
            <TableHead>
              <TableRow>
                <TableCell>When</TableCell>
                {names && <TableCell>Who</TableCell>}
                <TableCell>What</TableCell>
                <TableCell>From</TableCell>
              </TableRow>
            </TableHead>
            <TableBody>
              {events.map((one, place) => (
                <TableRow key={place}>
                  <TableCell sx={{ whiteSpace: "nowrap" }}>{moment(one.at)}</TableCell>
                  {names && <TableCell>{one.who}</TableCell>}
                  <TableCell>{one.words}</TableCell>
                  <TableCell>{one.address}</TableCell>
                </TableRow>
              ))}
            </TableBody>
          </Table>
        </Box>
      )}
    </Box>
  );
}
