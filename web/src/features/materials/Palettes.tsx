/** Palettes saved by name, each laid out as on the tray: warm against cool, light against dark. */
import { useRef, useState } from "react";

import {
  Alert,
  Box,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  Stack,
  TextField,
  Typography,
} from "@mui/material";
import AddIcon from "@mui/icons-material/Add";
import { useQuery } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { Swatch } from "../../shared/ui/Swatch";
import { Empty, Failed, Loading } from "../../shared/ui/States";
import { useUndo } from "../../shared/undo/UndoProvider";
import { PaintPicker } from "./PaintPicker";
import {
  addPalette,
  changePalette,
  paintsQuery,
  palettesQuery,
  readPaletteFile,
  removePalette,
  tubesQuery,
  type Palette,
  type PaletteFile,
} from "./queries";

export function Palettes() {
  const palettes = useQuery(palettesQuery);
  const { edit, tell } = useUndo();
  const [open, setOpen] = useState<Palette | "new" | null>(null);
  const [file, setFile] = useState<{ text: string; seen: PaletteFile } | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const save = (name: string, keys: string[]) =>
    edit(() => (open === "new" || !open ? addPalette(name, keys) : changePalette(open.id, name, keys)));
  const remove = (palette: Palette) =>
    edit(() => removePalette(palette.id), { label: `Removed the palette ${palette.name}` }).catch(
      (error: unknown) => tell(inWords(error)),
    );
  const read = async (chosen: File | undefined) => {
    if (!chosen) return;
    try {
      const text = await chosen.text();
      setFile({ text, seen: await readPaletteFile(text, false) });
    } catch (error) {
      tell(inWords(error));
    }
  };

  if (palettes.isPending) return <Loading what="your palettes" />;
  if (palettes.isError) return <Failed error={palettes.error} again={() => void palettes.refetch()} />;
  return (
    <>
      <Stack direction="row" sx={{ mb: 2, alignItems: "end", gap: 2, flexWrap: "wrap" }}>
        <Box sx={{ flex: 1, minWidth: 260 }}>
          <Typography variant="h1">Palettes</Typography>
          <Typography color="text.secondary">
            As they lie on the tray, from left to right: warm, dark to light; white; cool, light to dark.
          </Typography>
        </Box>
        <Button onClick={() => input.current?.click()}>Palette from a GPL file</Button>
        <input
          ref={input}
          type="file"
          accept=".gpl,text/plain"
          aria-label="GIMP palette"
          hidden
          onChange={(event) => {
            void read(event.target.files?.[0]);
            event.target.value = "";
          }}
        />
        <Button variant="contained" startIcon={<AddIcon />} onClick={() => setOpen("new")}>
          New palette
        </Button>
      </Stack>
      {palettes.data.length === 0 && (
        <Empty title="No palette yet">Save the tubes that you like to work with under a name.</Empty>
      )}
      <Stack component="ul" aria-label="Palettes" spacing={2} sx={{ listStyle: "none", p: 0, m: 0 }}>
        {palettes.data.map((palette) => (
          <Box
            component="li"
            key={palette.id}
            sx={{ bgcolor: "background.paper", p: 2, borderRadius: "3px" }}
          >
            <Typography variant="h2">{palette.name}</Typography>
            <Tray palette={palette} />
            <Button onClick={() => setOpen(palette)} aria-label={`Change ${palette.name}`}>
              Change
            </Button>
            <Button component="a" href={`/api/materials/palettes/${palette.id}/tray.pdf`} download="tray.pdf">
              Tray as PDF
            </Button>
            <Button component="a" href={`/api/materials/palettes/${palette.id}/palette.gpl`} download>
              Save as GPL
            </Button>
            <Button component="a" href={`/api/materials/palettes/${palette.id}/palette.cxf`} download>
              Spectra (CxF3)
            </Button>
            <Button onClick={() => void remove(palette)} aria-label={`Remove ${palette.name}`}>
              Remove
            </Button>
          </Box>
        ))}
      </Stack>
      {open && (
        <PaletteDialog palette={open === "new" ? null : open} save={save} close={() => setOpen(null)} />
      )}
      {file && (
        <FileDialog
          seen={file.seen}
          close={() => setFile(null)}
          keep={() => edit(() => readPaletteFile(file.text, true))}
        />
      )}
    </>
  );
}

