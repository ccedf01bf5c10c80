/** Doses of a pile on the scale: typed in grams, or read; the swatch book and the dosing hand go by what was really laid. */
import { useState } from "react";

import { Button, Stack, TextField, Typography } from "@mui/material";

import { typedNumber } from "../../../shared/ui/numbers";
import { inWords } from "../../../shared/api/client";
import { readScale } from "../queries";
import type { ActIn, ActKind, ListedPile } from "./queries";

interface Props {
  painting: number;
  pile: ListedPile;
  act: (kind: ActKind, more: Partial<ActIn>) => void;
}

type Dose = ListedPile["doses"][number];

export function WeighedDoses({ painting, pile, act }: Props) {
  const [grams, setGrams] = useState<Record<string, string>>({});
  const [kept, setKept] = useState<Record<string, number>>({});
  const [problem, setProblem] = useState("");
  const weighed = pile.doses.filter((dose) => dose.mass_g != null && dose.mass_g > 0);
  if (weighed.length === 0) return null;
  const keep = (dose: Dose, ml: number) => {
    act("weighed", { pile: pile.id, text: dose.source, ml });
    setKept((now) => ({ ...now, [dose.source]: ml }));
  };
  const read = async (dose: Dose) => {
    setProblem("");
    try {
      const shown = await readScale(painting, pile.id, dose.source);
      setGrams((now) => ({ ...now, [dose.source]: shown.mass_g.toFixed(2) }));
      keep(dose, shown.volume_ml);
    } catch (error) {
      setProblem(inWords(error));
    }
  };
  return (
    <Stack sx={{ gap: 1.5 }}>
      <Typography variant="h3">On the scale</Typography>
      {weighed.map((dose) => {
        const typed = typedNumber(grams[dose.source] ?? "");
        return (
          <Stack key={dose.source} direction="row" sx={{ gap: 1.5, alignItems: "center", flexWrap: "wrap" }}>
            <TextField
              label={`${dose.name}, g`}
              helperText={
                kept[dose.source] === undefined
                  ? `${dose.mass_g!.toFixed(2)} g planned`
                  : `${kept[dose.source]!.toFixed(2)} ml kept`
              }
              inputMode="decimal"
              value={grams[dose.source] ?? ""}
              onChange={(event) => setGrams((now) => ({ ...now, [dose.source]: event.target.value }))}
              sx={{ width: 220 }}
            />
            <Button
              disabled={!(typed > 0)}
              onClick={() => keep(dose, (typed * dose.volume_ml) / dose.mass_g!)}
              aria-label={`Keep ${dose.name}`}
            >
              Keep
            </Button>
            <Button
              variant="outlined"
              onClick={() => void read(dose)}
              aria-label={`Read the scale: ${dose.name}`}
            >
              Read the scale
            </Button>
          </Stack>
        );
      })}
      {problem && <Typography role="alert">{problem}</Typography>}
    </Stack>
  );
}
