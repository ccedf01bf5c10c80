/** What piles that were read when dry say of the tubes they were mixed of. */
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
import { useQuery, useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { Loading } from "../../shared/ui/States";
import { Swatch } from "../../shared/ui/Swatch";
import { useUndo } from "../../shared/undo/UndoProvider";
import { calibrateTubes, tubesLearnedQuery } from "./queries";

export default function TubesFromPiles() {
  const found = useQuery(tubesLearnedQuery);
  const queries = useQueryClient();
  const { tell } = useUndo();
  if (found.isError) return <Typography sx={{ mt: 3 }}>{inWords(found.error)}</Typography>;
  if (!found.data) return <Loading what="what the piles say of your tubes" />;
  const told = found.data;
  const take = () =>
    calibrateTubes()
      .then((now) => queries.invalidateQueries().then(() => now))
      .then(
        ({ tubes }) =>
          tell(
            `By your piles now: ${tubes
              .filter((one) => one.kept)
              .map((one) => one.name)
              .join(", ")}. The shelf's undo takes it back.`,
          ),
        (error: unknown) => tell(inWords(error)),
      );
  return (
    <Box component="section" aria-label="Your tubes by your piles" sx={{ mt: 4, maxWidth: 760 }}>
      <Typography variant="h2">Your tubes by your piles</Typography>
      <Typography sx={{ my: 1 }}>
        {told.worth_it
          ? `By your ${told.piles} piles, other mixes would be predicted ${Math.round(told.gain * 100)} % nearer: ΔE ${told.unseen_de00.toFixed(1)} where it is ${told.before_de00.toFixed(1)} now.`
          : `Your ${told.piles} piles would not bring predictions nearer yet (ΔE ${told.unseen_de00.toFixed(1)} against ${told.before_de00.toFixed(1)}). Read more of them.`}{" "}
        Each figure is of piles that were left out while the tubes were fitted.
      </Typography>
      {told.worth_it && (
        <Stack direction="row" sx={{ mb: 1 }}>
          <Button variant="contained" onClick={() => void take()}>
            Predict by my piles
          </Button>
        </Stack>
      )}
      <Table size="small" aria-label="Tubes by your piles">
        <TableHead>
          <TableRow>
            <TableCell>Tube</TableCell>
            <TableCell>Catalogue, yours</TableCell>
            <TableCell align="right">Strength</TableCell>
            <TableCell align="right">In piles</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {told.tubes.map((one) => (
            <TableRow key={one.key}>
              <TableCell>
                {one.name}
                {one.tube === null ? " (not on the shelf)" : ""}
              </TableCell>
              <TableCell>
                <Stack direction="row">
                  <Swatch colour={one.before} label={`${one.name} of the catalogue`} size={28} />
                  <Swatch colour={one.after} label={`${one.name}, yours`} size={28} />
                </Stack>
              </TableCell>
              <TableCell align="right">{one.strength.toFixed(2)} ×</TableCell>
              <TableCell align="right">{one.piles}</TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  );
}
