/** Add a tube to the shelf, or change one. */
import { useState } from "react";

import {
  Alert,
  Autocomplete,
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
import { useQuery } from "@tanstack/react-query";

import { typedNumber } from "../../shared/ui/numbers";
import { inWords } from "../../shared/api/client";
import { AdviceList } from "../../shared/ui/AdviceList";
import { Swatch } from "../../shared/ui/Swatch";
import { hidingInWords } from "./opacity";
import { paintsQuery, type Paint, type Tube, type TubeIn } from "./queries";

const LIGHTFASTNESS: Record<string, string> = {
  I: "excellent",
  II: "very good",
  III: "not sufficient: it will fade",
};

/** What a painter wants to know of a paint before it goes on the shelf. */
export function paintFacts(paint: Paint): string {
  const pigments = `${paint.pigments.length > 1 ? "Pigments" : "Pigment"} ${paint.pigments.join(" + ")}`;
  const strong = paint.strong ? ", a strong tinter: let it down before it goes into a pile" : "";
  return (
    `${pigments}; ${hidingInWords(paint, "brush coat")} (a thin film lifts black by ${paint.lift.toFixed(0)} L*), dries ${paint.finish}${strong}. ` +
    `Lightfastness ${paint.lightfastness}, ${LIGHTFASTNESS[paint.lightfastness]} (generic; your tube’s label decides).`
  );
}

interface Typed {
  key: string;
  volume_ml: string;
  left_ml: string;
  nozzle_mm: string;
  price: string;
  notes: string;
}

/** What was typed as a tube; empty and unreadable numbers become NaN, which the server refuses with a reason. */
export function asTube(typed: Typed): TubeIn {
  return {
    key: typed.key,
    volume_ml: typedNumber(typed.volume_ml),
    left_ml: typedNumber(typed.left_ml),
    nozzle_mm: typedNumber(typed.nozzle_mm),
    price: typed.price.trim() === "" ? null : typedNumber(typed.price),
    notes: typed.notes,
  };
}

interface Props {
  tube: Tube | null;
  save: (tube: TubeIn) => Promise<unknown>;
  close: () => void;
}

export function TubeDialog({ tube, save, close }: Props) {
  const paints = useQuery(paintsQuery);
  const [typed, setTyped] = useState<Typed>({
    key: tube?.key ?? "",
    volume_ml: String(tube?.volume_ml ?? 60),
    left_ml: String(tube?.left_ml ?? 60),
    nozzle_mm: String(tube?.nozzle_mm ?? 8),
    price: tube?.price == null ? "" : String(tube.price),
    notes: tube?.notes ?? "",
  });
  const [problem, setProblem] = useState<string | null>(null);
  const [saving, setSaving] = useState(false);
  const chosen = paints.data?.find((paint) => paint.key === typed.key) ?? null;

  const submit = async (event: React.FormEvent) => {
    event.preventDefault();
    const made = asTube(typed);
    if (!made.key) return setProblem("No paint is chosen. Choose one from the list.");
    if ([made.volume_ml, made.left_ml, made.nozzle_mm, made.price ?? 0].some(Number.isNaN)) {
      return setProblem("One of the amounts is not a number. Write plain numbers, as in 60 or 12.5.");
    }
    setSaving(true);
    try {
      await save(made);
      close();
    } catch (error) {
      setProblem(inWords(error));
      setSaving(false);
    }
  };
  const field = (name: keyof Typed, label: string) => (
    <TextField
      label={label}
      value={typed[name]}
      inputMode={name === "notes" ? "text" : "decimal"}
      onChange={(event) => setTyped({ ...typed, [name]: event.target.value })}
      fullWidth
    />
  );
  return (
    <Dialog open onClose={close} aria-labelledby="tube-title">
      <form onSubmit={submit} noValidate>
        <DialogTitle id="tube-title">{tube ? `Change ${tube.name}` : "Add a tube"}</DialogTitle>
        <DialogContent>
          <Stack spacing={2.5} sx={{ pt: 1 }}>
            {problem && <Alert severity="error">{problem}</Alert>}
            <Autocomplete
              options={paints.data ?? []}
              loading={paints.isPending}
              value={chosen}
              onChange={(_, paint) => setTyped({ ...typed, key: paint?.key ?? "" })}
              getOptionLabel={(paint) => `${paint.name} (${paint.key})`}
              isOptionEqualToValue={(a, b) => a.key === b.key}
              renderOption={({ key, ...props }, paint) => (
                <Box component="li" key={key} {...props} sx={{ gap: 1.5 }}>
                  <Swatch colour={paint.masstone} label={`${paint.name} thick`} size={28} />
                  <Swatch colour={paint.tint} label={`${paint.name} with white`} size={28} />
                  {paint.name} ({paint.key})
                </Box>
              )}
              renderInput={(props) => <TextField {...props} label="Paint" />}
            />
            {chosen && <Typography color="text.secondary">{paintFacts(chosen)}</Typography>}
            {chosen && <AdviceList advice={chosen.cautions} />}
            <Stack direction="row" spacing={2}>
              {field("volume_ml", "Tube holds, ml")}
              {field("left_ml", "Left in it, ml")}
              {field("nozzle_mm", "Nozzle, mm")}
            </Stack>
            <Stack direction="row" spacing={2}>
              {field("price", "Price of the tube")}
              {field("notes", "Notes")}
            </Stack>
          </Stack>
        </DialogContent>
        <DialogActions>
          <Button onClick={close}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={saving}>
            {tube ? "Keep changes" : "Put on the shelf"}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
