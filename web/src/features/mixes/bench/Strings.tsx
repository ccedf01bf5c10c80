/** Strings of mixes: one base to its lights and darks, greys, deep darks, greens. */
import { useState } from "react";

import {
  Alert,
  Box,
  Button,
  LinearProgress,
  Slider,
  Stack,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { inWords } from "../../../shared/api/client";
import { value } from "../../../shared/ui/numbers";
import { isEmpty } from "../parts";
import { stringQuery, type From, type Parts, type StringKind, type StringStep } from "../queries";

const KINDS: { kind: StringKind; title: string; why: string; range: [number, number] | null }[] = [
  {
    kind: "value",
    title: "Lights and darks of the pile",
    why: "The pile on the bench is the base; every step is the base with white or with one dark.",
    range: [2, 9],
  },
  {
    kind: "neutrals",
    title: "Greys",
    why: "Mixed without black from the tube, dark to light.",
    range: [2, 9],
  },
  {
    kind: "darks",
    title: "Deep darks",
    why: "Two paints each, none of them black: the darkest of every hue.",
    range: null,
  },
  {
    kind: "greens",
    title: "Greens of one family",
    why: "One blue or green and one yellow carry them all: dark and cool to light and warm.",
    range: [3, 8],
  },
];

interface Props {
  parts: Parts;
  from: From;
  toHand: (parts: Parts) => void;
}

export function Strings({ parts, from, toHand }: Props) {
  const [kind, setKind] = useState<StringKind>(isEmpty(parts) ? "neutrals" : "value");
  const [wanted, setWanted] = useState(5);
  const chosen = KINDS.find((one) => one.kind === kind)!;
  const steps = chosen.range ? Math.min(Math.max(wanted, chosen.range[0]), chosen.range[1]) : wanted;
  const missing = kind === "value" && isEmpty(parts);
  const found = useQuery({
    ...stringQuery(kind, steps, kind === "value" ? parts : null, from),
    enabled: !missing,
  });
  return (
    <>
      <ToggleButtonGroup
        exclusive
        value={kind}
        onChange={(_, to: StringKind | null) => to && setKind(to)}
        aria-label="Which string"
        sx={{ flexWrap: "wrap" }}
      >
        {KINDS.map((one) => (
          <ToggleButton key={one.kind} value={one.kind}>
            {one.title}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <Typography color="text.secondary" sx={{ my: 1 }}>
        {chosen.why}
      </Typography>
      {chosen.range && (
        <Stack direction="row" spacing={2} sx={{ maxWidth: 420, alignItems: "center" }}>
          <Typography id="string-steps" sx={{ flex: "none" }}>
            {steps} steps
          </Typography>
          <Slider
            aria-labelledby="string-steps"
            min={chosen.range[0]}
            max={chosen.range[1]}
            step={1}
            marks
            value={steps}
            onChange={(_, to) => setWanted(to as number)}
          />
        </Stack>
      )}
      {missing ? (
        <Typography>Put a pile on the bench first: by hand, or from a recipe.</Typography>
      ) : found.isError ? (
        <Alert severity="error">{inWords(found.error)}</Alert>
      ) : found.data ? (
        <StringOf steps={found.data} toHand={toHand} />
      ) : (
        <LinearProgress aria-label="Mixing the string" />
      )}
    </>
  );
}

function StringOf({ steps, toHand }: { steps: StringStep[]; toHand: (parts: Parts) => void }) {
  return (
    <Box
      component="ol"
      aria-label="The string, dark to light"
      sx={{ listStyle: "none", p: 1.5, m: 0, mt: 1, bgcolor: "mat" }}
    >
      {steps.map((step) => (
        <Box
          component="li"
          key={step.name}
          sx={{
            display: "grid",
            gridTemplateColumns: { xs: "96px 1fr", sm: "180px 150px 1fr auto" },
            alignItems: "center",
            columnGap: 2,
          }}
        >
          <Box role="img" aria-label={`${step.name}, ${step.dry}`} sx={{ height: 84, bgcolor: step.dry }} />
          <Box>
            <Typography sx={{ fontWeight: 650 }}>{step.name}</Typography>
            <Typography>value {value(step.value_dry)}</Typography>
          </Box>
          <Typography>{step.words}</Typography>
          <Button onClick={() => toHand(step.parts)} aria-label={`Take ${step.name} to the bench`}>
            By hand
          </Button>
        </Box>
      ))}
    </Box>
  );
}
