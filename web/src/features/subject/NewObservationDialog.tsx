/** A painting in front of the subject, without a photo: its name, its support, and what is noted for the light. */
import { useState } from "react";

import {
  Alert,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  Stack,
  TextField,
} from "@mui/material";

import { inWords } from "../../shared/api/client";
import { newObservation, type Painting } from "./queries";
import { SizeFields, type Size } from "./SizeFields";
import { written } from "./sizes";

const USUAL: Size = { width: "300", height: "240", unit: "mm" };

/** The time on this device as the field takes it, to the minute. */
export const localMinute = (at: Date): string =>
  new Date(at.getTime() - at.getTimezoneOffset() * 60_000).toISOString().slice(0, 16);

export default function NewObservationDialog({
  close,
  made,
}: {
  close: () => void;
  made: (painting: Painting) => void;
}) {
  const [title, setTitle] = useState("");
  const [size, setSize] = useState<Size>(USUAL);
  const [when, setWhen] = useState(() => localMinute(new Date()));
  const [place, setPlace] = useState("");
  const [weather, setWeather] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const submit = async (event: React.FormEvent) => {
    event.preventDefault();
    try {
      made(
        await newObservation(title, written(size.width, size.height, size.unit), { when, place, weather }),
      );
    } catch (error) {
      setProblem(inWords(error));
    }
  };
  return (
    <Dialog open onClose={close} aria-labelledby="observe-title">
      <form onSubmit={submit} noValidate>
        <DialogTitle id="observe-title">In front of the subject</DialogTitle>
        <DialogContent>
          <Stack spacing={2.5} sx={{ pt: 1 }}>
            {problem && <Alert severity="error">{problem}</Alert>}
            <TextField
              label="Name of the painting"
              value={title}
              onChange={(e) => setTitle(e.target.value)}
            />
            <SizeFields size={size} change={setSize} />
            <TextField
              label="When"
              type="datetime-local"
              value={when}
              onChange={(e) => setWhen(e.target.value)}
              slotProps={{ inputLabel: { shrink: true } }}
            />
            <TextField label="Where" value={place} onChange={(e) => setPlace(e.target.value)} />
            <TextField
              label="Weather and light"
              value={weather}
              onChange={(e) => setWeather(e.target.value)}
            />
          </Stack>
        </DialogContent>
        <DialogActions>
          <Button onClick={close}>Cancel</Button>
          <Button type="submit" variant="contained">
            Begin
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
