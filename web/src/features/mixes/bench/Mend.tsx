/** A pile that came out wrong: what was meant, how it looks, and what to add. */
import { useState } from "react";

import {
  Alert,
  Box,
  Button,
  FormControlLabel,
  LinearProgress,
  Stack,
  Switch,
  TextField,
  Typography,
} from "@mui/material";
import { useMutation } from "@tanstack/react-query";

import { inWords } from "../../../shared/api/client";
import { Section } from "../../../shared/ui/Facts";
import { value } from "../../../shared/ui/numbers";
import { amountWords, isEmpty, proportionWords, type ChangeParts } from "../parts";
import {
  findCorrections,
  readColorimeter,
  weigh,
  type Colour,
  type Corrections,
  type PaletteTube,
  type Parts,
} from "../queries";
import { Typed } from "./Aim";
import { Heaps } from "./ByHand";
import { PhotoColour } from "./PhotoColour";

interface Props {
  parts: Parts;
  lab: number[] | null;
  volume: number;
  palette: PaletteTube[];
  setParts: ChangeParts;
}

export function Mend({ parts, lab, volume, palette, setParts }: Props) {
  const [pileMl, setPileMl] = useState(volume);
  const [wet, setWet] = useState(false);
  const mend = useMutation({ mutationFn: findCorrections });
  const [problem, setProblem] = useState<string | null>(null);
  if (!lab)
    return <Typography>Choose the target on the left first: what the pile should have become.</Typography>;
  const came = (read: number[]) => {
    setProblem(null);
    mend.mutate({ parts, volume_ml: pileMl, lab: read, wet, target: lab, needed_ml: volume });
  };
  const instrument = async () => {
    try {
      came((await readColorimeter(parts)).lab);
    } catch (error) {
      setProblem(inWords(error));
    }
  };
  const scale = async () => {
    try {
      setPileMl(Number((await weigh(parts, pileMl)).volume_ml.toFixed(1)));
    } catch (error) {
      setProblem(inWords(error));
    }
  };
  return (
    <Box sx={{ display: "grid", gap: 3, gridTemplateColumns: { xs: "1fr", lg: "1fr 1fr" } }}>
      <Box>
        <Section title="1. What you mixed">
          <Heaps parts={parts} palette={palette} setParts={setParts} />
          <Stack direction="row" spacing={1} sx={{ mt: 1.5, alignItems: "center" }}>
            <TextField
              label="Amount in the pile, ml"
              type="number"
              value={pileMl}
              onChange={(event) => setPileMl(Number(event.target.value))}
              slotProps={{ htmlInput: { min: 0.1, step: 0.5 } }}
            />
            <Button disabled={isEmpty(parts)} onClick={() => void scale()}>
              Weigh it (simulated)
            </Button>
          </Stack>
        </Section>
        <Section title="2. How it came out">
          <FormControlLabel
            control={<Switch checked={wet} onChange={(_, on) => setWet(on)} />}
            label="still wet (otherwise a dry dab)"
          />
          {isEmpty(parts) ? (
            <Typography color="text.secondary">First say what you mixed.</Typography>
          ) : (
            <Stack spacing={1} sx={{ alignItems: "start" }}>
              <Button variant="outlined" onClick={() => void instrument()}>
                Colorimeter (simulated)
              </Button>
              <PhotoColour found={(colour: Colour) => came(colour.lab)} />
              <Typed aim={came} action="It looks like this" />
            </Stack>
          )}
          {problem && <Alert severity="error">{problem}</Alert>}
        </Section>
      </Box>
      <Box>
        {mend.isPending && <LinearProgress aria-label="Trying what the shelf has" />}
        {mend.isError && <Alert severity="error">{inWords(mend.error)}</Alert>}
        {mend.data && <Answer answer={mend.data} />}
        {mend.isIdle && (
          <Typography color="text.secondary">
            What to add appears here: one or two paints of your shelf, how much, and how the pile dries then.
          </Typography>
        )}
      </Box>
    </Box>
  );
}

/** Whether to mend the pile or begin anew, in a sentence. */
export function verdict(
  answer: Pick<Corrections, "leave" | "corrections" | "fresh_costs_less" | "fresh_ml">,
): string {
  if (answer.leave) return "Leave it as it is: a hand cannot measure nearer.";
  if (answer.corrections.length === 0) return "Nothing on the shelf brings it nearer. Mix a fresh pile.";
  if (answer.fresh_costs_less)
    return `A fresh pile of ${answer.fresh_ml} ml costs less paint than mending this one.`;
  return "Mend it:";
}

function Answer({ answer }: { answer: Corrections }) {
  return (
    <Section title="3. What to do">
      <Stack direction="row" sx={{ bgcolor: "mat", p: 1 }}>
        {[
          ["target", answer.target.colour],
          ["the pile, dry", answer.pile.colour],
        ].map(([name, colour]) => (
          <Box key={name} sx={{ flex: 1 }}>
            <Box role="img" aria-label={`${name}, ${colour}`} sx={{ height: 72, bgcolor: colour }} />
            <Typography variant="caption">{name}</Typography>
          </Box>
        ))}
      </Stack>
      <Typography variant="h2" role="status" sx={{ mt: 1 }}>
        {answer.pile_words}
      </Typography>
      <Typography sx={{ fontWeight: 650 }}>{verdict(answer)}</Typography>
      {answer.fresh_cost != null && answer.correction_cost != null && (
        <Typography color="text.secondary">
          Paint for a fresh pile {answer.fresh_cost.toFixed(2)}, for mending{" "}
          {answer.correction_cost.toFixed(2)}.
        </Typography>
      )}
      <Stack component="ol" aria-label="Corrections" spacing={1.5} sx={{ listStyle: "none", p: 0, mt: 1.5 }}>
        {answer.corrections.map((one) => (
          <Stack
            component="li"
            key={one.adds.map((add) => add.key).join()}
            direction="row"
            spacing={2}
            sx={{ bgcolor: "background.paper", p: 1.5, borderRadius: "3px" }}
          >
            <Box sx={{ bgcolor: "mat", p: 0.75, alignSelf: "start" }}>
              <Box
                role="img"
                aria-label={`then dry, ${one.dry}`}
                sx={{ width: 64, height: 64, bgcolor: one.dry }}
              />
            </Box>
            <Box>
              {one.adds.map((add) => (
                <Typography key={add.key}>
                  <strong>{amountWords(add.volume_ml, add.drops)}</strong> {add.name}
                  <Typography component="span" color="text.secondary">
                    {" "}
                    · {proportionWords(add.pile_parts)}
                  </Typography>
                </Typography>
              ))}
              <Typography>{one.words}</Typography>
              <Typography variant="caption" color="text.secondary" component="p" sx={{ m: 0 }}>
                The pile grows by {Math.round(one.growth * 100)} % to {one.volume_ml.toFixed(1)} ml ·
                CIEDE2000 {one.de00.toFixed(1)} · value off {value(Math.abs(one.value_error))}
              </Typography>
            </Box>
          </Stack>
        ))}
      </Stack>
    </Section>
  );
}
