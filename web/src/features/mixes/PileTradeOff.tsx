/** How many piles the next plan may have, chosen on the curve of what fewer of them cost. */
import { useState } from "react";

import { Box, Slider, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { pilesQuery, type PilePoint } from "./queries";

const WIDTH = 296;
const HEIGHT = 64;

interface Props {
  paintingId: number;
  piles: number;
  changePiles: (piles: number) => void;
}

export function PileTradeOff({ paintingId, piles, changePiles }: Props) {
  const asked = useQuery(pilesQuery(paintingId));
  const [shown, setShown] = useState<number | null>(null);
  const now = shown ?? piles;
  return (
    <Box sx={{ mt: 1 }}>
      <Stack direction="row" sx={{ justifyContent: "space-between" }}>
        <Typography id="piles" color="text.secondary">
          Piles the next plan may have
        </Typography>
        <Typography>{now}</Typography>
      </Stack>
      <Box sx={{ height: HEIGHT }}>{asked.data && <Curve points={asked.data.points} now={now} />}</Box>
      <Slider
        aria-labelledby="piles"
        min={4}
        max={40}
        step={2}
        value={now}
        onChange={(_, to) => setShown(to as number)}
        onChangeCommitted={(_, to) => {
          setShown(null);
          if (to !== piles) changePiles(to as number);
        }}
      />
      <Typography variant="caption" component="p" color="text.secondary" sx={{ minHeight: 40 }}>
        {asked.data ? inWords(asked.data.points, now) : asked.isPending ? "Comparing …" : ""}
      </Typography>
    </Box>
  );
}

/** What so many piles come to, and what a few more would bring. */
export function inWords(points: readonly PilePoint[], piles: number): string {
  const at = (count: number) => points.find((one) => one.piles >= count) ?? points.at(-1)!;
  const [here, more] = [at(piles), at(piles + 6)];
  const told = `A part lies about ΔE ${here.de00.toFixed(1)} from the colour of its pile`;
  return more.piles > here.piles
    ? `${told}; with ${more.piles} piles ${more.de00.toFixed(1)}, and more to mix and keep wet.`
    : `${told}; more piles would change nothing.`;
}

/** The curve over the slider's whole width: the more piles, the nearer. */
function Curve({ points, now }: { points: readonly PilePoint[]; now: number }) {
  const most = Math.max(...points.map((one) => one.de00), 1);
  const x = (piles: number) => ((piles - 4) / 36) * WIDTH;
  const y = (de00: number) => HEIGHT - 4 - (de00 / most) * (HEIGHT - 12);
  const here = points.find((one) => one.piles >= now) ?? points.at(-1)!;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width="100%"
      height={HEIGHT}
      preserveAspectRatio="none"
      role="img"
      aria-label="Difference between parts and piles, from 4 piles to 40"
      style={{ overflow: "visible", color: "inherit" }}
    >
      <polyline
        points={points.map((one) => `${x(one.piles)},${y(one.de00)}`).join(" ")}
        fill="none"
        stroke="currentColor"
        strokeWidth={1.5}
        vectorEffect="non-scaling-stroke"
      />
      <line
        x1={x(now)}
        x2={x(now)}
        y1={y(here.de00)}
        y2={HEIGHT}
        stroke="currentColor"
        strokeDasharray="3 3"
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}
