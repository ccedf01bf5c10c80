/** A new painting: drop a photo, give it a name, say how large the support is. */
import { useCallback, useEffect, useRef, useState, type ReactNode } from "react";

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

import { capital } from "../../shared/ui/words";
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
  return capital(bare);
}

export default function NewPaintingDialog({ close, made, shelf }: Props) {
  const [photo, setPhoto] = useState<File | null>(null);
  const [preview, setPreview] = useState<string | null>(null);
  const [title, setTitle] = useState("");
  const [size, setSize] = useState<Size>(USUAL);
  const [problem, setProblem] = useState<string | null>(null);
  const [sending, setSending] = useState(false);
  const [over, setOver] = useState(false);
  const [shown, setShown] = useState(true);
  const input = useRef<HTMLInputElement>(null);
  const camera = useRef<HTMLInputElement>(null);

  useEffect(() => () => void (preview && URL.revokeObjectURL(preview)), [preview]);

  const take = useCallback((file: File | undefined) => {
    if (!file) return;
    setProblem(null);
    setPhoto(file);
    setPreview(URL.createObjectURL(file));
    setShown(true);
    setTitle((now) => now || titleFrom(file.name));
  }, []);

  useEffect(() => {
    const paste = (event: ClipboardEvent) => {
      const file = [...(event.clipboardData?.files ?? [])].find((one) => one.type.startsWith("image/"));
      if (file) {
        event.preventDefault();
        take(file);
      }
    };
    window.addEventListener("paste", paste);
    return () => window.removeEventListener("paste", paste);
  }, [take]);

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
              {preview && shown ? (
                <img
                  src={preview}
                  alt="The photo you chose"
                  onError={() => setShown(false)}
                  style={{ maxWidth: "100%", maxHeight: 260 }}
                />
              ) : (
                <Typography color="text.secondary">
                  {photo
                    ? `${photo.name}: this browser cannot show it, the studio can read it.`
                    : "Drop a photo here or paste one (JPEG, PNG, WebP, TIFF or HEIC)"}
                </Typography>
              )}
              <Stack direction="row" sx={{ flexWrap: "wrap", justifyContent: "center", gap: 1 }}>
                <Button variant="outlined" onClick={() => input.current?.click()}>
                  {photo ? "Choose another photo" : "Choose a photo"}
                </Button>
                <Button variant="outlined" onClick={() => camera.current?.click()}>
                  Take one
                </Button>
              </Stack>
              <input
                ref={camera}
                type="file"
                accept="image/*"
                capture="environment"
                aria-label="Camera"
                hidden
                onChange={(event) => take(event.target.files?.[0])}
              />
              <input
                ref={input}
                type="file"
                accept="image/jpeg,image/png,image/webp,image/tiff,image/heic,image/heif,.heic,.heif,.tif,.tiff"
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
            Cancel
          </Button>
          <Button type="submit" variant="contained" disabled={sending}>
            Begin
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
