/** The ground, what lies beneath, and the drawing; grounds compared for this picture. */
import { Box, Button, FormControlLabel, Stack, Switch, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { RunLine } from "../../../shared/ui/RunLine";
import { Section } from "../../../shared/ui/Facts";
import { Swatch } from "../../../shared/ui/Swatch";
import { Choice } from "../../../shared/ui/Choice";
import { groundsQuery, type Choices, type GroundOffer } from "../queries";
import type { ChangeChoices } from "../useChoices";
import { useStudy } from "../useStudy";
import type { PartProps } from "./parts";

const TONES = ["white", "grey", "warm earth", "black", "as it is"] as const;
const UNDER = [
  ["", "as the method has it"],
  ["none", "none"],
  ["blocks", "three grey value blocks"],
  ["sepia", "three sepia value blocks"],
  ["coloured", "yellow, pink and blue"],
] as const;
const DRAWING = [
  ["", "as the method has it"],
  ["none", "none"],
  ["light", "light, pencil or chalk"],
  ["strong", "strong, charcoal or ink"],
] as const;

export function GroundAndBeneath({
  passes,
  trade,
  schoolGround,
  change,
}: PartProps & { schoolGround: string }) {
  const { choices } = passes;
  const tone = choices.ground ?? schoolGround;
  const grounds: Record<string, string> = trade.grounds;
  return (
    <Section title="Ground and what lies beneath">
      <Choice
        label="Ground"
        value={choices.ground ?? ""}
        options={[["", `${schoolGround}, as the method has it`], ...TONES.map((one) => [one, one] as const)]}
        choose={(key) => void change({ ground: (key || null) as NonNullable<Choices["ground"]> | null })}
      />
      <Typography color="text.secondary" sx={{ mt: 1 }}>
        {grounds[tone]}
      </Typography>
      <FormControlLabel
        control={
          <Switch
            checked={choices.ground_kind === "gesso"}
            onChange={(_, gesso) => void change({ ground_kind: gesso ? "gesso" : "paint" })}
          />
        }
        label="Tinted gesso instead of white paint"
      />
      <FormControlLabel
        control={
          <Switch
            checked={choices.first_cover === "cheaper paint"}
            onChange={(_, cheaper) => void change({ first_cover: cheaper ? "cheaper paint" : "own paint" })}
          />
        }
        label="First coats of costly colours in cheaper paint"
      />
      <Choice
        label="Underpainting"
        value={choices.underpainting ?? ""}
        options={[...UNDER]}
        choose={(key) =>
          void change({
            underpainting: (key || null) as NonNullable<Choices["underpainting"]> | null,
          })
        }
      />
      <Choice
        label="Drawing"
        value={choices.drawing ?? ""}
        options={[...DRAWING]}
        choose={(key) =>
          void change({
            drawing: (key || null) as NonNullable<Choices["drawing"]> | null,
          })
        }
      />
    </Section>
  );
}

interface GroundsProps {
  paintingId: number;
  choices: Choices;
  change: ChangeChoices;
}

export function GroundsCompared({ paintingId, choices, change }: GroundsProps) {
  const study = useStudy(paintingId, "grounds");
  const found = useQuery(groundsQuery(paintingId));
  const offers = (found.data?.grounds ?? []).filter((one) => one.kind === choices.ground_kind || !one.colour);
  return (
    <Section title="Which ground suits this picture">
      <RunLine label="Trying grounds" doing={study.doing} stop={study.stop} />
      {offers.map((offer) => (
        <Offer key={offer.tone + offer.kind} offer={offer} change={change} />
      ))}
      <Button disabled={study.doing.state === "under way"} onClick={() => study.begin({})}>
        {found.data ? "Try them again" : "Try four grounds and look for savings"}
      </Button>
    </Section>
  );
}

function Offer({ offer, change }: { offer: GroundOffer; change: ChangeChoices }) {
  const { summary } = offer;
  return (
    <Stack direction="row" spacing={1.5} sx={{ py: 0.75, alignItems: "center" }}>
      <Swatch colour={offer.colour ?? "#f2f2f0"} label={`${offer.tone} ground`} size={34} />
      <Box sx={{ flex: 1 }}>
        <Typography>{offer.tone}</Typography>
        <Typography variant="caption" color="text.secondary" component="div">
          {summary.coats.toFixed(1)} coats over all · {Math.round(summary.paint_ml)} ml
          {summary.cost > 0 ? ` worth ${summary.cost.toFixed(2)}` : ""} · a wash over it differs by ΔE{" "}
          {offer.through_de00.toFixed(0)}
        </Typography>
      </Box>
      <Button
        size="small"
        aria-label={`Use it: the ${offer.tone} ground`}
        onClick={() => void change({ ground: offer.tone })}
      >
        Use it
      </Button>
    </Stack>
  );
}
