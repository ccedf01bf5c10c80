/** Facts of the value map: how it is parted, to which brush it is simplified, what each step covers. */
import { useState } from "react";

import {
  Box,
  Button,
  IconButton,
  Slider,
  Stack,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from "@mui/material";
import AddIcon from "@mui/icons-material/Add";
import RemoveIcon from "@mui/icons-material/Remove";

import { cm2, mm, share, value } from "../../shared/ui/numbers";
import { Section } from "../../shared/ui/Facts";
import { BRUSHES_MM } from "./brushes";
import { PassageFacts } from "./Passages";
import { askedOf, type Values, type ValuesIn } from "./queries";

/** A mass that was tapped: where, and its step. */
export interface Tapped {
  x: number;
  y: number;
  step: number;
}

interface Props {
  values: Values;
  change: (values: ValuesIn) => void;
  tapped: Tapped | null;
  /** Whether a passage for a finer brush is being outlined. */
  outlining: boolean;
  outline: (on: boolean) => void;
  otherBrush: number | null;
  compare: (brush: number | null) => void;
  /** The brush of every pass of the plan, to see its map. */
  passBrushes: { title: string; brushMm: number }[];
}

const VALUE_STEP = 0.25;

/** The place of the width nearest to this one. */
export function nearestOf(widths: readonly number[], to: number): number {
  return widths.reduce(
    (best, width, i) => (Math.abs(width - to) < Math.abs(widths[best]! - to) ? i : best),
    0,
  );
}

/** The values of the steps with one of them made lighter or darker by hand. */
export function withOwnValue(values: Values, index: number, by: number): (number | null)[] {
  return values.steps.map((step, i) =>
    i === index ? Math.round((step.value + by) * 100) / 100 : (values.own_values[i] ?? null),
  );
}

export function ValueFacts({
  values,
  change,
  tapped,
  outlining,
  outline,
  otherBrush,
  compare,
  passBrushes,
}: Props) {
  const asked = askedOf(values);
  const fresh = { own_values: [], moved: values.moved };
  const [brush, setBrush] = useState<number | null>(null);
  const [count, setCount] = useState<number | null>(null);
  const brushes = BRUSHES_MM.filter((width) => width <= values.widest_brush_mm);
  const nearest = nearestOf(brushes, values.brush_mm);
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
            if (to !== values.count) change({ ...asked, ...fresh, count: to as number, limits: null });
          }}
        />
        <ToggleButtonGroup
          exclusive
          fullWidth
          size="small"
          value={values.limits ? "own" : values.method}
          onChange={(_, method: Values["method"] | "own" | null) => {
            if (method === "own") change({ ...asked, limits: values.thresholds });
            else if (method) change({ ...asked, ...fresh, method, limits: null });
          }}
          aria-label="How the steps are parted"
        >
          <ToggleButton value="equal">Even</ToggleButton>
          <ToggleButton value="natural">Natural groups</ToggleButton>
          <ToggleButton value="masses">Same size</ToggleButton>
          <ToggleButton value="own">By hand</ToggleButton>
        </ToggleButtonGroup>
        <Typography variant="caption" color="text.secondary" component="p" sx={{ mt: 1 }}>
          Even parts the picture’s own range equally; natural groups lets each step hold values that belong
          together; same size gives each the same surface. Drag a border on the ladder to set it by hand.
        </Typography>
      </Section>
      <Section title="Brush">
        <Stack direction="row" sx={{ justifyContent: "space-between" }}>
          <Typography id="brush" color="text.secondary">
            Laid with a flat of
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
            change({ ...asked, brush_mm: brushes[to as number]! });
          }}
        />
        <Typography variant="caption" color="text.secondary" component="p" sx={{ mt: 0.5 }}>
          What is too small for it goes into what surrounds it. The edges that stay are the photo’s own, since
          its corner cuts a line a quarter as wide.
        </Typography>
        {values.focal_brush_mm === null ? (
          <Typography sx={{ mt: 1 }}>
            Mark the focal passage under Subject: it is then laid one size finer.
          </Typography>
        ) : (
          <>
            <Typography id="focal-brush" color="text.secondary" sx={{ mt: 1 }}>
              In the focal passage, {mm(values.focal_brush_mm)}
            </Typography>
            <ToggleButtonGroup
              exclusive
              size="small"
              value={values.focal_brush}
              onChange={(_, to: Values["focal_brush"] | null) => to && change({ ...asked, focal_brush: to })}
              aria-labelledby="focal-brush"
            >
              <ToggleButton value="finer">One size finer</ToggleButton>
              <ToggleButton value="same">As the rest</ToggleButton>
            </ToggleButtonGroup>
          </>
        )}
        <PassageFacts values={values} change={change} outlining={outlining} outline={outline} />
      </Section>
      <Section title="Compare brushes">
        <Typography id="other-brush" color="text.secondary">
          {otherBrush === null ? "Right half: the same brush" : `Right half: a brush of ${mm(otherBrush)}`}
        </Typography>
        <Slider
          aria-labelledby="other-brush"
          min={-1}
          max={brushes.length - 1}
          step={1}
          marks
          value={otherBrush === null ? -1 : nearestOf(brushes, otherBrush)}
          getAriaValueText={(i) => (i < 0 ? "the same" : `${brushes[i]} mm`)}
          onChange={(_, to) => compare((to as number) < 0 ? null : brushes[to as number]!)}
        />
      </Section>
      {passBrushes.length > 0 && (
        <ToggleButtonGroup
          exclusive
          size="small"
          value={otherBrush}
          onChange={(_, to: number | null) => compare(to)}
          aria-label="The map for the brush of a pass"
          sx={{ flexWrap: "wrap" }}
        >
          {passBrushes.map((one) => (
            <ToggleButton key={one.title} value={one.brushMm}>
              {one.title}, {mm(one.brushMm)}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      )}
      <Section title="A mass to another step">
        {tapped ? (
          <Stack direction="row" sx={{ flexWrap: "wrap", gap: 1 }}>
            <Typography sx={{ width: "100%" }}>The tapped mass lies on step {tapped.step + 1}.</Typography>
            {[1, -1].map((by) => (
              <Button
                key={by}
                variant="outlined"
                disabled={tapped.step + by < 0 || tapped.step + by >= values.steps.length}
                onClick={() =>
                  change({
                    ...asked,
                    moved: [...values.moved, { x: tapped.x, y: tapped.y, step: tapped.step + by }],
                  })
                }
              >
                One step {by > 0 ? "lighter" : "darker"}
              </Button>
            ))}
          </Stack>
        ) : (
          <Typography color="text.secondary">
            Tap a mass on the picture, then make it lighter or darker.
          </Typography>
        )}
        {values.moved.length > 0 && (
          <Button onClick={() => change({ ...asked, moved: [] })}>
            Put {values.moved.length === 1 ? "the moved mass" : `${values.moved.length} moved masses`} back
          </Button>
        )}
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
              <Box component="th" sx={{ fontSize: 0 }}>
                Set it
              </Box>
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
                  {values.own_values[step.index] != null && " ◦"}
                </Box>
                <td>{share(step.share)}</td>
                <td>{cm2(step.area_cm2)}</td>
                <Box component="td" sx={{ whiteSpace: "nowrap" }}>
                  {[-VALUE_STEP, VALUE_STEP].map((by) => (
                    <IconButton
                      key={by}
                      size="small"
                      aria-label={`Paint step ${step.index + 1} ${by > 0 ? "lighter" : "darker"}`}
                      onClick={() =>
                        change({
                          ...asked,
                          own_values: withOwnValue(values, step.index, by),
                        })
                      }
                      sx={{ width: 34, height: 34 }}
                    >
                      {by > 0 ? <AddIcon fontSize="small" /> : <RemoveIcon fontSize="small" />}
                    </IconButton>
                  ))}
                </Box>
              </tr>
            ))}
          </tbody>
        </Box>
        {values.own_values.some((own) => own != null) && (
          <Button onClick={() => change({ ...asked, own_values: [] })}>The found values (◦ are yours)</Button>
        )}
        <Typography variant="caption" color="text.secondary" component="p" sx={{ m: 0 }}>
          Munsell values (ASTM D1535), bent at both ends into what dry paint reaches.
        </Typography>
      </Section>
    </>
  );
}
