/** The password is forgotten: a link to a new one goes to the painter's mail. */
import { useState } from "react";

import { Alert, Button, Stack, TextField, Typography } from "@mui/material";
import { Link } from "react-router";

import { useAttempt } from "../../shared/ui/useAttempt";
import { Outside } from "./Outside";
import { forgot } from "./queries";

export default function ForgotPage() {
  const [who, setWho] = useState("");
  const [asked, setAsked] = useState(false);
  const { problem, attempt } = useAttempt();
  const ask = async () => setAsked(await attempt(() => forgot(who.trim())));
  if (asked)
    return (
      <Outside title="Look into your mail">
        <Typography>
          If your account has a mail address, a link to a new password is on its way there. It works once, for
          a day. If nothing comes, ask whoever looks after this site.
        </Typography>
        <Button component={Link} to="/">
          Back to the login
        </Button>
      </Outside>
    );
  return (
    <Outside title="A new password">
      <Stack
        component="form"
        sx={{ gap: 2.5 }}
        onSubmit={(event) => {
          event.preventDefault();
          void ask();
        }}
      >
        <TextField
          label="Name or mail address"
          autoComplete="username"
          value={who}
          onChange={(event) => setWho(event.target.value)}
        />
        {problem && <Alert severity="info">{problem}</Alert>}
        <Button type="submit" variant="contained" disabled={!who.trim()}>
          Send me a link
        </Button>
        <Button component={Link} to="/">
          Back to the login
        </Button>
      </Stack>
    </Outside>
  );
}
