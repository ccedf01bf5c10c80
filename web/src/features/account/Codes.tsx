/** One-time codes beside the password: turned on with an app, spare ones shown once, turned off. */
import { useState } from "react";

import { Alert, Box, Button, Stack, TextField, Typography } from "@mui/material";
import { useQueryClient } from "@tanstack/react-query";

import type { Schemas } from "../../shared/api/client";
import { useAttempt } from "../../shared/ui/useAttempt";
import { useUndo } from "../../shared/undo/UndoProvider";
import { accountQuery, beginCode, confirmCode, endCode, type Account } from "./queries";

export function Codes({ account }: { account: Account }) {
  const queries = useQueryClient();
  const { tell } = useUndo();
  const [password, setPassword] = useState("");
  const [code, setCode] = useState("");
  const [begun, setBegun] = useState<Schemas["CodeBegun"] | null>(null);
  const [spares, setSpares] = useState<string[]>([]);
  const { problem, attempt } = useAttempt();
  const begin = async () => {
    setBegun(await beginCode(password));
    setPassword("");
  };
  const confirm = async () => {
    setSpares(await confirmCode(code));
    setBegun(null);
    setCode("");
    await queries.invalidateQueries(accountQuery);
  };
  const end = async () => {
    queries.setQueryData(accountQuery.queryKey, await endCode(password));
    setPassword("");
    setSpares([]);
    tell("Logging in asks for the password alone.");
  };
  return (
    <Box component="section" aria-label="One-time codes">
      <Typography variant="h2" gutterBottom>
        One-time codes
      </Typography>
      <Typography sx={{ mb: 1.5 }}>
        {account.asks_for_code
          ? "Logging in asks for a code from the app on your phone, too."
          : "Logging in can ask for a code from an app on your phone, too. Whoever guesses your password gets no further."}
      </Typography>
      {spares.length > 0 && (
        <Alert severity="success" sx={{ mb: 2 }}>
          Write these down: each lets you in once, when the phone is lost. They are not shown again.
          <Box
            component="ul"
            sx={{ columns: 2, fontFamily: "monospace", fontSize: 17, listStyle: "none", p: 0, mb: 0 }}
          >
            {spares.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </Box>
        </Alert>
      )}
      {begun ? (
        <Stack sx={{ gap: 2, maxWidth: 460 }}>
          <Typography>
            Let the app read this picture, or type the letters; then type the code that it shows.
          </Typography>
          <Box sx={{ bgcolor: "#fff", width: 200, p: 0.5 }}>
            <img src={begun.picture} alt="For the app to read" width={192} />
          </Box>
          <Typography sx={{ fontFamily: "monospace", overflowWrap: "anywhere" }}>{begun.secret}</Typography>
          <Stack direction="row" sx={{ gap: 2 }}>
            <TextField
              label="Code"
              value={code}
              autoComplete="one-time-code"
              slotProps={{ htmlInput: { inputMode: "numeric", maxLength: 10 } }}
              onChange={(event) => setCode(event.target.value)}
            />
            <Button variant="contained" disabled={!code.trim()} onClick={() => void attempt(confirm)}>
              Ask for codes from now on
            </Button>
            <Button onClick={() => setBegun(null)}>Cancel</Button>
          </Stack>
        </Stack>
      ) : (
        <Stack
          component="form"
          direction="row"
          sx={{ gap: 2, flexWrap: "wrap" }}
          onSubmit={(event) => {
            event.preventDefault();
            void attempt(account.asks_for_code ? end : begin);
          }}
        >
          <TextField
            label="Password, to change this"
            type="password"
            autoComplete="current-password"
            value={password}
            onChange={(event) => setPassword(event.target.value)}
          />
          <Button type="submit" variant="outlined" disabled={!password}>
            {account.asks_for_code ? "Turn codes off" : "Turn codes on …"}
          </Button>
        </Stack>
      )}
      {problem && (
        <Alert severity="info" sx={{ mt: 1 }}>
          {problem}
        </Alert>
      )}
    </Box>
  );
}
