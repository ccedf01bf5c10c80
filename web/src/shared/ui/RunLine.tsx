/** A computation under way, with how far it is and a way to stop it; or what went wrong with it. */
import { Alert, Box, Button, LinearProgress, Typography } from "@mui/material";

import type { Doing } from "../api/runs";

interface Props {
  /** What is being worked out, as the name of the line for those who do not see it. */
  label: string;
  doing: Doing;
  stop: () => void;
}

export function RunLine({ label, doing, stop }: Props) {
  switch (doing.state) {
    case "idle":
      return null;
    case "failed":
      return (
        <Alert severity="error" sx={{ my: 1 }}>
          {doing.why}
        </Alert>
      );
    case "under way":
      return (
        <Box role="status" aria-label={label} sx={{ my: 1 }}>
          <Typography>{doing.run.doing} …</Typography>
          <LinearProgress
            variant={doing.run.state === "running" ? "determinate" : "indeterminate"}
            value={Math.round(doing.run.share * 100)}
            aria-label="Share that is done"
          />
          <Button onClick={stop}>Stop</Button>
        </Box>
      );
  }
}
