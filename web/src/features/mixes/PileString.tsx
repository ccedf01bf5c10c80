/** The string of piles of a gradation, from its light end to its dark end: what each is put together of and how much of it. */
import { Box, Typography } from "@mui/material";

import { ml } from "../../shared/ui/numbers";
import type { PileString as Piles } from "./queries";

export function PileStrip({ string, height = 26 }: { string: Piles; height?: number }) {
  return (
    <Box sx={{ display: "flex", height, border: 1, borderColor: "divider" }} aria-hidden>
      {string.bands.map((band, place) => (
        <Box
          key={place}
          sx={{ bgcolor: band.dry, flexGrow: Math.max(band.share, LEAST_SHARE), flexBasis: 0 }}
        />
      ))}
    </Box>
  );
}

/** A narrower pile of the strip would not be seen. */
const LEAST_SHARE = 0.1;

export function PileString({ string, label }: { string: Piles; label: string }) {
  return (
    <Box sx={{ py: 0.5 }}>
      <PileStrip string={string} />
      <Box component="ol" aria-label={label} sx={{ listStyle: "none", p: 0, m: 0, mt: 0.5 }}>
        {string.bands.map((band, place) => (
          <Box component="li" key={place} sx={{ display: "flex", gap: 1, py: 0.5, alignItems: "flex-start" }}>
            <Box sx={{ display: "flex", mt: 0.25, border: 1, borderColor: "divider" }} aria-hidden>
              <Box sx={{ width: 18, height: 22, bgcolor: band.photo }} />
              <Box sx={{ width: 18, height: 22, bgcolor: band.dry }} />
            </Box>
            <Box sx={{ flex: 1, lineHeight: 1.3 }}>
              {band.words}
              <Typography variant="caption" component="div" color="text.secondary">
                {band.name} · ΔE {band.de00.toFixed(1)}
              </Typography>
            </Box>
            {string.volume_ml !== null && (
              <Box component="span" sx={{ whiteSpace: "nowrap" }}>
                {ml(band.share * string.volume_ml)}
              </Box>
            )}
          </Box>
        ))}
      </Box>
      <Typography variant="caption" color="text.secondary">
        Beside each other: what the photo has there, and the pile dry.
      </Typography>
    </Box>
  );
}
