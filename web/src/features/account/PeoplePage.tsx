/** Who paints at this site: who looks after it invites, gives roles, and locks out. */
import { useState } from "react";

import {
  Alert,
  Box,
  Button,
  MenuItem,
  Select,
  Stack,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  TextField,
  Typography,
} from "@mui/material";
import { useQuery, useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { Choice } from "../../shared/ui/Choice";
import { CopyLink } from "../../shared/ui/CopyLink";
import { Failed, Loading } from "../../shared/ui/States";
import { soMany, moment } from "../../shared/ui/words";
import { useUndo } from "../../shared/undo/UndoProvider";
import { Happened } from "./Happened";
import {
  changePerson,
  invite,
  peopleQuery,
  withdraw,
  type People,
  type Person,
  type Place,
  type Role,
} from "./queries";
import { mb, ROLES, roleWord } from "./words";

/** Carries out a change and shows what became of it. */
type Doing = (what: Promise<People>, done?: string) => Promise<boolean>;

export default function PeoplePage() {
  const found = useQuery(peopleQuery);
  const queries = useQueryClient();
  const { tell } = useUndo();
  const doing: Doing = async (what, done) => {
    try {
      queries.setQueryData(peopleQuery.queryKey, await what);
      if (done) tell(done);
      return true;
    } catch (error) {
      tell(inWords(error));
      return false;
    }
  };
  if (found.isError) return <Failed error={found.error} again={() => void found.refetch()} />;
  if (!found.data) return <Loading what="the painters" />;
  const { people, places, events, mails } = found.data;
  return (
    <Box component="main" sx={{ p: 3, maxWidth: 1040, mx: "auto", display: "grid", gap: 4 }}>
      <title>Painters · Ypsochrom</title>
      <Typography variant="h1">{soMany(people.length, "painter")}</Typography>
      <Invite mails={mails} doing={doing} />
      {places.length > 0 && <Places places={places} doing={doing} />}
      <Box component="section" aria-label="Painters" sx={{ overflow: "auto" }}>
        <Table size="small">
          <TableHead>
            <TableRow>
              <TableCell>Name</TableCell>
              <TableCell>Role</TableCell>
              <TableCell>Last logged in</TableCell>
              <TableCell align="right">Pictures</TableCell>
              <TableCell align="right">at most, MB</TableCell>
              <TableCell />
            </TableRow>
          </TableHead>
          <TableBody>
            {people.map((one) => (
              <Row key={one.id} one={one} doing={doing} />
            ))}
          </TableBody>
        </Table>
      </Box>
      <Happened events={events} names />
    </Box>
  );
}

function Invite({ mails, doing }: { mails: boolean; doing: Doing }) {
  const [role, setRole] = useState<Role>("painter");
  const [mail, setMail] = useState("");
  const send = async () => {
    const words =
      mail && mails ? `A letter is on its way to ${mail}.` : "The link stands below: hand it over.";
    if (await doing(invite(role, mail.trim()), words)) setMail("");
  };
  return (
    <Stack
      component="form"
      aria-label="Invite somebody"
      direction="row"
      sx={{ gap: 2, alignItems: "end", flexWrap: "wrap" }}
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <Box sx={{ width: 330 }}>
        <Choice label="Invite a" value={role} options={ROLES} choose={(to) => setRole(to as Role)} />
      </Box>
      <TextField
        label="Mail address, if a letter is to go out"
        type="email"
        size="small"
        value={mail}
        onChange={(event) => setMail(event.target.value)}
        sx={{ width: 320 }}
      />
      <Button type="submit" variant="contained">
        Invite
      </Button>
      {!mails && mail && (
        <Alert severity="info" sx={{ width: "100%" }}>
          This site sends no mail: letters are printed to its console. Hand the link over yourself.
        </Alert>
      )}
    </Stack>
  );
}

function Places({ places, doing }: { places: Place[]; doing: Doing }) {
  return (
    <Box component="section" aria-label="Invitations">
      <Typography variant="h2" gutterBottom>
        Invited
      </Typography>
      <Stack component="ul" sx={{ listStyle: "none", p: 0, m: 0, gap: 1 }}>
        {places.map((one) => (
          <Stack
            key={one.id}
            component="li"
            direction="row"
            sx={{ gap: 2, alignItems: "center", flexWrap: "wrap" }}
          >
            <Typography sx={{ minWidth: 260 }}>
              {one.mail || "Whoever has the link"}, as {roleWord(one.role).toLowerCase()}, until{" "}
              {moment(one.until)}
            </Typography>
            <CopyLink url={one.url} />
            <Button onClick={() => void doing(withdraw(one.id))}>Take back</Button>
          </Stack>
        ))}
      </Stack>
    </Box>
  );
}

function Row({ one, doing }: { one: Person; doing: Doing }) {
  const [most, setMost] = useState(String(one.allowed_mb ?? ""));
  const keep = () => {
    const allowed_mb = Number(most);
    if (most.trim() && Number.isInteger(allowed_mb) && allowed_mb >= 0 && allowed_mb !== one.allowed_mb)
      void doing(changePerson(one.id, { allowed_mb }));
    else setMost(String(one.allowed_mb ?? ""));
  };
  return (
    <TableRow>
      <TableCell>
        {one.name}
        {one.you && " (you)"}
        {one.locked && " · locked out"}
      </TableCell>
      <TableCell>
        <Select
          size="small"
          value={one.role}
          disabled={one.you}
          onChange={(event) => void doing(changePerson(one.id, { role: event.target.value }))}
          inputProps={{ "aria-label": `Role of ${one.name}` }}
        >
          {ROLES.map(([role]) => (
            <MenuItem key={role} value={role}>
              {roleWord(role)}
            </MenuItem>
          ))}
        </Select>
      </TableCell>
      <TableCell>{one.seen ? moment(one.seen) : "never"}</TableCell>
      <TableCell align="right">{mb(one.kept_mb)}</TableCell>
      <TableCell align="right">
        <TextField
          size="small"
          value={most}
          onChange={(event) => setMost(event.target.value)}
          onBlur={keep}
          slotProps={{
            htmlInput: { "aria-label": `MB for ${one.name}`, inputMode: "numeric", maxLength: 7 },
          }}
          sx={{ width: 96 }}
        />
      </TableCell>
      <TableCell>
        {!one.you && (
          <Button onClick={() => void doing(changePerson(one.id, { locked: !one.locked }))}>
            {one.locked ? "Let in again" : "Lock out"}
          </Button>
        )}
      </TableCell>
    </TableRow>
  );
}
