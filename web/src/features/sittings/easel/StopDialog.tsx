/** I must stop now: what to cover, clean, keep and note, and where the next sitting starts. */
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

import { typedNumber } from "../../../shared/ui/numbers";
import { toldOf } from "./clocks";
import type { Course, TakenList } from "./queries";
import { clockWords, laterUses, titleOf, whenWords } from "./words";

interface Props {
  list: TakenList;
  course: Course;
  now: number;
  next: string | null;
  /** Close the sitting, with a note, and with the ml that were wiped off where the painter told. */
  stop: (note: string, wiped: number | null) => void;
  close: () => void;
}

const MOST_NAMED = 6;

/** Piles by name, or how many there are where nobody would read so many names. */
const named = (piles: { name: string }[]): string =>
  piles.length > MOST_NAMED ? `${piles.length} piles` : piles.map((pile) => pile.name).join(", ");

export function StopDialog({ list, course, now, next, stop, close }: Props) {
  const [note, setNote] = useState("");
  const [wiped, setWiped] = useState("");
  const wipedMl = typedNumber(wiped);
  const isAmount = wiped.trim() === "" || wipedMl >= 0;
  const perMl = list.grams_per_ml;
  const out = list.piles.filter((pile) => course.piles[pile.id]);
  const kept = out.filter((pile) => laterUses(list, course, pile.id).length > 0);
  const rest = out.filter((pile) => !kept.includes(pile));
  const wet = course.clocks.filter((clock) =>
    ["open", "closing", "drying"].includes(toldOf(clock, now, list.rules).phase),
  );
  const dry = Math.max(...wet.map((clock) => (clock.overcoat_at ? Date.parse(clock.overcoat_at) : Infinity)));
  const first = list.tasks.find((task) => task.id === course.current);
  return (
    <Dialog open onClose={close} aria-labelledby="stop-title" maxWidth="md">
      <DialogTitle id="stop-title">Stop here</DialogTitle>
      <DialogContent sx={{ display: "grid", gap: 2 }}>
        {kept.length > 0 && (
          <Typography>
            <strong>Cover:</strong> {named(kept)}. A lid over a damp lining; a drop of water stirred in before
            use.
          </Typography>
        )}
        {rest.length > 0 && (
          <Typography>
            <strong>Not needed any more:</strong> {named(rest)}. Let it dry and peel it off; not down the
            drain.
          </Typography>
        )}
        <Typography>
          <strong>Wash:</strong> every brush that held paint, now; acrylic that dried in a brush stays in it.
        </Typography>
        {wet.length > 0 && (
          <Typography>
            <strong>Leave the panel flat and free of dust</strong>
            {Number.isFinite(dry) ? ` until ${clockWords(dry, list.zone)}` : ""}: it is still wet.
          </Typography>
        )}
        {first && (
          <Typography>
            <strong>Next time</strong>
            {next ? ` (${whenWords(next, now, list.zone)})` : ""} begins with: {titleOf(first)}.
          </Typography>
        )}
        <TextField
          label="Wiped off and rinsed out since last told, ml"
          inputMode="decimal"
          value={wiped}
          onChange={(event) => setWiped(event.target.value)}
          error={!isAmount}
          helperText={
            "May stay empty. Brushes, knife and rag; the logbook learns from it how much of your paint never gets to the picture" +
            (perMl != null ? `. A wet rag that is ${perMl.toFixed(1)} g heavier holds 1 ml.` : ".")
          }
          slotProps={{ htmlInput: { maxLength: 8 } }}
        />
        <TextField
          label="What to remember next time"
          value={note}
          onChange={(event) => setNote(event.target.value)}
          multiline
          minRows={2}
          slotProps={{ htmlInput: { maxLength: 2000 } }}
        />
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Go on painting</Button>
        <Button
          variant="contained"
          disabled={!isAmount}
          onClick={() => stop(note.trim(), wipedMl >= 0 ? wipedMl : null)}
        >
          Close the sitting
        </Button>
      </DialogActions>
    </Dialog>
  );
}
