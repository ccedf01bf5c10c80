/** A glaze for one passage as it will be after a pass: which paint, how much medium, how many layers, how near it comes. */
import { useState } from "react";

import { Box, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { Section } from "../../shared/ui/Facts";
import { ml, share } from "../../shared/ui/numbers";
import { Swatch } from "../../shared/ui/Swatch";
import type { Area } from "../areas";
import { Choice } from "./Choice";
import { glazeQuery, type FamilyName } from "./queries";

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
  const glaze = found.data;
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
      {glaze && (
        <>
          <Stack direction="row" spacing={1} sx={{ my: 1 }}>
            {(
              [
                ["as it is then", glaze.before],
                ["glazed", glaze.after],
                ["the goal", glaze.goal],
              ] as const
            ).map(([label, colour]) => (
              <Box key={label}>
                <Swatch colour={colour} label={label} size={56} />
                <Typography variant="caption" component="div">
                  {label}
                </Typography>
              </Box>
            ))}
          </Stack>
          <Typography>
            {glaze.layers.length === 0
              ? `Best left alone: no glaze of these paints brings it nearer (ΔE ${glaze.de00_before.toFixed(1)}).`
              : `${layersInWords(glaze.layers)} of ${glaze.words}: from ΔE ${glaze.de00_before.toFixed(1)} to ${glaze.de00.toFixed(1)}. It takes ${ml(glaze.paint_ml)} of paint in ${ml(glaze.medium_ml)} of medium.`}
          </Typography>
        </>
      )}
    </Section>
  );
}

/** As in "2 layers at 95 % medium". */
export function layersInWords(shares: readonly number[]): string {
  const times = new Map<number, number>();
  for (const one of shares) times.set(one, (times.get(one) ?? 0) + 1);
  return [...times]
    .map(([medium, count]) => `${count} layer${count > 1 ? "s" : ""} at ${share(medium)} medium`)
    .join(", then ");
}
