/** Name and password, and a one-time code where the account asks for one. */
import { useState } from "react";

import { Alert, Button, Stack, TextField } from "@mui/material";

import { inWords, ProblemError } from "../shared/api/client";
import { logIn, type Studio } from "./queries";

const CODE_WANTED = "site.code_wanted";

export function LoginForm({ done }: { done: (studio: Studio) => Promise<unknown> }) {
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const [code, setCode] = useState("");
  const [asksCode, setAsksCode] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const submit = async (event: React.FormEvent) => {
    event.preventDefault();
    setProblem(null);
    try {
      await done(await logIn(name, password, code.trim()));
    } catch (error) {
      if (error instanceof ProblemError && error.problem.code === CODE_WANTED) setAsksCode(true);
      else setProblem(inWords(error));
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
      {asksCode && (
        <TextField
          label="One-time code"
          helperText="From the app on your phone, or a spare one from paper."
          autoComplete="one-time-code"
          autoFocus
          value={code}
          onChange={(event) => setCode(event.target.value)}
        />
      )}
      <Button type="submit" variant="contained">
        Log in
      </Button>
    </Stack>
  );
}
