/** A glaze for one passage as it will be after a pass: which paint, how much medium, how many coats, what becomes of it. */
import { useState } from "react";

import { Box, ButtonBase, Stack, ToggleButton, ToggleButtonGroup, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { Section } from "../../shared/ui/Facts";
import { ml, share } from "../../shared/ui/numbers";
import { Swatch } from "../../shared/ui/Swatch";
import type { Area } from "../areas";
import { Choice } from "../../shared/ui/Choice";
import { glazeQuery, type FamilyName, type Glaze } from "./queries";

interface Props {
  paintingId: number;
  area: Area;
  pass: number;
}

export function GlazePlan({ paintingId, area, pass }: Props) {
  const families = area.families.map((one) => one.family);
  const [chosen, setChosen] = useState<string | null>(null);
  const family = chosen !== null && families.includes(chosen) ? chosen : (families[0] ?? "half-tone");
  const found = useQuery(glazeQuery(paintingId, pass, area.id, family as FamilyName));
  return (
    <Section title={`A glaze after pass ${pass}`}>
      <Choice
        label="Which part of it"
        value={family}
        options={families.map((one) => [one, one])}
        choose={setChosen}
      />
      {found.isPending && <Typography sx={{ mt: 1 }}>Trying glazes …</Typography>}
      {found.isError && <Typography sx={{ mt: 1 }}>{inWords(found.error)}</Typography>}
      {found.data && <Glazed key={`${family} ${pass}`} glaze={found.data} />}
    </Section>
  );
}

function Glazed({ glaze }: { glaze: Glaze }) {
  const left = glaze.layers.length === 0;
  return (
    <>
      <Swatches
        of={[
          ["as it is then", glaze.before],
          ["glazed", glaze.after],
          ["the goal", glaze.goal],
        ]}
      />
      {left ? (
        <Typography>
          Best left alone: no glaze of these paints brings it nearer (ΔE {glaze.de00_before.toFixed(1)}).
        </Typography>
      ) : (
        <>
          {glaze.layers.map((layer, place) => (
            <Typography key={place}>
              {place > 0 && "Over it: "}
              {coatsInWords(layer.shares)} of {layer.words}.
            </Typography>
          ))}
          <Typography>
            From ΔE {glaze.de00_before.toFixed(1)} to {glaze.de00.toFixed(1)}, with {ml(glaze.paint_ml)} of
            paint in {ml(glaze.medium_ml)} of medium.
          </Typography>
          <Typography color="text.secondary" sx={{ mt: 1 }}>
            {milkyInWords(glaze.milky)} {share(glaze.contrast_kept)} of the light and dark beneath stays.
          </Typography>
          <Swatches
            of={[
              ["still wet", glaze.wet],
              ["in gloss medium", glaze.gloss],
              ["in matt medium", glaze.matt],
            ]}
          />
          <Coats glaze={glaze} />
        </>
      )}
    </>
  );
}

function Swatches({ of }: { of: readonly (readonly [string, string])[] }) {
  return (
    <Stack direction="row" spacing={1} sx={{ my: 1 }}>
      {of.map(([label, colour]) => (
        <Box key={label} sx={{ width: 84 }}>
          <Swatch colour={colour} label={label} size={56} />
          <Typography variant="caption" component="div">
            {label}
          </Typography>
        </Box>
      ))}
    </Stack>
  );
}

const WIDTH = 300;
const HEIGHT = 96;

/** Coat by coat at the chosen strength: a curve of lightness and one of chroma, and under it the coats to tap. */
function Coats({ glaze }: { glaze: Glaze }) {
  const proposed = glaze.layers[0]!.shares;
  const place = glaze.curves.findIndex((one) => one.medium_share === proposed[0]);
  const [strength, setStrength] = useState(Math.max(0, place));
  const [count, setCount] = useState(proposed.length);
  const curve = glaze.curves[strength];
  const coat = curve?.coats.find((one) => one.coats === count);
  if (!curve || !coat) return null;
  const at = (place: number, of100: number) =>
    `${((place + 0.5) / curve.coats.length) * WIDTH},${HEIGHT * (1 - of100 / 100)}`;
  const line = (of: "lightness" | "chroma") => curve.coats.map((one, place) => at(place, one[of])).join(" ");
  return (
    <Box sx={{ mt: 2 }}>
      <Typography variant="h3">Coat by coat</Typography>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={strength}
        onChange={(_, to: number | null) => to !== null && setStrength(to)}
        aria-label="How much medium"
        sx={{ my: 1 }}
      >
        {glaze.curves.map((one, place) => (
          <ToggleButton key={place} value={place}>
            {share(one.medium_share)} medium
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        width="100%"
        style={{ maxWidth: WIDTH, display: "block" }}
        role="img"
        aria-label={`L* falls from ${curve.coats[0]!.lightness.toFixed(0)} to ${curve.coats.at(-1)!.lightness.toFixed(0)} in ${curve.coats.length - 1} coats`}
      >
        <polyline points={line("lightness")} fill="none" stroke="currentColor" strokeWidth="2" />
        <polyline points={line("chroma")} fill="none" stroke="currentColor" strokeDasharray="3 3" />
        <text x="2" y="12" fontSize="12" fill="currentColor">
          lightness L*, dashed: chroma
        </text>
      </svg>
      <Box sx={{ display: "flex", maxWidth: WIDTH }}>
        {curve.coats.map((one) => (
          <ButtonBase
            key={one.coats}
            onClick={() => setCount(one.coats)}
            aria-pressed={one.coats === coat.coats}
            aria-label={`${one.coats} coats`}
            sx={{
              flex: 1,
              flexDirection: "column",
              outline: one.coats === coat.coats ? "2px solid" : "none",
              outlineOffset: -2,
            }}
          >
            <Box sx={{ width: "100%", height: 44, bgcolor: one.colour }} />
            <Typography variant="caption">{one.coats}</Typography>
          </ButtonBase>
        ))}
      </Box>
      <Typography role="status" sx={{ mt: 0.5 }}>
        {coat.coats === 0
          ? "Without a glaze"
          : `${coat.coats} coat${coat.coats > 1 ? "s" : ""}: ${ml(coat.paint_ml)} of paint, ${ml(coat.medium_ml)} of medium`}
        ; L* {coat.lightness.toFixed(0)}, chroma {coat.chroma.toFixed(0)}, ΔE {coat.de00.toFixed(1)} from the
        goal.
      </Typography>
    </Box>
  );
}

/** As in "2 coats at 95 % medium". */
export function coatsInWords(shares: readonly number[]): string {
  const times = new Map<number, number>();
  for (const one of shares) times.set(one, (times.get(one) ?? 0) + 1);
  return [...times]
    .map(([medium, count]) => `${count} coat${count > 1 ? "s" : ""} at ${share(medium)} medium`)
    .join(", then ");
}

/** What the wet film looks like beside the dry one. */
export function milkyInWords(lighter: number): string {
  if (Math.abs(lighter) < 1) return "It looks the same wet as dry.";
  return lighter > 0
    ? `Wet it is milky, ${lighter.toFixed(0)} L* lighter than dry: do not judge it before it clears.`
    : `Wet it looks ${(-lighter).toFixed(0)} L* darker than dry.`;
}
