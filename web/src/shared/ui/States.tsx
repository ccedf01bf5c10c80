/** The states of a view: nothing yet, loading, in error. Each says what to do next. */
import { Alert, AlertTitle, Box, Button, CircularProgress, Stack, Typography } from "@mui/material";
import type { ReactNode } from "react";

import { ProblemError } from "../api/client";

export function Loading({ what }: { what: string }) {
  return (
    <Stack role="status" direction="row" spacing={2} sx={{ p: 3, alignItems: "center" }}>
      <CircularProgress size={22} aria-hidden />
      <Typography>Fetching {what} …</Typography>
    </Stack>
  );
}

export function Failed({ error, again }: { error: unknown; again?: () => void }) {
  const problem =
    error instanceof ProblemError
      ? error.problem
      : { message: "Something went wrong on this page.", hint: "Reload it and try again." };
  return (
    <Alert
      severity="error"
      sx={{ m: 2 }}
      action={
        again && (
          <Button color="inherit" onClick={again}>
            Try again
          </Button>
        )
      }
    >
      <AlertTitle>{problem.message}</AlertTitle>
      {problem.hint}
    </Alert>
  );
}

export function Empty({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box sx={{ p: 2 }}>
      <Typography variant="h3" gutterBottom>
        {title}
      </Typography>
      <Typography component="div" color="text.secondary">
        {children}
      </Typography>
    </Box>
  );
}
