/** The colours that a palette reaches at one value, as an island on the plane of hue and chroma. */
import { useState } from "react";

import { Box, Slider, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { Section } from "../../../shared/ui/Facts";
import { value as valueText } from "../../../shared/ui/numbers";
import { sliceQuery } from "../queries";
import { ringPath, SPAN } from "./rings";

export function ReachSlice({ paintingId, keys }: { paintingId: number; keys: string[] }) {
  const [value, setValue] = useState(5);
  const [asked, setAsked] = useState(5);
  const cut = useQuery(sliceQuery(paintingId, keys, asked));
  return (
    <Section title={`What it reaches at value ${valueText(value)}`}>
      <Box sx={{ bgcolor: "mat", p: 1 }}>
        <svg
          viewBox={`${-SPAN} ${-SPAN} ${2 * SPAN} ${2 * SPAN}`}
          role="img"
          aria-label={`Colours reached at value ${valueText(asked)}: chroma up to ${Math.round(cut.data?.most_chroma ?? 0)}`}
          style={{ width: "100%", display: "block" }}
        >
          {[20, 40, 60].map((chroma) => (
            <circle
              key={chroma}
              r={chroma}
              fill="none"
              stroke="#939393"
              strokeWidth={0.4}
              strokeDasharray="2 2"
            />
          ))}
          {cut.data?.rings.map((ring, place) => (
            <path key={place} d={ringPath(ring)} fill={cut.data.grey} stroke="#313131" strokeWidth={0.9} />
          ))}
          {cut.data?.wanted.map(([a, b], place) => (
            <path
              key={place}
              d={`M${a! - 2},${-b!}h4M${a!},${-b! - 2}v4`}
              stroke="#313131"
              strokeWidth={1}
              fill="none"
            />
          ))}
          <g fontSize={6} fill="#313131" textAnchor="middle">
            <text x={SPAN - 9} y={-2}>
              red
            </text>
            <text x={0} y={-SPAN + 7}>
              yellow
            </text>
            <text x={-SPAN + 11} y={-2}>
              green
            </text>
            <text x={0} y={SPAN - 3}>
              blue
            </text>
          </g>
        </svg>
      </Box>
      <Slider
        aria-label="Value of the slice"
        min={1.5}
        max={9.5}
        step={0.5}
        value={value}
        onChange={(_, to) => setValue(to as number)}
        onChangeCommitted={(_, to) => setAsked(to as number)}
      />
      <Typography variant="caption" color="text.secondary" component="p" sx={{ m: 0 }}>
        Inside the shore lies what can be mixed; crosses are this picture’s colours near that value. Rings:
        chroma 20, 40, 60.
      </Typography>
    </Section>
  );
}
