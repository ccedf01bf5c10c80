/** Which guides lie over the picture, and the transfer grid. */
import { Slider, ToggleButton, ToggleButtonGroup, Typography } from "@mui/material";

import { Section } from "../../shared/ui/Facts";
import type { Guide } from "./queries";

interface Props {
  offered: Guide[];
  shown: string[];
  show: (guides: string[]) => void;
  cellMm: number | null;
  setCellMm: (cell: number | null) => void;
  shortSideMm: number;
}

const CELLS_MM = [10, 20, 25, 50, 100, 200];

export function Guides({ offered, shown, show, cellMm, setCellMm, shortSideMm }: Props) {
  const cells = CELLS_MM.filter((cell) => cell <= shortSideMm / 2 && shortSideMm / cell <= 40);
  const place = cellMm ? cells.indexOf(cellMm) + 1 : 0;
  return (
    <Section title="Guides">
      <ToggleButtonGroup
        size="small"
        value={shown}
        onChange={(_, to: string[]) => show(to)}
        aria-label="Guides over the picture"
        sx={{ flexWrap: "wrap" }}
      >
        {offered.map((guide) => (
          <ToggleButton key={guide.guide} value={guide.guide}>
            {guide.title}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <Typography id="grid-cell" color="text.secondary" sx={{ mt: 1 }}>
        {cellMm ? `Grid, cells of ${cellMm / 10} cm` : "No grid"}
      </Typography>
      <Slider
        aria-labelledby="grid-cell"
        min={0}
        max={cells.length}
        step={1}
        marks
        value={place}
        onChange={(_, to) => setCellMm(to === 0 ? null : cells[(to as number) - 1]!)}
      />
    </Section>
  );
}
