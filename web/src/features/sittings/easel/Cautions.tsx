/** Cautions of the paints and of the work, once at the start of a sitting. */
import { Alert, AlertTitle, Typography } from "@mui/material";

import type { TakenList } from "./queries";

export function Cautions({ list }: { list: TakenList }) {
  return (
    <Alert severity="warning" sx={{ mt: 2 }}>
      <AlertTitle>Before you begin</AlertTitle>
      {list.cautions.map((one) => (
        <Typography key={one.id} sx={{ mb: 1 }}>
          {one.message} {one.hint}
        </Typography>
      ))}
    </Alert>
  );
}
