/** The link in the letter: a new password is chosen. */
import { useState } from "react";

import { Alert, Button, Stack, TextField } from "@mui/material";
import { Link, useParams } from "react-router";

import { useAttempt } from "../../shared/ui/useAttempt";
import { Outside } from "./Outside";
import { reset } from "./queries";

export default function ResetPage() {
  const { number = "", token = "" } = useParams();
  const [password, setPassword] = useState("");
  const [done, setDone] = useState(false);
  const { problem, attempt } = useAttempt();
  const keep = async () => setDone(await attempt(() => reset(number, token, password)));
  return (
    <Outside title={done ? "The password is changed" : "A new password"}>
      {done ? (
        <Button variant="contained" component={Link} to="/">
          Log in
        </Button>
      ) : (
        <Stack
          component="form"
          sx={{ gap: 2.5 }}
          onSubmit={(event) => {
            event.preventDefault();
            void keep();
          }}
        >
          <TextField
            label="New password"
            type="password"
            autoComplete="new-password"
            helperText="Eight characters or more, and not a common word."
            value={password}
            onChange={(event) => setPassword(event.target.value)}
          />
          {problem && <Alert severity="info">{problem}</Alert>}
          <Button type="submit" variant="contained" disabled={!password}>
            Keep this password
          </Button>
          <Button component={Link} to="/forgot">
            Send me another link
          </Button>
        </Stack>
      )}
    </Outside>
  );
}
