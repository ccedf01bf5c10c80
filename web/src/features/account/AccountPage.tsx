/** The account at a hosted site: password, mail, one-time codes, where one is logged in, and leaving with everything. */
import { useState } from "react";

import { Alert, Box, Button, Stack, TextField, Typography } from "@mui/material";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";

import { inWords } from "../../shared/api/client";
import { Failed, Loading } from "../../shared/ui/States";
import { useAttempt } from "../../shared/ui/useAttempt";
import { moment } from "../../shared/ui/words";
import { useUndo } from "../../shared/undo/UndoProvider";
import { Codes } from "./Codes";
import { Happened } from "./Happened";
import { MailForm } from "./MailForm";
import { accountQuery, changePassword, endSession, leave, type Account } from "./queries";
import { mb, roleWord } from "./words";

export default function AccountPage() {
  const found = useQuery(accountQuery);
  if (found.isError) return <Failed error={found.error} again={() => void found.refetch()} />;
  if (!found.data) return <Loading what="your account" />;
  return (
    <Box component="main" sx={{ p: 3, maxWidth: 720, mx: "auto", display: "grid", gap: 4 }}>
      <title>Account · Ypsochrom</title>
      <Box>
        <Typography variant="h1">{found.data.name}</Typography>
        <Typography color="text.secondary">
          {roleWord(found.data.role)} · {mb(found.data.kept_mb)} of pictures
          {found.data.allowed_mb !== null && `, of ${mb(found.data.allowed_mb)} at most`}
        </Typography>
        {found.data.role === "owner" && (
          <Button component={Link} to="/people" sx={{ mt: 1, ml: -1 }}>
            Painters of this site, invitations
          </Button>
        )}
      </Box>
      <Password />
      <MailForm account={found.data} />
      <Codes account={found.data} />
      <Sessions account={found.data} />
      <Happened events={found.data.events} />
      <Leaving />
    </Box>
  );
}

function Password() {
  const queries = useQueryClient();
  const { tell } = useUndo();
  const [old, setOld] = useState("");
  const [next, setNext] = useState("");
  const { problem, attempt } = useAttempt();
  const keep = () =>
    attempt(async () => {
      queries.setQueryData(accountQuery.queryKey, await changePassword(old, next));
      setOld("");
      setNext("");
      tell("The password is changed. Other browsers are logged out.");
    });
  return (
    <Stack
      component="form"
      aria-label="Password"
      sx={{ gap: 2, maxWidth: 380 }}
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <Typography variant="h2">Password</Typography>
      <TextField
        label="Present password"
        type="password"
        autoComplete="current-password"
        value={old}
        onChange={(event) => setOld(event.target.value)}
      />
      <TextField
        label="New password"
        type="password"
        autoComplete="new-password"
        value={next}
        onChange={(event) => setNext(event.target.value)}
      />
      {problem && <Alert severity="info">{problem}</Alert>}
      <Button type="submit" variant="contained" disabled={!old || !next} sx={{ alignSelf: "start" }}>
        Change the password
      </Button>
    </Stack>
  );
}

function Sessions({ account }: { account: Account }) {
  const queries = useQueryClient();
  const { tell } = useUndo();
  const end = (id: string) =>
    endSession(id).then(
      (now) => queries.setQueryData(accountQuery.queryKey, now),
      (error: unknown) => tell(inWords(error)),
    );
  return (
    <Box component="section" aria-label="Where you are logged in">
      <Typography variant="h2" gutterBottom>
        Where you are logged in
      </Typography>
      <Stack component="ul" sx={{ listStyle: "none", p: 0, m: 0, gap: 0.5 }}>
        {account.sessions.map((one) => (
          <Stack key={one.id} component="li" direction="row" sx={{ alignItems: "center", gap: 2 }}>
            <Typography sx={{ minWidth: 240 }}>
              {one.here ? "This browser" : "Another browser"}
              {one.began && `, since ${moment(one.began)}`}
            </Typography>
            {!one.here && <Button onClick={() => void end(one.id)}>Log out there</Button>}
          </Stack>
        ))}
      </Stack>
    </Box>
  );
}

function Leaving() {
  const [isSure, setSure] = useState(false);
  const [password, setPassword] = useState("");
  const { problem, attempt } = useAttempt();
  const go = () =>
    attempt(async () => {
      await leave(password);
      window.location.assign("/");
    });
  return (
    <Box component="section" aria-label="Delete the account">
      <Typography variant="h2" gutterBottom>
        Delete the account
      </Typography>
      <Typography sx={{ mb: 1 }}>
        Paintings, shelf, logbook and photos go with it, for good. <Link to="/archive">Save the studio</Link>{" "}
        first.
      </Typography>
      {isSure ? (
        <Stack direction="row" sx={{ gap: 2, alignItems: "center", flexWrap: "wrap" }}>
          <TextField
            label="Your password"
            type="password"
            autoComplete="current-password"
            value={password}
            onChange={(event) => setPassword(event.target.value)}
          />
          <Button variant="contained" color="error" disabled={!password} onClick={() => void go()}>
            Delete everything
          </Button>
          <Button onClick={() => setSure(false)}>Keep it</Button>
        </Stack>
      ) : (
        <Button variant="outlined" onClick={() => setSure(true)}>
          Delete the account …
        </Button>
      )}
      {problem && (
        <Alert severity="info" sx={{ mt: 1 }}>
          {problem}
        </Alert>
      )}
    </Box>
  );
}
