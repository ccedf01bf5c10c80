/** The dry mix in other lights, as an eye used to each of them sees it. */
import { Box, Stack, Typography } from "@mui/material";

import type { Match } from "../queries";

/** How much a colour turns under a lamp, in words; the limits are those of seeing a difference side by side. */
export function lampWords(shift: number): string {
  if (shift < 1) return "keeps its colour under a lamp";
  if (shift < 3) return "turns a little under a lamp";
  return "turns plainly under a lamp";
}

export function Lights({ match }: { match: Match }) {
  return (
    <Box sx={{ mt: 2 }}>
      <Typography variant="h3" gutterBottom>
        In other lights
      </Typography>
      <Stack direction="row" sx={{ bgcolor: "mat", p: 1, maxWidth: 520 }}>
        {match.lights.map((light) => (
          <Box key={light.light} sx={{ flex: 1 }}>
            <Box
              role="img"
              aria-label={`${light.name}, ${light.colour}`}
              sx={{ height: 44, bgcolor: light.colour }}
            />
            <Typography variant="caption">{light.name}</Typography>
          </Box>
        ))}
      </Stack>
      <Typography color="text.secondary">
        The mix {lampWords(match.lamp_shift)} (CIEDE2000 {match.lamp_shift.toFixed(1)} for an adapted eye).
      </Typography>
    </Box>
  );
}
