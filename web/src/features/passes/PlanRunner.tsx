/** Plan the painting: begin, watch, stop. What it shows comes from the server, so a reload loses nothing. */
import { useState } from "react";

import { Alert, AlertTitle, Box, Button } from "@mui/material";
import { useQuery, useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { cancelRun, isUnderWay } from "../../shared/api/runs";
import { RunLine } from "../../shared/ui/RunLine";
import { beginPlan, standingQuery, type Standing } from "./queries";

const PLANNED = ["values", "areas", "mixes", "passes"] as const;

/** What the button says: nothing to do, a first plan, or bringing an old one up to date. */
export function planLabel(standing: Standing): string | null {
  if (PLANNED.every((word) => standing[word] === "current") && standing.sittings !== "stale") return null;
  return standing.passes === "missing" ? "Plan the painting" : "Bring up to date";
}

export function PlanRunner({ paintingId }: { paintingId: number }) {
  const queries = useQueryClient();
  const standing = useQuery(standingQuery(paintingId));
  const [problem, setProblem] = useState<string | null>(null);
  const run = standing.data?.run;

  if (!standing.data) return null;
  const act = async (what: () => Promise<unknown>) => {
    setProblem(null);
    try {
      await what();
    } catch (error) {
      setProblem(inWords(error));
    }
    await queries.invalidateQueries(standingQuery(paintingId));
  };
  if (run && isUnderWay(run)) {
    const stop = () => void act(() => cancelRun(run.id));
    return <RunLine label="Planning" doing={{ state: "under way", run }} stop={stop} />;
  }
  const label = planLabel(standing.data);
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
