/** What to add after what, with the pile as it should look after each addition. */
import { Box, Table, TableBody, TableCell, TableHead, TableRow, Typography } from "@mui/material";

import type { Schemas } from "../../../shared/api/client";
import { amountWords } from "../parts";

const SHARES: Record<string, string> = { "0.25": "a quarter of it", "0.5": "half of it", "1": "the rest" };

export function Order({ additions, volume }: { additions: Schemas["AdditionOut"][]; volume: number }) {
  return (
    <>
      <Typography variant="h3" gutterBottom>
        In this order, for {volume} ml
      </Typography>
      <Box sx={{ overflowX: "auto" }}>
        <Table size="small" aria-label="Order of adding" sx={{ bgcolor: "background.paper" }}>
          <TableHead>
            <TableRow>
              <TableCell>Add</TableCell>
              <TableCell align="right">Amount</TableCell>
              <TableCell align="right">Weight</TableCell>
              <TableCell align="right">From the tube</TableCell>
              <TableCell>The pile then: dry, wet</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {additions.map((step, place) => (
              <TableRow key={place}>
                <TableCell>
                  {step.name}
                  {step.let_down_with && ` let down 1:9 in ${step.let_down_with}`}
                  {inDrops(additions, place) && (
                    <Typography variant="caption" component="div" color="text.secondary">
                      in drops, {SHARES[String(step.share_so_far)]}; stop when it is right
                    </Typography>
                  )}
                </TableCell>
                <TableCell align="right">{amountWords(step.volume_ml, step.drops)}</TableCell>
                <TableCell align="right">{step.mass_g.toFixed(2)} g</TableCell>
                <TableCell align="right">
                  {step.bead_cm < 0.05 ? "a touch" : `${step.bead_cm.toFixed(1)} cm`}
                </TableCell>
                <TableCell>
                  <Box sx={{ display: "flex", bgcolor: "mat", p: 0.5, width: 128 }}>
                    {(["dry", "wet"] as const).map((when) => (
                      <Box
                        key={when}
                        role="img"
                        aria-label={`${when}, ${step[when]}`}
                        sx={{ flex: 1, height: 28, bgcolor: step[when] }}
                      />
                    ))}
                  </Box>
                </TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Box>
    </>
  );
}

/** Whether an addition is one of several of the same paint. */
function inDrops(additions: Schemas["AdditionOut"][], place: number): boolean {
  return additions.filter((step) => step.key === additions[place]!.key).length > 1;
}
