/** The grid, the value map and the ladder to take along: for the support, for other programs, for the hand. */
import { useState } from "react";

import { Button, FormControlLabel, Stack, Switch, ToggleButton, ToggleButtonGroup } from "@mui/material";

import { Section } from "../../shared/ui/Facts";

interface Props {
  paintingId: number;
  cellMm: number | null;
}

const FILES: [string, string][] = [
  ["grid.pdf", "Grid (PDF)"],
  ["contours.svg", "Contours (SVG)"],
  ["contours.png", "Contours (PNG)"],
  ["value-map.png", "Value map (PNG)"],
  ["value-map.svg", "Value map (SVG)"],
  ["ladder.pdf", "Grey ladder and viewfinder (PDF)"],
];

/** The address of a file with what the painter chose for it. */
export function fileAddress(
  paintingId: number,
  name: string,
  paper: string,
  mirrored: boolean,
  cellMm: number | null,
): string {
  const asked = new URLSearchParams({ paper, mirrored: String(mirrored) });
  if (cellMm) asked.set("cell_mm", String(cellMm));
  return `/api/values/${paintingId}/files/${name}?${asked}`;
}

export function TransferFiles({ paintingId, cellMm }: Props) {
  const [paper, setPaper] = useState("A4");
  const [mirrored, setMirrored] = useState(false);
  return (
    <Section title="Grid, map and ladder to print">
      <ToggleButtonGroup
        exclusive
        size="small"
        value={paper}
        onChange={(_, to: string | null) => to && setPaper(to)}
        aria-label="Paper to print on"
      >
        <ToggleButton value="A4">A4</ToggleButton>
        <ToggleButton value="Letter">Letter</ToggleButton>
      </ToggleButtonGroup>
      <FormControlLabel
        control={<Switch checked={mirrored} onChange={(_, on) => setMirrored(on)} />}
        label="contours mirrored"
      />
      <Stack sx={{ alignItems: "start" }}>
        {FILES.map(([name, title]) => (
          <Button
            key={name}
            component="a"
            href={fileAddress(paintingId, name, paper, mirrored, cellMm)}
            download={name}
          >
            {title}
          </Button>
        ))}
      </Stack>
    </Section>
  );
}
