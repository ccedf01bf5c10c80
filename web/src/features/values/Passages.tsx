/** Passages of the map that are laid with a finer brush: outlined on the picture, each with its brush, or as the rest again. */
import { Button, MenuItem, Stack, TextField, ToggleButton, Typography } from "@mui/material";

import type { Size } from "../../shared/geometry/viewport";
import { mm } from "../../shared/ui/numbers";
import { BRUSHES_MM } from "./brushes";
import { askedOf, type Values, type ValuesIn } from "./queries";

type Passage = Values["passages"][number];

interface Props {
  values: Values;
  change: (values: ValuesIn) => void;
  /** Whether one is being outlined. */
  outlining: boolean;
  outline: (on: boolean) => void;
}

export function PassageFacts({ values, change, outlining, outline }: Props) {
  const { passages, brush_mm } = values;
  const own = passages.filter((one) => !one.area);
  const ofAreas = passages.length - own.length;
  const finer = BRUSHES_MM.filter((width) => width < brush_mm);
  const replaced = (at: Passage, by: Passage[]) =>
    change({ ...askedOf(values), passages: passages.flatMap((one) => (one === at ? by : [one])) });
  return (
    <>
      {finer.length > 0 && (
        <ToggleButton
          value="outline"
          size="small"
          selected={outlining}
          onChange={() => outline(!outlining)}
          sx={{ mt: 1.5 }}
        >
          {outlining ? "Draw round it on the picture" : "Outline a passage for a finer brush"}
        </ToggleButton>
      )}
      {own.map((one, place) => (
        <Stack key={place} direction="row" sx={{ gap: 1, alignItems: "center", mt: 1.5 }}>
          <TextField
            select
            size="small"
            label={`Passage ${place + 1}`}
            value={one.brush_mm}
            onChange={(event) => replaced(one, [{ ...one, brush_mm: Number(event.target.value) }])}
            sx={{ width: 130 }}
          >
            {[...new Set([...finer, one.brush_mm])]
              .sort((a, b) => b - a)
              .map((width) => (
                <MenuItem key={width} value={width}>
                  {mm(width)}
                </MenuItem>
              ))}
          </TextField>
          <Button onClick={() => replaced(one, [])} aria-label={`Passage ${place + 1} as the rest`}>
            As the rest
          </Button>
        </Stack>
      ))}
      {ofAreas > 0 && (
        <Button onClick={() => change({ ...askedOf(values), passages: own })}>
          {ofAreas === 1
            ? "The area with its own brush as the rest"
            : `${ofAreas} areas with brushes of their own as the rest`}
        </Button>
      )}
      {own.some((one) => one.brush_mm >= brush_mm) && (
        <Typography color="text.secondary">
          A passage whose brush is not finer than the rest looks like the rest.
        </Typography>
      )}
    </>
  );
}

/** The values with a passage that was drawn round laid one size finer. */
export const withOutlined = (values: Values, ring: { x: number; y: number }[]): ValuesIn => ({
  ...askedOf(values),
  passages: [
    ...values.passages,
    { area: "", brush_mm: values.finer_brush_mm, rings: [ring.map(({ x, y }) => [x, y])] },
  ],
});

/** Where the passages lie, drawn over the picture while one more is outlined. */
export function PassageMarks({ passages, picture }: { passages: Passage[]; picture: Size }) {
  const thick = Math.max(picture.width, picture.height) / 400;
  return (
    <svg
      viewBox={`0 0 ${picture.width} ${picture.height}`}
      role="img"
      aria-label={passages.length === 1 ? "1 passage outlined" : `${passages.length} passages outlined`}
      style={{ position: "absolute", inset: 0, width: "100%", height: "100%", pointerEvents: "none" }}
    >
      {passages.flatMap((one, place) =>
        (one.rings ?? []).map((ring, at) => (
          <polygon
            key={`${place}-${at}`}
            points={ring.map(([x = 0, y = 0]) => `${x * picture.width},${y * picture.height}`).join(" ")}
            fill="none"
            stroke="#f1f1f1"
            strokeWidth={thick}
            strokeDasharray={`${4 * thick} ${3 * thick}`}
          />
        )),
      )}
    </svg>
  );
}
