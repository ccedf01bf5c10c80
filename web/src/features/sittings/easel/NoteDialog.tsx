/** A note to the unit in hand: typed, or a photo. */
import { useState } from "react";

import {
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  TextField,
  Typography,
} from "@mui/material";

import { FileButton } from "../../../shared/ui/FileButton";

interface Props {
  about: string;
  keep: (text: string, photo: File | null) => void;
  close: () => void;
}

export function NoteDialog({ about, keep, close }: Props) {
  const [text, setText] = useState("");
  const [photo, setPhoto] = useState<File | null>(null);
  return (
    <Dialog open onClose={close} aria-labelledby="note-title">
      <DialogTitle id="note-title">Note</DialogTitle>
      <DialogContent sx={{ display: "grid", gap: 2 }}>
        <Typography color="text.secondary">{about}</Typography>
        <TextField
          label="Note"
          value={text}
          onChange={(event) => setText(event.target.value)}
          multiline
          minRows={3}
          autoFocus
          slotProps={{ htmlInput: { maxLength: 2000 } }}
        />
        <FileButton variant="outlined" label="Photo of the note" capture send={setPhoto}>
          {photo ? `Photo: ${photo.name}` : "Add a photo"}
        </FileButton>
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Cancel</Button>
        <Button
          variant="contained"
          disabled={!text.trim() && !photo}
          onClick={() => keep(text.trim(), photo)}
        >
          Keep the note
        </Button>
      </DialogActions>
    </Dialog>
  );
}
