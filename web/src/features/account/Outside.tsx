/** A page in front of the login: one thing to do. */
import type { ReactNode } from "react";

import { Box, Stack, Typography } from "@mui/material";

export function Outside({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box component="main" sx={{ minHeight: "100vh", display: "grid", placeItems: "center", p: 2 }}>
      <title>{`${title} · Ypsochrom`}</title>
      <Stack sx={{ gap: 2.5, width: "min(100%, 420px)", p: 4, bgcolor: "background.paper" }}>
        <Typography variant="h1">{title}</Typography>
        {children}
      </Stack>
    </Box>
  );
}
