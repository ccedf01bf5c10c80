/** Setting a rule aside: it asks for the reason, which stays with the plan. */
import { useState } from "react";

import {
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  TextField,
  Typography,
} from "@mui/material";

interface Props {
  title: string;
  close: () => void;
  setAside: (reason: string) => void;
}

export function RuleDialog({ title, close, setAside }: Props) {
  const [reason, setReason] = useState("");
  return (
    <Dialog open onClose={close} aria-labelledby="rule-dialog">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (reason.trim()) setAside(reason.trim());
        }}
      >
        <DialogTitle id="rule-dialog">Turn “{title}” off</DialogTitle>
        <DialogContent>
          <Typography gutterBottom>
            The whole plan is then ordered without it. Turn it back on under Method.
          </Typography>
          <TextField
            label="Your reason"
            fullWidth
            value={reason}
            onChange={(event) => setReason(event.target.value)}
            slotProps={{ htmlInput: { maxLength: 200 } }}
            sx={{ mt: 1 }}
          />
        </DialogContent>
        <DialogActions>
          <Button onClick={close}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={!reason.trim()}>
            Turn off
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
