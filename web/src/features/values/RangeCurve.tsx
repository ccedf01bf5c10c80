/** How the photo's values are bent into what dry paint reaches: the finish sets the ends, the painter may bend the middle. */
import { useState } from "react";

import { Alert, Box, Button, ToggleButton, ToggleButtonGroup, Typography } from "@mui/material";

import { inWords } from "../../shared/api/client";
import { Section } from "../../shared/ui/Facts";
import { Handles, type Spot } from "../../shared/ui/Handles";
import { useKeepPainting, type Painting } from "../subject";

const SIDE = 200;
const FINISHES = ["matt", "satin", "gloss", "varnished"] as const;

const toSpot = ([photo, paint]: readonly number[]): Spot => ({ x: photo! / 10, y: 1 - paint! / 10 });
const toPoint = ({ x, y }: Spot): [number, number] => [
  Math.round(x * 1000) / 100,
  Math.round((1 - y) * 1000) / 100,
];

export function RangeCurve({ painting }: { painting: Painting }) {
  const keepPainting = useKeepPainting(painting.id);
  const [dragged, setDragged] = useState<Spot[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const spots = dragged ?? painting.curve.map(toSpot);
  const keep = async (change: { curve?: [number, number][]; finish?: Painting["finish"] }) => {
    try {
      setProblem(null);
      await keepPainting(change);
    } catch (error) {
      setProblem(inWords(error));
    }
    setDragged(null);
  };
  const ends = [
    toSpot([0, painting.darkest]),
    ...[...spots].sort((a, b) => a.x - b.x),
    toSpot([10, painting.lightest]),
  ];
  return (
    <Section title="From photo to paint">
      <ToggleButtonGroup
        exclusive
        size="small"
        value={painting.finish}
        onChange={(_, finish: Painting["finish"] | null) => finish && void keep({ finish })}
        aria-label="Finish of the dry painting"
        sx={{ flexWrap: "wrap" }}
      >
        {FINISHES.map((finish) => (
          <ToggleButton key={finish} value={finish}>
            {finish}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <Typography variant="caption" color="text.secondary" component="p">
        Dry paint reaches value {painting.darkest.toFixed(1)} to {painting.lightest.toFixed(1)} with this
        finish. Across: the photo’s value; up: the paint’s.
      </Typography>
      <Box sx={{ position: "relative", width: SIDE, height: SIDE, bgcolor: "mat", my: 1 }}>
        <svg
          viewBox={`0 0 ${SIDE} ${SIDE}`}
          role="img"
          aria-label={`Curve from photo to paint through ${spots.length} points of your own`}
          style={{ position: "absolute", inset: 0 }}
        >
          <line x1={0} y1={SIDE} x2={SIDE} y2={0} stroke="#adadad" strokeDasharray="3 3" />
          <polyline
            points={ends.map(({ x, y }) => `${x * SIDE},${y * SIDE}`).join(" ")}
            fill="none"
            stroke="#313131"
            strokeWidth={2}
          />
        </svg>
        <Handles
          picture={{ width: SIDE * 2.2, height: SIDE * 2.2 }}
          spots={spots.map((at, i) => ({ label: `Point ${i + 1} of the curve`, at }))}
          move={(index, to) => setDragged(spots.map((at, i) => (i === index ? to : at)))}
          done={() => {
            if (dragged) void keep({ curve: dragged.map(toPoint) });
          }}
        />
      </Box>
      {problem && <Alert severity="error">{problem}</Alert>}
      <Button
        onClick={() => void keep({ curve: [...spots.map(toPoint), [5, 5]] })}
        disabled={spots.length >= 5}
      >
        Add a point
      </Button>
      {spots.length > 0 && <Button onClick={() => void keep({ curve: [] })}>The usual bend</Button>}
    </Section>
  );
}
