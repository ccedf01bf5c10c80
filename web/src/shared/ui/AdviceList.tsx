/** Advice to the painter: a shape and a word for how serious it is, what is so, what to do. */
import { Box, Stack, Typography } from "@mui/material";

import type { Schemas } from "../api/client";

export function AdviceList({ advice }: { advice: Schemas["AdviceOut"][] }) {
  if (advice.length === 0) return null;
  return (
    <Stack component="ul" aria-label="Advice" spacing={1.5} sx={{ listStyle: "none", p: 0, m: 0 }}>
      {advice.map((one) => (
        <Box
          component="li"
          key={`${one.id}${one.subject ?? ""}`}
          sx={{ pl: 2, borderLeft: 3, borderColor: "divider" }}
        >
          <Typography sx={{ fontWeight: 650 }}>
            <span aria-hidden>{one.severity === "warning" ? "▲ " : "◦ "}</span>
            {one.severity === "warning" ? "Watch out: " : "Note: "}
            {one.message}
          </Typography>
          <Typography color="text.secondary">{one.hint}</Typography>
        </Box>
      ))}
    </Stack>
  );
}
