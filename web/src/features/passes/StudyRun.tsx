/** A study under way, with how far it is and a way to stop it; or what went wrong with it. */
import { Alert, Box, Button, LinearProgress, Typography } from "@mui/material";

import type { Study } from "./useStudy";

export function StudyRun({ study }: { study: Study }) {
  if (study.underWay && study.run)
    return (
      <Box role="status" aria-label="Study" sx={{ my: 1 }}>
        <Typography>{study.run.doing} …</Typography>
        <LinearProgress
          variant={study.run.state === "running" ? "determinate" : "indeterminate"}
          value={Math.round(study.run.share * 100)}
          aria-label="Share of the study that is done"
        />
        <Button onClick={study.stop}>Stop</Button>
      </Box>
    );
  return study.problem ? (
    <Alert severity="error" sx={{ my: 1 }}>
      {study.problem}
    </Alert>
  ) : null;
}
