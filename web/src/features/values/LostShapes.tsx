/** What the brush loses that a finer one keeps: numbered on the picture, and told with the brush that would keep it. */
import { ButtonBase, FormControlLabel, LinearProgress, Stack, Switch, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import type { Size } from "../../shared/geometry/viewport";
import { Section } from "../../shared/ui/Facts";
import { mm } from "../../shared/ui/numbers";
import { lostQuery, type Lost } from "./queries";

export function LostMarks({ paintingId, picture }: { paintingId: number; picture: Size }) {
  const { data: lost = [] } = useQuery(lostQuery(paintingId));
  if (lost.length === 0) return null;
  const size = Math.max(picture.width, picture.height) / 46;
  return (
    <svg
      viewBox={`0 0 ${picture.width} ${picture.height}`}
      role="img"
      aria-label={`${lost.length} shapes that this brush loses`}
      style={{ position: "absolute", inset: 0, width: "100%", height: "100%", pointerEvents: "none" }}
    >
      <g fontSize={size} fill="#1c1c1c" textAnchor="middle">
        {lost.map((one, place) => (
          <g key={place} transform={`translate(${one.x * picture.width} ${one.y * picture.height})`}>
            <circle r={size * 0.8} fill="#f1f1f1" stroke="#1c1c1c" strokeWidth={size / 9} />
            <text dominantBaseline="central">{place + 1}</text>
          </g>
        ))}
      </g>
    </svg>
  );
}

/** As in "dark shape, 12 × 8 mm: a flat of 6 mm keeps it". */
export const lostInWords = (one: Lost): string =>
  `${one.tone} shape, ${Math.round(one.width_mm)} × ${Math.round(one.height_mm)} mm: a flat of ${mm(one.brush_mm)} keeps it`;

interface Props {
  paintingId: number;
  /** Whether the shapes are marked on the map. */
  marked: boolean;
  mark: (on: boolean) => void;
  /** Show the map of a finer brush beside this one. */
  compare: (brush: number) => void;
}

export function LostFacts({ paintingId, marked, mark, compare }: Props) {
  const lost = useQuery(lostQuery(paintingId));
  if (lost.isError) return null;
  return (
    <Section title="Lost at this brush">
      {lost.isPending ? (
        <LinearProgress aria-label="Looking for what the brush loses" />
      ) : lost.data.length === 0 ? (
        <Typography>Nothing with a strong edge.</Typography>
      ) : (
        <>
          <FormControlLabel
            control={<Switch checked={marked} onChange={(_, on) => mark(on)} />}
            label="mark them on the map"
          />
          <Stack component="ol" aria-label="Lost shapes" sx={{ listStyle: "none", p: 0, m: 0 }}>
            {lost.data.map((one, place) => (
              <li key={place}>
                <ButtonBase
                  onClick={() => compare(one.brush_mm)}
                  sx={{ display: "flex", gap: 1.25, minHeight: 44, width: "100%", textAlign: "left" }}
                >
                  <Typography sx={{ width: 20, flex: "none", fontWeight: 650 }}>{place + 1}</Typography>
                  <Typography sx={{ flex: 1, lineHeight: 1.25 }}>{lostInWords(one)}</Typography>
                </ButtonBase>
              </li>
            ))}
          </Stack>
          <Typography variant="caption" color="text.secondary" component="p" sx={{ m: 0 }}>
            Tap one to see the map of that brush on the right half.
          </Typography>
        </>
      )}
    </Section>
  );
}
