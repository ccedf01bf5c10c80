/** What a calibration found: before and after, swatch by swatch, and how far to trust it. */
import { Box, Stack, Table, TableBody, TableCell, TableHead, TableRow, Typography } from "@mui/material";

import { Fact, Section } from "../../shared/ui/Facts";
import { Swatch } from "../../shared/ui/Swatch";
import type { Calibration } from "./queries";

/** The strength against the catalogue in words; a tenth more or less is not worth a word. */
export function strengthWords(strength: number): string {
  const percent = Math.round((strength - 1) * 100);
  if (Math.abs(percent) < 10) return "as strong as the catalogue has it";
  return `${Math.abs(percent)} % ${percent > 0 ? "stronger" : "weaker"} than the catalogue has it`;
}

export function CalibrationReport({ fit, title }: { fit: Calibration; title: string }) {
  return (
    <Section title={title}>
      <Stack direction="row" spacing={3} sx={{ mb: 2 }}>
        {[
          { name: "alone", before: fit.masstone_before, after: fit.masstone_after },
          { name: "1:4 in white", before: fit.tint_before, after: fit.tint_after },
        ].map((pair) => (
          <Box key={pair.name} sx={{ flex: 1, bgcolor: "mat", p: 1 }}>
            <Stack direction="row">
              {(["before", "after"] as const).map((when) => (
                <Box key={when} sx={{ flex: 1 }}>
                  <Box
                    role="img"
                    aria-label={`${pair.name} ${when}, ${pair[when]}`}
                    sx={{ height: 64, bgcolor: pair[when] }}
                  />
                  <Typography variant="caption">{when}</Typography>
                </Box>
              ))}
            </Stack>
            <Typography variant="caption" color="text.secondary">
              {pair.name}
            </Typography>
          </Box>
        ))}
      </Stack>
      <Typography sx={{ fontWeight: 650 }}>{fit.words}</Typography>
      <Fact name="Unmeasured mixes are expected within">CIEDE2000 {fit.expected_de00.toFixed(1)}</Fact>
      <Fact name="Strength">{strengthWords(fit.strength)}</Fact>
      {fit.residuals.length === 0 ? (
        <Typography color="text.secondary">
          Learned from piles that were mixed of it and read when dry; it has no swatches of its own.
        </Typography>
      ) : (
        <Residuals residuals={fit.residuals} />
      )}
    </Section>
  );
}

function Residuals({ residuals }: { residuals: Calibration["residuals"] }) {
  return (
    <>
      <Table size="small" aria-label="Swatches, predicted and read">
        <TableHead>
          <TableRow>
            <TableCell>Swatch</TableCell>
            <TableCell>Read</TableCell>
            <TableCell>Predicted</TableCell>
            <TableCell align="right">Off before</TableCell>
            <TableCell align="right">Off after</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {residuals.map((one) => (
            <TableRow key={one.kind}>
              <TableCell>{one.kind}</TableCell>
              <TableCell>
                <Swatch colour={one.read} label={`${one.kind} as read`} size={30} />
              </TableCell>
              <TableCell>
                <Swatch colour={one.predicted} label={`${one.kind} as predicted`} size={30} />
              </TableCell>
              <TableCell align="right">{one.before_de00.toFixed(1)}</TableCell>
              <TableCell align="right">{one.after_de00.toFixed(1)}</TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
      <Typography variant="caption" color="text.secondary">
        Off in CIEDE2000. After a good fit every swatch lies below 1.
      </Typography>
    </>
  );
}
