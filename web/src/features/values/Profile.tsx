/** The value along a line across the picture: two handles on it, and the profile below with the steps as terraces. */
import { Box, Typography } from "@mui/material";

import { Handles, TwoToneLine, type Spot } from "../../shared/ui/Handles";
import type { Size } from "../../shared/geometry/viewport";
import type { Greys } from "../../shared/ui/pixels";
import { mm } from "../../shared/ui/numbers";
import { stepOf } from "./ladder";
import { lengthMm, profilePath, sampled } from "./profile";

const POINTS = 240;
const WIDTH = 1000;
const HEIGHT = 150;

export type Ends = [Spot, Spot];

export const USUAL_ENDS: Ends = [
  { x: 0.05, y: 0.6 },
  { x: 0.95, y: 0.45 },
];

export function ProfileLine({
  picture,
  ends,
  move,
}: {
  picture: Size;
  ends: Ends;
  move: (ends: Ends) => void;
}) {
  return (
    <Handles
      picture={picture}
      spots={[
        { label: "Beginning of the profile", at: ends[0] },
        { label: "End of the profile", at: ends[1] },
      ]}
      move={(index, to) => move(index === 0 ? [to, ends[1]] : [ends[0], to])}
    >
      <TwoToneLine picture={picture} from={ends[0]} to={ends[1]} />
    </Handles>
  );
}

interface PanelProps {
  greys: Greys;
  ends: Ends;
  thresholds: readonly number[];
  tones: readonly string[];
  widthMm: number;
  heightMm: number;
}

export function ProfilePanel({ greys, ends, thresholds, tones, widthMm, heightMm }: PanelProps) {
  const values = sampled(greys, ends[0], ends[1], POINTS);
  const levels = [0, ...thresholds, 10];
  const low = Math.min(...values);
  const high = Math.max(...values);
  const path = profilePath(values, WIDTH, HEIGHT);
  return (
    <Box sx={{ px: 2, py: 1, bgcolor: "background.default" }}>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        preserveAspectRatio="none"
        role="img"
        aria-label={`Profile over ${mm(lengthMm(ends[0], ends[1], widthMm, heightMm))}: values from ${low.toFixed(1)} to ${high.toFixed(1)}, ${new Set(values.map((v) => stepOf(v, thresholds))).size} steps`}
        style={{ width: "100%", height: 110, display: "block" }}
      >
        {levels.slice(0, -1).map((from, i) => (
          <rect
            key={from}
            x={0}
            y={HEIGHT - (levels[i + 1]! / 10) * HEIGHT}
            width={WIDTH}
            height={((levels[i + 1]! - from) / 10) * HEIGHT}
            fill={tones[i]}
          />
        ))}
        <path d={path} fill="none" stroke="#f1f1f1" strokeWidth={5} vectorEffect="non-scaling-stroke" />
        <path d={path} fill="none" stroke="#1c1c1c" strokeWidth={2} vectorEffect="non-scaling-stroke" />
      </svg>
      <Typography variant="caption" color="text.secondary">
        Profile over {mm(lengthMm(ends[0], ends[1], widthMm, heightMm))}: value {low.toFixed(1)} to{" "}
        {high.toFixed(1)}. The bands are the steps of the map.
      </Typography>
    </Box>
  );
}
