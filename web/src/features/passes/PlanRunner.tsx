/** Plan the painting: begin, watch, stop. What it shows comes from the server, so a reload loses nothing. */
import { useEffect, useRef, useState } from "react";

import { Alert, AlertTitle, Box, Button, LinearProgress, Typography } from "@mui/material";
import { useQuery, useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { beginPlan, benchQuery, cancelRun, isUnderWay, type Bench } from "./queries";

const PLANNED = ["values", "areas", "mixes", "passes"] as const;

/** What the button says: nothing to do, a first plan, or bringing an old one up to date. */
export function planLabel(bench: Bench): string | null {
  if (PLANNED.every((word) => bench[word] === "current")) return null;
  return bench.passes === "missing" ? "Plan the painting" : "Bring up to date";
}

export function PlanRunner({ paintingId }: { paintingId: number }) {
  const queries = useQueryClient();
  const bench = useQuery(benchQuery(paintingId));
  const [problem, setProblem] = useState<string | null>(null);
  const run = bench.data?.run;
  const underWay = isUnderWay(run);
  const was = useRef(false);

  useEffect(() => {
    if (was.current && !underWay) {
      for (const word of PLANNED) void queries.invalidateQueries({ queryKey: [word, paintingId] });
      void queries.invalidateQueries({ queryKey: ["bench"] });
    }
    was.current = underWay;
  }, [underWay, queries, paintingId]);

  if (!bench.data) return null;
  const act = async (what: () => Promise<unknown>) => {
    setProblem(null);
    try {
      await what();
    } catch (error) {
      setProblem(inWords(error));
    }
    was.current = true;
    await queries.invalidateQueries({ queryKey: ["bench", paintingId] });
  };
  if (underWay && run) {
    return (
      <Box role="status" aria-label="Planning">
        <Typography gutterBottom>{run.doing} …</Typography>
        <LinearProgress
          variant={run.state === "running" ? "determinate" : "indeterminate"}
          value={Math.round(run.share * 100)}
          aria-label="Share of the plan that is done"
        />
        <Button onClick={() => void act(() => cancelRun(run.id))} sx={{ mt: 1 }}>
          Stop
        </Button>
      </Box>
    );
  }
  const label = planLabel(bench.data);
  return (
    <Box>
      {problem && <Alert severity="error">{problem}</Alert>}
      {run?.state === "failed" && label && (
        <Alert severity="error" sx={{ mb: 1 }}>
          <AlertTitle>{run.message}</AlertTitle>
          {run.hint}
        </Alert>
      )}
      {label && (
        <Button variant="contained" fullWidth onClick={() => void act(() => beginPlan(paintingId))}>
          {label}
        </Button>
      )}
    </Box>
  );
}
