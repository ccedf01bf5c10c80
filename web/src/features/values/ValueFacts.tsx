/** Facts of the value map: how it is parted, to which brush it is simplified, what each step covers. */
import { useState } from "react";

import { Box, Slider, Stack, ToggleButton, ToggleButtonGroup, Typography } from "@mui/material";

import { cm2, mm, share, value } from "../../shared/ui/numbers";
import { Section } from "../../shared/ui/Facts";
import type { Values, ValuesIn } from "./queries";

const BRUSHES_MM = [2, 3, 4, 6, 8, 12, 18, 25, 38, 50];

interface Props {
  values: Values;
  change: (label: string, values: ValuesIn) => void;
  widestBrush: number;
}

export function ValueFacts({ values, change, widestBrush }: Props) {
  const asked: ValuesIn = {
    method: values.method,
    count: values.count,
    limits: values.limits,
    brush_mm: values.brush_mm,
  };
  const [brush, setBrush] = useState<number | null>(null);
  const [count, setCount] = useState<number | null>(null);
  const brushes = BRUSHES_MM.filter((width) => width <= widestBrush);
  const nearest = brushes.reduce(
    (best, width, i) =>
      Math.abs(width - values.brush_mm) < Math.abs(brushes[best]! - values.brush_mm) ? i : best,
    0,
  );
  return (
    <>
      <Section title="Steps">
        <Stack direction="row" sx={{ justifyContent: "space-between" }}>
          <Typography id="step-count" color="text.secondary">
            How many
          </Typography>
          <Typography>{count ?? values.count}</Typography>
        </Stack>
        <Slider
          aria-labelledby="step-count"
          min={2}
          max={9}
          step={1}
          marks
          value={count ?? values.count}
          onChange={(_, to) => setCount(to as number)}
          onChangeCommitted={(_, to) => {
            setCount(null);
            if (to !== values.count)
              change("Changed the steps", { ...asked, count: to as number, limits: null });
          }}
        />
        <ToggleButtonGroup
          exclusive
          fullWidth
          size="small"
          value={values.limits ? "own" : values.method}
          onChange={(_, method: "equal" | "natural" | "own" | null) => {
            if (method === "own") change("Kept these borders", { ...asked, limits: values.thresholds });
            else if (method) change("Parted the steps anew", { ...asked, method, limits: null });
          }}
          aria-label="How the steps are parted"
        >
          <ToggleButton value="equal">Even</ToggleButton>
          <ToggleButton value="natural">By masses</ToggleButton>
          <ToggleButton value="own">By hand</ToggleButton>
        </ToggleButtonGroup>
        <Typography variant="caption" color="text.secondary" component="p" sx={{ mt: 1 }}>
          Even parts the picture’s own range equally; by masses lets each step hold values that belong
          together. Drag a border on the ladder to set it by hand.
        </Typography>
      </Section>
      <Section title="Brush">
        <Stack direction="row" sx={{ justifyContent: "space-between" }}>
          <Typography id="brush" color="text.secondary">
            No mass narrower than
          </Typography>
          <Typography>{mm(brush === null ? values.brush_mm : brushes[brush]!)}</Typography>
        </Stack>
        <Slider
          aria-labelledby="brush"
          min={0}
          max={brushes.length - 1}
          step={1}
          marks
          value={brush ?? nearest}
          getAriaValueText={(i) => `${brushes[i]} mm`}
          onChange={(_, to) => setBrush(to as number)}
          onChangeCommitted={(_, to) => {
            setBrush(null);
            change("Changed the brush", { ...asked, brush_mm: brushes[to as number]! });
          }}
        />
      </Section>
      <Section title="What each step covers">
        <Box
          component="table"
          sx={{ width: "100%", borderSpacing: "0 6px", "& td, & th": { textAlign: "right" } }}
        >
          <thead>
            <tr>
              <Box component="th" sx={{ "&&": { textAlign: "left" } }}>
                Value
              </Box>
              <th>Share</th>
              <th>Area</th>
            </tr>
          </thead>
          <tbody>
            {[...values.steps].reverse().map((step) => (
              <tr key={step.index}>
                <Box component="td" sx={{ "&&": { textAlign: "left" } }}>
                  <Box
                    component="span"
                    sx={{ display: "inline-block", width: 26, height: 14, bgcolor: step.grey, mr: 1 }}
                  />
                  {value(step.value)}
                </Box>
                <td>{share(step.share)}</td>
                <td>{cm2(step.area_cm2)}</td>
              </tr>
            ))}
          </tbody>
        </Box>
        <Typography variant="caption" color="text.secondary" component="p" sx={{ m: 0 }}>
          Munsell values (ASTM D1535), bent at both ends into what dry paint reaches.
        </Typography>
      </Section>
    </>
  );
}
