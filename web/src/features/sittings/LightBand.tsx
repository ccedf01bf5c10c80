/** The light over a sitting as a band of greys: the higher the sun the lighter, with a mark where the light no longer holds. */
import { Box } from "@mui/material";

import { greyOf } from "../../shared/ui/greys";
import type { SittingLight } from "./queries";

interface Props {
  light: SittingLight;
  begins: string;
  /** Minutes of this sitting, and of the longest. */
  minutes: number;
  longest: number;
}

/** Munsell value of the band for a sun's altitude: dark at night, light from about 40 degrees on. */
export const valueOfSun = (altitude: number): number => Math.min(9.3, Math.max(1.5, 4 + altitude / 7));

export function LightBand({ light, begins, minutes, longest }: Props) {
  const since = (time: string) => (Date.parse(time) - Date.parse(begins)) / 60_000;
  const stops = light.samples.map((sample) => {
    const grey = greyOf(valueOfSun(sample.altitude_deg));
    return `rgb(${grey},${grey},${grey}) ${(since(sample.time) / minutes) * 100}%`;
  });
  const ends = since(light.holds.until);
  return (
    <Box
      title={`The light: ${light.holds.why}`}
      sx={{
        position: "relative",
        height: 10,
        width: `${(minutes / longest) * 100}%`,
        backgroundImage: `linear-gradient(90deg, ${stops.join(", ")})`,
        border: 1,
        borderColor: "divider",
      }}
    >
      {ends < minutes && (
        <Box
          sx={{
            position: "absolute",
            left: `${(ends / minutes) * 100}%`,
            top: -4,
            bottom: -4,
            borderLeft: 3,
            borderColor: "text.primary",
          }}
        />
      )}
    </Box>
  );
}
