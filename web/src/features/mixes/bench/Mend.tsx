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
import { keepPreviousData, useQuery } from "@tanstack/react-query";

import { inWords } from "../../../shared/api/client";
import { Section } from "../../../shared/ui/Facts";
import { ml, value } from "../../../shared/ui/numbers";
import { amountWords, proportionWords } from "../parts";
import {
  correctionsQuery,
  readColorimeter,
  trayQuery,
  weigh,
  type Corrections,
  type From,
  type Mix,
  type Parts,
} from "../queries";
import { mlOf, written, type ChangeTray, type Tray as Pile } from "../tray";
import { Typed } from "./Aim";
import { PilePhoto } from "./PilePhoto";
import { Tray } from "./Tray";

interface Props {
  painting: number | null;
  tray: Pile;
  /** What is in the pile, in parts of tube paint. */
  parts: Parts;
  /** The tray holds what was planned, not yet what the painter laid. */
  asPlanned: boolean;
  mix: Mix | null;
  lab: number[] | null;
  /** How much of the right mix is wanted, in ml. */
  needed: number;
  from: From;
  change: ChangeTray;
  chooseMix: (id: string) => void;
}

/** What the scale said, of what was laid then. */
interface Weighed {
  laid: string;
  ml: number;
}

/** How a pile was read, and the mix that it was meant to be. */
interface Reading {
  meant: string | null;
  lab: number[];
}

export function Mend({ painting, tray, parts, asPlanned, mix, lab, needed, from, change, chooseMix }: Props) {
  const state = useQuery(trayQuery(tray.doses, lab, from, painting));
  const [wet, setWet] = useState(true);
  const [weighed, setWeighed] = useState<Weighed | null>(null);
  const [read, setRead] = useState<Reading | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const laid = written(tray.doses);
  const pileMl = weighed?.laid === laid ? weighed.ml : Number(mlOf(tray.doses).toFixed(2));
  const meant = mix?.id ?? null;
  const came = read?.meant === meant ? read.lab : null;
  const empty = tray.doses.length === 0;
  const ready = !empty && lab !== null && came !== null && pileMl > 0;
  const mend = useQuery({
    ...correctionsQuery({
      painting: null,
      keys: null,
      parts,
      volume_ml: pileMl,
      lab: came ?? [],
      wet,
      target: lab ?? [],
      needed_ml: needed,
    }),
    enabled: ready,
    placeholderData: keepPreviousData,
  });
  const attempt = async (act: () => Promise<void>) => {
    try {
      setProblem(null);
      await act();
    } catch (error) {
      setProblem(inWords(error));
    }
  };
  return (
    <>
      <Section title="1. What you mixed">
        {mix && asPlanned && (
          <Typography gutterBottom>
            {ml(pileMl)} of {mix.name} as planned. If you laid it otherwise, change it here.
          </Typography>
        )}
        {state.isError && <Alert severity="error">{inWords(state.error)}</Alert>}
        {state.data && <Tray tray={tray} state={state.data} change={change} />}
        <Stack direction="row" spacing={1} sx={{ mt: 1.5, alignItems: "center" }}>
          <TextField
            label="Amount in the pile, ml"
            type="number"
            value={pileMl}
            onChange={(event) => setWeighed({ laid, ml: Number(event.target.value) })}
            slotProps={{ htmlInput: { min: 0.1, step: 0.5 } }}
          />
          <Button
            disabled={empty}
            onClick={() =>
              void attempt(async () => {
                const { volume_ml } = await weigh(parts, pileMl);
                setWeighed({ laid, ml: Number(volume_ml.toFixed(1)) });
              })
            }
          >
            Weigh it (simulated)
          </Button>
        </Stack>
      </Section>
      <Box sx={{ display: "grid", gap: 3, gridTemplateColumns: { xs: "1fr", lg: "1fr 1fr" } }}>
        <Section title="2. How it came out">
          <FormControlLabel
            control={<Switch checked={wet} onChange={(_, on) => setWet(on)} />}
            label="still wet (otherwise a dry dab)"
          />
          <Stack spacing={1} sx={{ alignItems: "start" }}>
            <Button
              variant="outlined"
              disabled={empty}
              onClick={() =>
                void attempt(async () => {
                  setWet(false);
                  setRead({ meant, lab: (await readColorimeter(parts)).lab });
                })
              }
            >
              Colorimeter on a dry dab (simulated)
            </Button>
            <PilePhoto
              painting={painting}
              wet={wet}
              found={(colour, another) => {
                const taken = another !== null && asPlanned ? another : meant;
                setRead({ meant: taken, lab: colour.lab });
                if (taken !== null && taken !== meant) chooseMix(taken);
              }}
            />
            <Typed aim={(lab) => setRead({ meant, lab })} action="It looks like this" />
          </Stack>
          {problem && <Alert severity="error">{problem}</Alert>}
        </Section>
        <Box>
          {mend.isFetching && <LinearProgress aria-label="Trying what the shelf has" />}
          {mend.isError && <Alert severity="error">{inWords(mend.error)}</Alert>}
          {ready && mend.data ? (
            <Answer answer={mend.data} />
          ) : (
            <Typography color="text.secondary">
              {lab === null
                ? "Choose the target on the left: what the pile should have become."
                : empty
                  ? "First lay on the tray what you mixed."
                  : "What to add appears here: one or two paints of your shelf, how much, and how the pile dries then."}
            </Typography>
          )}
        </Box>
      </Box>
    </>
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
                  <strong>{add.words}</strong> {add.name}
                  <Typography component="span" color="text.secondary">
                    {" "}
                    · {amountWords(add.volume_ml, null)}, {proportionWords(add.pile_parts)}
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
