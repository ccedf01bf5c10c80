/** Where a link to a new password goes. */
import { useState } from "react";

import { Alert, Button, Stack, TextField, Typography } from "@mui/material";
import { useQueryClient } from "@tanstack/react-query";

import { useAttempt } from "../../shared/ui/useAttempt";
import { useUndo } from "../../shared/undo/UndoProvider";
import { accountQuery, changeMail, type Account } from "./queries";

export function MailForm({ account }: { account: Account }) {
  const queries = useQueryClient();
  const { tell } = useUndo();
  const [mail, setMail] = useState(account.mail);
  const [password, setPassword] = useState("");
  const { problem, attempt } = useAttempt();
  const keep = () =>
    attempt(async () => {
      queries.setQueryData(accountQuery.queryKey, await changeMail(mail.trim(), password));
      setPassword("");
      tell(mail.trim() ? "A link to a new password would go there." : "No mail is sent to you any more.");
    });
  return (
    <Stack
      component="form"
      aria-label="Mail"
      sx={{ gap: 2, maxWidth: 380 }}
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <Typography variant="h2">Mail</Typography>
      <Typography>
        If you forget your password, a link to a new one goes here. Nothing else is sent.
      </Typography>
      <TextField
        label="Mail address"
        type="email"
        autoComplete="email"
        value={mail}
        onChange={(event) => setMail(event.target.value)}
      />
      {mail.trim() !== account.mail && (
        <>
          <TextField
            label="Password, to change it"
            type="password"
            autoComplete="current-password"
            value={password}
            onChange={(event) => setPassword(event.target.value)}
          />
          <Button type="submit" variant="contained" disabled={!password} sx={{ alignSelf: "start" }}>
            Keep this address
          </Button>
        </>
      )}
      {problem && <Alert severity="info">{problem}</Alert>}
    </Stack>
  );
}
