/** What goes into a pile, in the order of adding. */
import { Box, Stack, Typography } from "@mui/material";

import type { Match } from "./queries";

const amount = (parts: number) => (parts === 1 ? "1 part" : `${parts} parts`);

export function Pile({ mix }: { mix: Pick<Match, "pile"> }) {
  return (
    <Stack
      component="ol"
      aria-label="What goes into the pile, in order"
      sx={{ listStyle: "none", p: 0, m: 0 }}
      spacing={0.5}
    >
      {mix.pile.map((portion) => (
        <Box component="li" key={portion.key} sx={{ display: "flex", gap: 1.5 }}>
          <Typography sx={{ width: 78, fontWeight: 650, textAlign: "right" }}>
            {amount(portion.parts)}
          </Typography>
          <Typography sx={{ flex: 1 }}>
            {portion.name}
            {portion.let_down_with && (
              <Typography component="span" color="text.secondary">
                {" "}
                let down 1:9 in {portion.let_down_with}
              </Typography>
            )}
          </Typography>
        </Box>
      ))}
    </Stack>
  );
}
