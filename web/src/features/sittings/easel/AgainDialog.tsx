/** What was done is to be done again: why, in one tap, for the diary. */
import { useState } from "react";

import {
  Box,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  TextField,
  Typography,
} from "@mui/material";

import type { ListedTask } from "./queries";
import { titleOf } from "./words";

const OF_PAINT = [
  "too light",
  "too dark",
  "wrong colour",
  "wrong place or shape",
  "what lies beneath shows",
  "streaks or ridges",
  "an edge too hard",
  "smudged or lifted",
];
const OF_A_PILE = ["too little", "wrong colour", "dried up", "too thick or too thin"];

interface Props {
  task: ListedTask;
  again: (why: string) => void;
  close: () => void;
}

export function AgainDialog({ task, again, close }: Props) {
  const [words, setWords] = useState("");
  const reasons = task.kind === "unit" ? OF_PAINT : task.kind === "mixing" ? OF_A_PILE : [];
  return (
    <Dialog open onClose={close} aria-labelledby="again-title" maxWidth="sm" fullWidth>
      <DialogTitle id="again-title">Do it again: why?</DialogTitle>
      <DialogContent sx={{ display: "grid", gap: 2 }}>
        <Typography color="text.secondary">{titleOf(task)}</Typography>
        <Box sx={{ display: "grid", gap: 1, gridTemplateColumns: "repeat(auto-fill, minmax(200px, 1fr))" }}>
          {reasons.map((why) => (
            <Button key={why} variant="outlined" onClick={() => again(why)} sx={{ minHeight: 56 }}>
              {why}
            </Button>
          ))}
        </Box>
        <TextField
          label="In your own words"
          value={words}
          onChange={(event) => setWords(event.target.value)}
          slotProps={{ htmlInput: { maxLength: 200 } }}
        />
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Cancel</Button>
        <Button variant="contained" onClick={() => again(words.trim())}>
          {words.trim() ? "Do it again" : "Do it again, without a reason"}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
