/** The drawing to trace: how much of it, over what, and the files in which it is taken to the support. */
import { useState } from "react";

import {
  Button,
  FormControlLabel,
  LinearProgress,
  Slider,
  Stack,
  Switch,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { Section } from "../../shared/ui/Facts";
import { value } from "../../shared/ui/numbers";
import { detailOf, drawingAddress, linesShown, type DrawingLook } from "./drawing";
import { drawingQuery } from "./queries";

interface Props {
  paintingId: number;
  look: DrawingLook;
  set: (facts: Partial<DrawingLook>) => void;
  /** The thresholds of the value map, darkest first. */
  thresholds: number[];
}

export function DrawingFacts({ paintingId, look, set, thresholds }: Props) {
  const drawing = useQuery(drawingQuery(paintingId, look.limits));
  const [paper, setPaper] = useState<"A4" | "Letter">("A4");
  const [mirrored, setMirrored] = useState(false);
  if (drawing.isError) return null;
  if (drawing.isPending) {
    return (
      <Section title="Drawing to trace">
        <LinearProgress aria-label="Drawing the lines" />
      </Section>
    );
  }
  const found = drawing.data;
  if (!found.ready) {
    return (
      <Section title="Drawing to trace">
        <Typography color="text.secondary">
          It is made together with the areas: bring the plan up to date first.
        </Typography>
      </Section>
    );
  }
  const address = (name: string) => drawingAddress(paintingId, name, found, look, paper, mirrored);
  const sheets = found.sheets[paper];
  const files: [string, string][] = [
    ["drawing.pdf", sheets === 1 ? `One sheet of ${paper} (PDF)` : `${sheets} sheets of ${paper} (PDF)`],
    ["drawing.svg", "Line art (SVG)"],
    ["drawing.png", "Line art (PNG)"],
    ["layers.ora", "Layers with map and photo (OpenRaster)"],
  ];
  return (
    <Section title="Drawing to trace">
      <FormControlLabel
        control={<Switch checked={look.shown} onChange={(_, shown) => set({ shown })} />}
        label="show it on the picture"
      />
      {look.shown && (
        <ToggleButtonGroup
          exclusive
          size="small"
          value={look.ground}
          onChange={(_, ground: DrawingLook["ground"] | null) => ground && set({ ground })}
          aria-label="What lies beneath the lines"
        >
          <ToggleButton value="photo">Photo</ToggleButton>
          <ToggleButton value="faint">Faint photo</ToggleButton>
          <ToggleButton value="paper">White paper</ToggleButton>
        </ToggleButtonGroup>
      )}
      <Stack direction="row" sx={{ justifyContent: "space-between", mt: 1 }}>
        <Typography id="drawing-detail" color="text.secondary">
          Detail
        </Typography>
        <Typography>{linesShown(found, look).length} lines</Typography>
      </Stack>
      {drawing.isFetching && <LinearProgress aria-label="Drawing the borders of values" />}
      <Slider
        aria-labelledby="drawing-detail"
        min={0}
        max={1}
        step={0.05}
        value={look.detail ?? detailOf(found, found.usual)}
        getAriaValueText={(detail) => `${Math.round(detail * 100)} of 100`}
        onChange={(_, detail) => set({ detail: detail as number })}
      />
      <FormControlLabel
        control={<Switch checked={look.inner} onChange={(_, inner) => set({ inner })} />}
        label="lines inside things"
      />
      <Typography id="drawn-values" color="text.secondary" sx={{ mt: 0.5 }}>
        Borders of values, dotted
      </Typography>
      <ToggleButtonGroup
        size="small"
        value={look.limits}
        onChange={(_, limits: number[]) => set({ limits: [...limits].sort((a, b) => a - b) })}
        aria-labelledby="drawn-values"
        sx={{ flexWrap: "wrap" }}
      >
        {thresholds.map((limit, place) => (
          <ToggleButton key={place} value={place}>
            {value(limit)}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={paper}
        onChange={(_, to: "A4" | "Letter" | null) => to && setPaper(to)}
        aria-label="Paper for the drawing"
        sx={{ mt: 1.5, display: "flex" }}
      >
        <ToggleButton value="A4">A4</ToggleButton>
        <ToggleButton value="Letter">Letter</ToggleButton>
      </ToggleButtonGroup>
      <FormControlLabel
        control={<Switch checked={mirrored} onChange={(_, on) => setMirrored(on)} />}
        label="mirrored, for tracing from the back"
      />
      <Stack sx={{ alignItems: "start" }}>
        {files.map(([name, title]) => (
          <Button key={name} component="a" href={address(name)} download={name}>
            {title}
          </Button>
        ))}
      </Stack>
      <Typography variant="caption" color="text.secondary" component="p" sx={{ m: 0 }}>
        Print at 100 %. The first page maps the sheets and has a line of 100 mm to check the printer.
      </Typography>
    </Section>
  );
}
