/** A gradation: how an area's colour runs, as an arrow on the picture whose ends can be moved, and in words. */
import { useState } from "react";

import { Button, FormControlLabel, Stack, Switch, Typography } from "@mui/material";

import type { Size } from "../../shared/geometry/viewport";
import { Handles, type Spot } from "../../shared/ui/Handles";
import { Swatch } from "../../shared/ui/Swatch";
import type { Area } from "./queries";

type Gradation = NonNullable<Area["gradation"]>;

const spot = ([x, y]: number[]): Spot => ({ x: x!, y: y! });

interface ArrowProps {
  gradation: Gradation;
  picture: Size;
  /** The ends where the hand let go, the lighter one first. */
  drawn: (ends: [number, number][]) => void;
}

/** From the lighter end, a disc, to the darker one, a point; both are dragged. */
export function GradationArrow({ gradation, picture, drawn }: ArrowProps) {
  const [ends, setEnds] = useState<[Spot, Spot]>([spot(gradation.start), spot(gradation.end)]);
  const [from, to] = ends.map(({ x, y }) => [x * picture.width, y * picture.height]);
  const size = Math.max(picture.width, picture.height) / 80;
  const turn = (Math.atan2(to![1]! - from![1]!, to![0]! - from![0]!) * 180) / Math.PI;
  return (
    <Handles
      picture={picture}
      spots={[
        { label: "Its lighter end", at: ends[0] },
        { label: "Its darker end", at: ends[1] },
      ]}
      move={(index, at) => setEnds(index === 0 ? [at, ends[1]] : [ends[0], at])}
      done={() => drawn(ends.map(({ x, y }) => [x, y]))}
    >
      <g role="img" aria-label="The way its colour runs, from light to dark">
        {[
          ["#f1f1f1", 0.55],
          ["#1c1c1c", 0.22],
        ].map(([colour, width]) => (
          <g key={colour} stroke={colour as string} strokeWidth={size * (width as number)} fill="none">
            <line x1={from![0]} y1={from![1]} x2={to![0]} y2={to![1]} />
            <circle cx={from![0]} cy={from![1]} r={size * 0.7} fill="#f1f1f1" />
            <path
              d={`M${-size * 1.6},${-size * 0.8} L0,0 L${-size * 1.6},${size * 0.8}`}
              strokeLinejoin="round"
              transform={`translate(${to![0]} ${to![1]}) rotate(${turn})`}
            />
          </g>
        ))}
      </g>
    </Handles>
  );
}

interface FactsProps {
  gradation: Gradation;
  /** Whether it is painted in bands all the same. */
  flat: boolean;
  paint: (flat: boolean) => void;
  /** Take the painter's own ends back. */
  asFound: () => void;
}

export function GradationFacts({ gradation, flat, paint, asFound }: FactsProps) {
  return (
    <>
      <Stack direction="row" spacing={1.5} sx={{ py: 1, alignItems: "center" }}>
        <Stack direction="row" sx={{ bgcolor: "mat", p: 0.5 }}>
          <Swatch colour={gradation.start_colour} label="Its lighter end" size={32} />
          <Swatch colour={gradation.end_colour} label="Its darker end" size={32} />
        </Stack>
        <Typography>
          a gradation, along the arrow:{" "}
          {flat ? "painted in bands, as you want it" : "one blend from end to end while it is wet"}
        </Typography>
      </Stack>
      <FormControlLabel
        control={<Switch checked={!flat} onChange={(_, on) => paint(!on)} />}
        label="Blend it from end to end"
      />
      <Typography color="text.secondary">
        {gradation.drawn ? "You drew this arrow." : "Drag the arrow’s ends if it runs another way."}
      </Typography>
      {gradation.drawn && <Button onClick={asFound}>As it was found</Button>}
    </>
  );
}
