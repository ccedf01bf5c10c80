/** A new painting: drop a photo, give it a name, say how large the support is. */
import { useEffect, useRef, useState, type ReactNode } from "react";

import {
  Alert,
  Box,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  LinearProgress,
  Stack,
  TextField,
  Typography,
} from "@mui/material";

import { inWords } from "../../shared/api/client";
import { newPainting, type Painting } from "./queries";
import { SizeFields, type Size } from "./SizeFields";
import { written } from "./sizes";

interface Props {
  close: () => void;
  made: (painting: Painting) => void;
  /** What the shelf holds, shown so that the painter knows what will be mixed from. */
  shelf: ReactNode;
}

const USUAL: Size = { width: "400", height: "300", unit: "mm" };

/** A name for the painting from the file's: without ending, dashes and camera prefixes become blanks. */
export function titleFrom(fileName: string): string {
  const bare = fileName
    .replace(/\.[^.]+$/, "")
    .replace(/[-_]+/g, " ")
    .trim();
  return bare.charAt(0).toUpperCase() + bare.slice(1);
}

export function NewPaintingDialog({ close, made, shelf }: Props) {
  const [photo, setPhoto] = useState<File | null>(null);
  const [preview, setPreview] = useState<string | null>(null);
  const [title, setTitle] = useState("");
  const [size, setSize] = useState<Size>(USUAL);
  const [problem, setProblem] = useState<string | null>(null);
  const [sending, setSending] = useState(false);
  const [over, setOver] = useState(false);
  const input = useRef<HTMLInputElement>(null);

  useEffect(() => () => void (preview && URL.revokeObjectURL(preview)), [preview]);

  const take = (file: File | undefined) => {
    if (!file) return;
    setProblem(null);
    setPhoto(file);
    setPreview(URL.createObjectURL(file));
    setTitle((now) => now || titleFrom(file.name));
  };
  const submit = async (event: React.FormEvent) => {
    event.preventDefault();
    if (!photo) return setProblem("There is no photo yet. Drop one here or choose a file.");
    setSending(true);
    setProblem(null);
    try {
      made(await newPainting(photo, title, written(size.width, size.height, size.unit)));
    } catch (error) {
      setProblem(inWords(error));
      setSending(false);
    }
  };
  return (
    <Dialog open onClose={sending ? undefined : close} aria-labelledby="new-title" maxWidth="md">
      <form onSubmit={submit} noValidate>
        <DialogTitle id="new-title">New painting</DialogTitle>
        <DialogContent>
          {sending && <LinearProgress aria-label="Reading the photo" />}
          {problem && (
            <Alert severity="error" sx={{ mb: 2 }}>
              {problem}
            </Alert>
          )}
          <Stack direction={{ xs: "column", md: "row" }} spacing={3} sx={{ pt: 1 }}>
            <Box
              onDragOver={(event) => {
                event.preventDefault();
                setOver(true);
              }}
              onDragLeave={() => setOver(false)}
              onDrop={(event) => {
                event.preventDefault();
                setOver(false);
                take(event.dataTransfer.files[0]);
              }}
              sx={{
                flex: 1,
                minHeight: 280,
                display: "grid",
                placeItems: "center",
                bgcolor: over ? "divider" : "mat",
                p: 2,
                textAlign: "center",
              }}
            >
              {preview ? (
                <img src={preview} alt="The photo you chose" style={{ maxWidth: "100%", maxHeight: 260 }} />
              ) : (
                <Typography color="text.secondary">Drop a photo here (JPEG or PNG)</Typography>
              )}
              <Button variant="outlined" onClick={() => input.current?.click()}>
                {photo ? "Choose another photo" : "Choose a photo"}
              </Button>
              <input
                ref={input}
                type="file"
                accept="image/jpeg,image/png"
                aria-label="Photo"
                hidden
                onChange={(event) => take(event.target.files?.[0])}
              />
            </Box>
            <Stack spacing={2.5} sx={{ flex: 1 }}>
              <TextField
                label="Name of the painting"
                value={title}
                onChange={(e) => setTitle(e.target.value)}
              />
              <Box>
                <Typography variant="h3" gutterBottom>
                  Support
                </Typography>
                <SizeFields size={size} change={setSize} />
              </Box>
              <Box>
                <Typography variant="h3" gutterBottom>
                  Shelf
                </Typography>
                {shelf}
              </Box>
            </Stack>
          </Stack>
        </DialogContent>
        <DialogActions>
          <Button onClick={close} disabled={sending}>
            Leave it
          </Button>
          <Button type="submit" variant="contained" disabled={sending}>
            Begin
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
