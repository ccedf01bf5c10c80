/** Name and password. */
import { useState } from "react";

import { Alert, Button, Stack, TextField } from "@mui/material";

import { inWords } from "../shared/api/client";
import { logIn, type Studio } from "./queries";

export function LoginForm({ done }: { done: (studio: Studio) => Promise<unknown> }) {
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const submit = async (event: React.FormEvent) => {
    event.preventDefault();
    try {
      await done(await logIn(name, password));
    } catch (error) {
      setProblem(inWords(error));
    }
  };
  return (
    <Stack component="form" onSubmit={submit} spacing={2.5}>
      {problem && <Alert severity="error">{problem}</Alert>}
      <TextField
        label="Name"
        autoComplete="username"
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <TextField
        label="Password"
        type="password"
        autoComplete="current-password"
        value={password}
        onChange={(event) => setPassword(event.target.value)}
      />
      <Button type="submit" variant="contained">
        Log in
      </Button>
    </Stack>
  );
}
