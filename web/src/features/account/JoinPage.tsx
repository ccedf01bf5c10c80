/** An invitation is taken up: a name and a password. */
import { useState } from "react";

import { Alert, Button, Stack, TextField, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";

import { inWords } from "../../shared/api/client";
import { Loading } from "../../shared/ui/States";
import { useAttempt } from "../../shared/ui/useAttempt";
import { Outside } from "./Outside";
import { join, placeQuery } from "./queries";
import { roleWord } from "./words";

export default function JoinPage() {
  const code = useParams().code ?? "";
  const place = useQuery(placeQuery(code));
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const [mail, setMail] = useState<string | null>(null);
  const [joined, setJoined] = useState(false);
  const { problem, attempt } = useAttempt();
  if (place.isPending) return <Loading what="the invitation" />;
  if (place.isError)
    return (
      <Outside title="No invitation">
        <Alert severity="warning">{inWords(place.error)}</Alert>
      </Outside>
    );
  if (joined)
    return (
      <Outside title={`Welcome, ${name.trim()}`}>
        <Typography>Your studio is ready.</Typography>
        <Button variant="contained" component={Link} to="/">
          Log in
        </Button>
      </Outside>
    );
  const take = async () =>
    setJoined(await attempt(() => join(code, name.trim(), password, (mail ?? place.data.mail).trim())));
  return (
    <Outside title="Your place in the studio">
      <Typography>
        {place.data.by} keeps a place for you as {roleWord(place.data.role).toLowerCase()}. Choose how you log
        in.
      </Typography>
      <Stack
        component="form"
        sx={{ gap: 2.5 }}
        onSubmit={(event) => {
          event.preventDefault();
          void take();
        }}
      >
        <TextField
          label="Name"
          autoComplete="username"
          value={name}
          onChange={(event) => setName(event.target.value)}
          slotProps={{ htmlInput: { maxLength: 150 } }}
        />
        <TextField
          label="Password"
          type="password"
          autoComplete="new-password"
          helperText="Eight characters or more, and not a common word."
          value={password}
          onChange={(event) => setPassword(event.target.value)}
        />
        <TextField
          label="Mail address, for when you forget it"
          type="email"
          autoComplete="email"
          value={mail ?? place.data.mail}
          onChange={(event) => setMail(event.target.value)}
        />
        {problem && <Alert severity="info">{problem}</Alert>}
        <Button type="submit" variant="contained" disabled={!name.trim() || !password}>
          Take the place
        </Button>
      </Stack>
    </Outside>
  );
}
