/** A painting from before the application, entered in two minutes: photo, size, hours, palette. */
import { useState } from "react";

import {
  Alert,
  Autocomplete,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  Stack,
  TextField,
  Typography,
} from "@mui/material";
import { useQuery, useQueryClient } from "@tanstack/react-query";

import { paintsQuery } from "../materials";
import { inWords } from "../../shared/api/client";
import { FileButton } from "../../shared/ui/FileButton";
import { useUndo } from "../../shared/undo/UndoProvider";
import { MarkChoice } from "./MarkChoice";
import { enterPage, pagesAnew, putPhoto, takePageOut, type NewPage, type Pages } from "./queries";
import { asMinutes } from "./words";

const EMPTY = { title: "", size: "", hours: "", ml: "", cost: "", method: "", finished: "", notes: "" };

export default function EnterPainting({ known, close }: { known: Pages; close: () => void }) {
  const [said, setSaid] = useState(EMPTY);
  const [tags, setTags] = useState<string[]>([]);
  const [palette, setPalette] = useState<string[]>([]);
  const [mark, setMark] = useState<number | null>(null);
  const [photo, setPhoto] = useState<File | null>(null);
  const [problem, setProblem] = useState("");
  const [entering, setEntering] = useState(false);
  const paints = useQuery(paintsQuery);
  const queries = useQueryClient();
  const { tell } = useUndo();
  const name = new Map(paints.data?.map((one) => [one.key, one.name]));
  const fill = (change: Partial<typeof EMPTY>) => setSaid((now) => ({ ...now, ...change }));
  const listedAnew = () => pagesAnew(queries);
  const unread = {
    hours: said.hours.trim() !== "" && asMinutes(said.hours) === null,
    ml: said.ml.trim() !== "" && amount(said.ml) === null,
    cost: said.cost.trim() !== "" && amount(said.cost) === null,
  };
  const keep = async () => {
    setEntering(true);
    try {
      const page: NewPage = {
        title: said.title,
        size: said.size,
        minutes: asMinutes(said.hours),
        ml: amount(said.ml),
        cost: amount(said.cost),
        method: said.method,
        finished: said.finished || null,
        notes: said.notes,
        tags,
        palette,
        mark,
      };
      const kept = await enterPage(page);
      const lacking = photo ? await putPhoto(kept.ref, photo).then(() => "", inWords) : "";
      await listedAnew();
      tell(`Entered “${kept.title}”${lacking && `, without its photo: ${lacking}`}`, () =>
        takePageOut(kept.ref).then(listedAnew),
      );
      close();
    } catch (error) {
      setProblem(inWords(error));
      setEntering(false);
    }
  };
  return (
    <Dialog open onClose={close} fullWidth maxWidth="sm">
      <DialogTitle>A painting from before</DialogTitle>
      <DialogContent>
        <Stack sx={{ gap: 2, pt: 1 }}>
          <TextField
            label="Title"
            required
            autoFocus
            value={said.title}
            onChange={(event) => fill({ title: event.target.value })}
          />
          <Stack direction="row" sx={{ gap: 2 }}>
            <TextField
              label="Size"
              required
              placeholder="300x200mm or 12x8in"
              value={said.size}
              onChange={(event) => fill({ size: event.target.value })}
            />
            <TextField
              label="Hours at work"
              inputMode="decimal"
              value={said.hours}
              error={unread.hours}
              helperText={unread.hours && "As in 3.5, 3:30 or 40 min."}
              onChange={(event) => fill({ hours: event.target.value })}
            />
            <TextField
              label="Finished"
              type="date"
              slotProps={{ inputLabel: { shrink: true } }}
              value={said.finished}
              onChange={(event) => fill({ finished: event.target.value })}
            />
          </Stack>
          <Autocomplete
            multiple
            options={[...name.keys()]}
            getOptionLabel={(key) => name.get(key) ?? key}
            value={palette}
            onChange={(_, to) => setPalette(to)}
            renderInput={(params) => <TextField {...params} label="Palette" />}
          />
          <Autocomplete
            multiple
            freeSolo
            options={known.tags}
            value={tags}
            onChange={(_, to) => setTags(to)}
            renderInput={(params) => (
              <TextField {...params} label="Subject" helperText="A word, then Enter." />
            )}
          />
          <Autocomplete
            freeSolo
            options={known.methods}
            inputValue={said.method}
            onInputChange={(_, method) => fill({ method })}
            renderInput={(params) => <TextField {...params} label="Method" />}
          />
          <Stack direction="row" sx={{ gap: 2 }}>
            <TextField
              label="Paint, ml"
              inputMode="decimal"
              value={said.ml}
              error={unread.ml}
              helperText={unread.ml && "A number of ml, as in 24 or 24.5."}
              onChange={(event) => fill({ ml: event.target.value })}
            />
            <TextField
              label="Cost of paint"
              inputMode="decimal"
              value={said.cost}
              error={unread.cost}
              helperText={unread.cost && "A number, as in 12 or 12.50."}
              onChange={(event) => fill({ cost: event.target.value })}
            />
          </Stack>
          <MarkChoice mark={mark} choose={setMark} />
          <TextField
            label="What to remember"
            multiline
            minRows={2}
            value={said.notes}
            onChange={(event) => fill({ notes: event.target.value })}
          />
          <Stack direction="row" sx={{ alignItems: "center", gap: 2 }}>
            <FileButton variant="outlined" label="Photo of the painting" send={setPhoto}>
              {photo ? "Another photo" : "Photo"}
            </FileButton>
            {photo && <Typography noWrap>{photo.name}</Typography>}
          </Stack>
          {problem && <Alert severity="error">{problem}</Alert>}
        </Stack>
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Cancel</Button>
        <Button
          variant="contained"
          disabled={
            entering || !said.title.trim() || !said.size.trim() || Object.values(unread).includes(true)
          }
          onClick={() => void keep()}
        >
          Enter it
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function amount(typed: string): number | null {
  const number = Number(typed.replace(",", "."));
  return typed.trim() === "" || !Number.isFinite(number) || number < 0 ? null : number;
}
