/** The logbook: paintings side by side, the swatch book, and what was learned about the painter. */
import { lazy, Suspense, useEffect, useState } from "react";

import { Alert, Box, LinearProgress, Stack, Typography } from "@mui/material";
import { useQueryClient } from "@tanstack/react-query";
import { NavLink } from "react-router";

import { inWords } from "../../shared/api/client";
import { Loading } from "../../shared/ui/States";
import { gather } from "./queries";

const Paintings = lazy(() => import("./Paintings"));
const SwatchBook = lazy(() => import("./SwatchBook"));
const WhatWasLearned = lazy(() => import("./WhatWasLearned"));
const NextOne = lazy(() => import("./NextOne"));

const PARTS = [
  ["", "Paintings", Paintings],
  ["swatches", "Swatch book", SwatchBook],
  ["learned", "What was learned", WhatWasLearned],
  ["next", "The next one", NextOne],
] as const;

export default function LogbookPage({ part = "" }: { part?: string }) {
  const gathering = useGathering();
  const [, title, Part] = PARTS.find(([name]) => name === part) ?? PARTS[0];
  return (
    <Box component="main" sx={{ px: 3, py: 2.5, maxWidth: 1240, mx: "auto" }}>
      <title>{`${title} · Logbook · Ypsochrom`}</title>
      <Stack direction="row" sx={{ alignItems: "baseline", gap: 4, flexWrap: "wrap", mb: 2.5 }}>
        <Typography variant="h1">Logbook</Typography>
        <Stack component="nav" aria-label="Logbook" direction="row" sx={{ gap: 0.5, flexWrap: "wrap" }}>
          {PARTS.map(([name, word]) => (
            <Box
              key={name}
              component={NavLink}
              to={name ? `/logbook/${name}` : "/logbook"}
              end
              sx={{
                color: "inherit",
                textDecoration: "none",
                px: 1.5,
                py: 1.25,
                borderBottom: "3px solid transparent",
                "&.active": { borderColor: "primary.main", fontWeight: 650 },
              }}
            >
              {word}
            </Box>
          ))}
        </Stack>
      </Stack>
      {gathering.left > 0 && (
        <Box role="status" sx={{ mb: 2 }}>
          <Typography>Gathering the log: {gathering.left} paintings to go.</Typography>
          <LinearProgress aria-label="Gathering the log" />
        </Box>
      )}
      {gathering.problem && (
        <Alert severity="warning" sx={{ mb: 2 }}>
          {gathering.problem}
        </Alert>
      )}
      <Suspense fallback={<Loading what="the logbook" />}>
        <Part />
      </Suspense>
    </Box>
  );
}

/** What was kept since is gathered once the page is opened; what it shows is read again when there was something. */
function useGathering() {
  const queries = useQueryClient();
  const [left, setLeft] = useState(0);
  const [problem, setProblem] = useState("");
  useEffect(() => {
    let here = true;
    gather((now) => here && setLeft(now)).then(
      () => {
        if (here)
          void queries.invalidateQueries({
            predicate: ({ queryKey }) => String(queryKey[1]).startsWith("/api/logbook/"),
          });
      },
      (error: unknown) => here && setProblem(inWords(error)),
    );
    return () => void (here = false);
  }, [queries]);
  return { left, problem };
}
