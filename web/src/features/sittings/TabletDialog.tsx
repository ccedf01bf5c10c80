/** On a tablet: what letting one in means, at which address, the QR code that opens this easel there, and who was let in. */
import { useState } from "react";

import {
  Alert,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  MenuItem,
  Stack,
  TextField,
  Typography,
} from "@mui/material";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { invite as askFor, openDoor, sendAway, shutDoor, tabletsQuery } from "./tablets";

interface Props {
  paintingId: number;
  close: () => void;
}

export function TabletDialog({ paintingId, close }: Props) {
  const queries = useQueryClient();
  const { data, error } = useQuery({ ...tabletsQuery, refetchInterval: 5_000 });
  const [address, setAddress] = useState("");
  const keep = (tablets: typeof data) => queries.setQueryData(tabletsQuery.queryKey, tablets);
  const open = useMutation({
    mutationFn: () => openDoor(address || (data?.addresses[0] ?? "")),
    onSuccess: keep,
  });
  const shut = useMutation({
    mutationFn: shutDoor,
    onSuccess: keep,
  });
  const away = useMutation({ mutationFn: sendAway, onSuccess: keep });
  const invite = useMutation({
    mutationFn: () => askFor(`/paintings/${paintingId}/easel`),
  });
  const trouble = error ?? open.error ?? shut.error ?? away.error ?? invite.error;
  const isOpen = data?.hosted || data?.open;
  return (
    <Dialog open onClose={close} aria-labelledby="tablet-title">
      <DialogTitle id="tablet-title">On a tablet</DialogTitle>
      <DialogContent sx={{ display: "grid", gap: 2 }}>
        {data && !data.hosted && !data.open && (
          <>
            <Typography>
              The studio answers this machine only. When you let your tablet in, it also answers at one
              address in your network, without encryption: do so in a network that you trust, not in a café.
              Nobody comes in without a code from this page; each code lets in one tablet, once.
            </Typography>
            {!data.can_open && (
              <Alert severity="info">This studio was not started so that a tablet can be let in.</Alert>
            )}
            {data.can_open && data.addresses.length === 0 && (
              <Alert severity="info">This machine is in no network now. Connect it, then try again.</Alert>
            )}
            {data.can_open && data.addresses.length > 0 && (
              <Stack direction="row" sx={{ gap: 2 }}>
                <TextField
                  select
                  size="small"
                  label="Address"
                  value={address || data.addresses[0]}
                  onChange={(event) => setAddress(event.target.value)}
                  sx={{ minWidth: 200 }}
                >
                  {data.addresses.map((one) => (
                    <MenuItem key={one} value={one}>
                      {one}
                    </MenuItem>
                  ))}
                </TextField>
                <Button variant="contained" onClick={() => open.mutate()}>
                  Let my tablet in
                </Button>
              </Stack>
            )}
          </>
        )}
        {isOpen && !invite.data && (
          <Stack direction="row" sx={{ gap: 1 }}>
            <Button variant="contained" onClick={() => invite.mutate()}>
              Show the code
            </Button>
            {data?.open && <Button onClick={() => shut.mutate()}>Let nobody in any more</Button>}
          </Stack>
        )}
        {isOpen && invite.data && (
          <>
            <Typography>Hold the tablet’s camera on this. It works once, for ten minutes.</Typography>
            <img
              src={invite.data.picture}
              alt="QR code that opens this easel on the tablet"
              style={{ width: 260, justifySelf: "center" }}
            />
            <Typography sx={{ overflowWrap: "anywhere" }}>{invite.data.url}</Typography>
            <Stack direction="row" sx={{ gap: 1 }}>
              <Button onClick={() => invite.mutate()}>Another code</Button>
              {data?.open && (
                <Button onClick={() => shut.mutate(undefined, { onSuccess: () => invite.reset() })}>
                  Let nobody in any more
                </Button>
              )}
            </Stack>
          </>
        )}
        {(data?.tablets ?? []).map((tablet) => (
          <Stack key={tablet.id} direction="row" sx={{ alignItems: "center", gap: 1 }}>
            <Typography sx={{ flex: 1 }}>{tablet.name}</Typography>
            <Button onClick={() => away.mutate(tablet.id)} aria-label={`Send away: ${tablet.name}`}>
              Send away
            </Button>
          </Stack>
        ))}
        {trouble && <Alert severity="warning">{inWords(trouble)}</Alert>}
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}