function Tray({ palette }: { palette: Palette }) {
  return (
    <Box
      component="ol"
      aria-label={`Tray of ${palette.name}`}
      sx={{ display: "flex", flexWrap: "wrap", gap: 1, listStyle: "none", p: 1.5, my: 1.5, bgcolor: "mat" }}
    >
      {palette.tray.map((heap, place) => (
        <Box
          component="li"
          key={heap.key}
          sx={{
            width: 92,
            ml: place > 0 && palette.tray[place - 1]!.side !== heap.side ? 2.5 : 0,
          }}
        >
          <Box role="img" aria-label={heap.name} sx={{ height: 44, bgcolor: heap.masstone }} />
          <Typography variant="caption" component="div">
            {heap.name}
            {!heap.on_shelf && <strong> · not on the shelf</strong>}
          </Typography>
        </Box>
      ))}
    </Box>
  );
}

interface DialogProps {
  palette: Palette | null;
  save: (name: string, keys: string[]) => Promise<unknown>;
  close: () => void;
}

function PaletteDialog({ palette, save, close }: DialogProps) {
  const paints = useQuery(paintsQuery);
  const tubes = useQuery(tubesQuery);
  const [name, setName] = useState(palette?.name ?? "");
  const [keys, setKeys] = useState<string[]>(palette?.keys ?? []);
  const [all, setAll] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const owned = new Set(tubes.data?.map((tube) => tube.key));
  const offered =
    paints.data?.filter((paint) => all || owned.has(paint.key) || keys.includes(paint.key)) ?? [];
  const submit = async (event: React.FormEvent) => {
    event.preventDefault();
    try {
      await save(name, keys);
      close();
    } catch (error) {
      setProblem(inWords(error));
    }
  };
  return (
    <Dialog open onClose={close} maxWidth="md" aria-labelledby="palette-title">
      <form onSubmit={submit} noValidate>
        <DialogTitle id="palette-title">{palette ? `Change ${palette.name}` : "New palette"}</DialogTitle>
        <DialogContent>
          <Stack spacing={2} sx={{ pt: 1 }}>
            {problem && <Alert severity="error">{problem}</Alert>}
            <TextField label="Name" value={name} onChange={(event) => setName(event.target.value)} />
            <PaintPicker
              label="Paints of the palette"
              paints={offered}
              chosen={new Set(keys)}
              toggle={(key) =>
                setKeys((now) => (now.includes(key) ? now.filter((one) => one !== key) : [...now, key]))
              }
            />
            <Button onClick={() => setAll(!all)}>
              {all ? "Show only what the shelf has" : "Show every paint of the catalogue"}
            </Button>
          </Stack>
        </DialogContent>
        <DialogActions>
          <Button onClick={close}>Cancel</Button>
          <Button type="submit" variant="contained">
            Save the palette
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

function FileDialog({
  seen,
  keep,
  close,
}: {
  seen: PaletteFile;
  keep: () => Promise<unknown>;
  close: () => void;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const good = seen.rows.filter((row) => row.key !== null).length;
  return (
    <Dialog open onClose={close} aria-labelledby="gpl-title">
      <DialogTitle id="gpl-title">Palette {seen.name || "without a name"}</DialogTitle>
      <DialogContent>
        {problem && <Alert severity="error">{problem}</Alert>}
        <Typography role="status" sx={{ fontWeight: 650 }}>
          {good} of {seen.rows.length} lines are colours.
        </Typography>
        <Box component="ul" aria-label="Lines of the file" sx={{ listStyle: "none", p: 0 }}>
          {seen.rows.map((row) => (
            <Stack
              component="li"
              key={row.line}
              direction="row"
              spacing={1.5}
              sx={{ alignItems: "center", py: 0.5 }}
            >
              {row.colour ? (
                <>
                  <Swatch colour={row.colour} label={row.written || "colour"} size={28} />
                  <Typography>
                    {row.written && `${row.written}: `}
                    {row.name}
                    <Typography component="span" color="text.secondary">
                      {" "}
                      ({row.nearness})
                    </Typography>
                  </Typography>
                </>
              ) : (
                <Typography>
                  <span aria-hidden>▲ </span>
                  {row.problem} {row.hint}
                </Typography>
              )}
            </Stack>
          ))}
        </Box>
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Cancel</Button>
        <Button
          variant="contained"
          disabled={good === 0}
          onClick={() =>
            void keep().then(close, (error: unknown) => {
              setProblem(inWords(error));
            })
          }
        >
          Save the palette
        </Button>
      </DialogActions>
    </Dialog>
  );
}
