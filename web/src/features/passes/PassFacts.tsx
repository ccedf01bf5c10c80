/** One pass as work to do: pile by pile, where it goes, how much; and what the whole plan needs from the shelf. */
import { useState } from "react";

import {
  Box,
  Button,
  LinearProgress,
  Stack,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from "@mui/material";
import PdfIcon from "@mui/icons-material/Print";

import { inWords } from "../../shared/api/client";
import { AdviceList } from "../../shared/ui/AdviceList";
import { Fact, Section } from "../../shared/ui/Facts";
import { ml, mm } from "../../shared/ui/numbers";
import { Swatch } from "../../shared/ui/Swatch";
import { useUndo } from "../../shared/undo/UndoProvider";
import type { Area } from "../areas";
import type { Mix } from "../mixes";
import { byMix } from "./order";
import { saveFile, type FileName, type PaintPass, type Passes } from "./queries";

interface Props {
  pass: PaintPass;
  mixes: ReadonlyMap<string, Mix>;
  areas: ReadonlyMap<string, Area>;
  chooseMix: (id: string) => void;
}

export function PassFacts({ pass, mixes, areas, chooseMix }: Props) {
  const piles = byMix(pass.steps);
  return (
    <>
      <Section title={`${pass.number}. ${pass.role}`}>
        <Typography gutterBottom>{pass.why}</Typography>
        <Fact name="Brush">{mm(pass.brush_mm)}</Fact>
        <Fact name="Medium">{pass.medium}</Fact>
        <Fact name="Paint">{ml(pass.volume_ml)}</Fact>
      </Section>
      <Section title="In this order">
        <Stack component="ol" sx={{ listStyle: "none", p: 0, m: 0 }}>
          {piles.map((pile) => {
            const mix = mixes.get(pile.mix);
            if (!mix) return null;
            const everywhere = pile.areas.length === areas.size;
            const names = pile.areas
              .map((id) => areas.get(id))
              .flatMap((area) => (area ? [area.index + 1] : []));
            return (
              <li key={pile.mix}>
                <Button
                  fullWidth
                  color="inherit"
                  onClick={() => chooseMix(pile.mix)}
                  sx={{ justifyContent: "start", gap: 1.5, textAlign: "left", fontWeight: 400, px: 1 }}
                >
                  <Swatch colour={mix.dry} label="dry" size={36} />
                  <Box sx={{ flex: 1, minWidth: 0 }}>
                    {mix.name}
                    <Typography variant="caption" component="div" color="text.secondary">
                      {everywhere
                        ? "the whole surface"
                        : `area${names.length > 1 ? "s" : ""} ${names.join(", ")}`}
                      {pile.coats > 1 ? ` · ${pile.coats} coats` : ""}
                    </Typography>
                  </Box>
                  <Box sx={{ whiteSpace: "nowrap" }}>{ml(pile.volumeMl)}</Box>
                </Button>
              </li>
            );
          })}
        </Stack>
      </Section>
    </>
  );
}

export function PaintNeeds({ passes }: { passes: Passes }) {
  return (
    <Section title="Paint for the whole plan">
      <Stack component="ul" sx={{ listStyle: "none", p: 0, m: 0 }}>
        {passes.paint.map((need) => (
          <Stack
            component="li"
            key={need.key}
            direction="row"
            spacing={1.5}
            sx={{ py: 0.5, alignItems: "center" }}
          >
            <Swatch colour={need.masstone} label={need.name} size={24} />
            <Box sx={{ flex: 1, minWidth: 0 }}>
              <Typography>{need.name}</Typography>
              <Typography variant="caption" color="text.secondary" component="div">
                {Math.round(need.bead_cm)} cm from the tube · {Math.round(need.mass_g)} g
              </Typography>
            </Box>
            <Typography sx={{ textAlign: "right" }}>
              {ml(need.volume_ml)}
              {need.volume_ml > need.left_ml && (
                <Typography component="span" sx={{ display: "block", fontWeight: 680 }}>
                  only {ml(need.left_ml)} left
                </Typography>
              )}
            </Typography>
          </Stack>
        ))}
      </Stack>
      <Typography variant="caption" color="text.secondary" component="p" sx={{ mt: 1 }}>
        Area × wet film × coats, plus a quarter for brush and palette. Films are common practice, not
        measured.
      </Typography>
      <AdviceList advice={passes.advice} />
    </Section>
  );
}

const FILES: { name: FileName; label: string }[] = [
  { name: "mixing-cards.pdf", label: "Mixing cards (PDF)" },
  { name: "recipes.csv", label: "Recipes (CSV)" },
  { name: "plan.json", label: "Plan (JSON)" },
  { name: "areas.svg", label: "Outlines (SVG)" },
];

export function PlanFiles({
  paintingId,
  title,
  ready,
}: {
  paintingId: number;
  title: string;
  ready: boolean;
}) {
  const { tell } = useUndo();
  const [paper, setPaper] = useState<"A4" | "Letter">("A4");
  const [writing, setWriting] = useState(false);
  const save = async (name: FileName) => {
    setWriting(true);
    try {
      await saveFile(paintingId, name, paper, `${title} ${name}`);
    } catch (error) {
      tell(inWords(error));
    }
    setWriting(false);
  };
  return (
    <Section title="Take it to the easel">
      <Stack direction="row" spacing={1.5}>
        <Button
          variant="contained"
          startIcon={<PdfIcon />}
          disabled={!ready || writing}
          onClick={() => void save("plan.pdf")}
        >
          Plan as PDF
        </Button>
        <ToggleButtonGroup
          exclusive
          value={paper}
          onChange={(_, to: "A4" | "Letter" | null) => to && setPaper(to)}
          aria-label="Paper"
        >
          <ToggleButton value="A4">A4</ToggleButton>
          <ToggleButton value="Letter">Letter</ToggleButton>
        </ToggleButtonGroup>
      </Stack>
      {writing && <LinearProgress aria-label="Writing the file" sx={{ mt: 1 }} />}
      <Stack direction="row" sx={{ flexWrap: "wrap", mt: 1 }}>
        {FILES.map((file) => (
          <Button key={file.name} disabled={!ready || writing} onClick={() => void save(file.name)}>
            {file.label}
          </Button>
        ))}
      </Stack>
      {!ready && (
        <Typography variant="caption" color="text.secondary" component="p" sx={{ m: 0 }}>
          Files can be saved when the plan is up to date.
        </Typography>
      )}
    </Section>
  );
}
