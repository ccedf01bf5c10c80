/** Parts of the panel of facts: a section with a heading, and a fact with its unit. */
import { Box, Stack, Typography } from "@mui/material";
import type { ReactNode } from "react";

export function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box component="section" sx={{ py: 1.5 }}>
      <Typography variant="h3" gutterBottom>
        {title}
      </Typography>
      {children}
    </Box>
  );
}

export function Fact({ name, children }: { name: string; children: ReactNode }) {
  return (
    <Stack direction="row" sx={{ justifyContent: "space-between", gap: 2, py: 0.25 }}>
      <Typography color="text.secondary">{name}</Typography>
      <Typography sx={{ textAlign: "right" }}>{children}</Typography>
    </Stack>
  );
}
