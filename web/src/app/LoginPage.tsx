/** On a hosted site a painter logs in first. */
import { useState } from "react";

import { Alert, Box, Button, Stack, TextField, Typography } from "@mui/material";
import { useQueryClient } from "@tanstack/react-query";

import { inWords } from "../shared/api/client";
import { Contours } from "./Contours";
import { logIn } from "./queries";

export function LoginPage() {
  const queries = useQueryClient();
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const submit = async (event: React.FormEvent) => {
    event.preventDefault();
    try {
      queries.setQueryData(["studio"], await logIn(name, password));
      await queries.resetQueries();
    } catch (error) {
      setProblem(inWords(error));
    }
  };
  return (
    <Box
      component="main"
      sx={{ minHeight: "100vh", display: "grid", placeItems: "center", position: "relative" }}
    >
      <Contours />
      <Stack
        component="form"
        onSubmit={submit}
        spacing={2.5}
        sx={{ width: 360, p: 4, bgcolor: "background.paper", zIndex: 1 }}
      >
        <Typography variant="h1">Ypsochrom</Typography>
        {problem && <Alert severity="error">{problem}</Alert>}
        <TextField
          label="Name"
          autoComplete="username"
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
        <TextField
          label="Password"
          type="password"
          autoComplete="current-password"
          value={password}
          onChange={(e) => setPassword(e.target.value)}
        />
        <Button type="submit" variant="contained">
          Log in
        </Button>
      </Stack>
    </Box>
  );
}
