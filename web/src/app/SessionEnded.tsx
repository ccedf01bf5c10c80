/** Over a page whose session has ended: log in again, and everything on the page is still there. */
import { Dialog, DialogContent, DialogTitle, Typography } from "@mui/material";
import { useQueryClient } from "@tanstack/react-query";

import { LoginForm } from "./LoginForm";
import { studioQuery } from "./queries";

export default function SessionEnded({ close }: { close: () => void }) {
  const queries = useQueryClient();
  return (
    <Dialog open maxWidth="xs" fullWidth aria-labelledby="session-ended">
      <DialogTitle id="session-ended">Your session has ended</DialogTitle>
      <DialogContent>
        <Typography sx={{ mb: 2.5 }}>
          Log in to go on. Everything on this page is still here; what could not be kept, do once more.
        </Typography>
        <LoginForm
          done={(studio) => {
            queries.setQueryData(studioQuery.queryKey, studio);
            close();
            return queries.invalidateQueries();
          }}
        />
      </DialogContent>
    </Dialog>
  );
}
