/** A colour on its own neutral mat, so that no chrome touches it. */
import { Box, Stack, Typography } from "@mui/material";

export function Swatch({ colour, label, size = 44 }: { colour: string; label: string; size?: number }) {
  return (
    <Box
      role="img"
      aria-label={`${label}, ${colour}`}
      sx={{ width: size, height: size, bgcolor: colour, flex: "none", borderRadius: "2px" }}
    />
  );
}

interface TrioProps {
  photo: string;
  dry: string;
  wet: string;
  /** What the first patch is. */
  first?: string;
  height?: number;
}

/** The photo's colour, the mix dry and the mix wet, side by side and touching, as a painter compares them. */
export function Trio({ photo, dry, wet, first = "photo", height = 56 }: TrioProps) {
  const patches = [
    { label: first, colour: photo },
    { label: "dry", colour: dry },
    { label: "wet", colour: wet },
  ];
  return (
    <Stack direction="row" sx={{ bgcolor: "mat", p: 1, borderRadius: "3px" }}>
      {patches.map(({ label, colour }, place) => (
        <Box key={place} sx={{ flex: 1 }}>
          <Box role="img" aria-label={`${label}, ${colour}`} sx={{ height, bgcolor: colour }} />
          <Typography variant="caption" component="div" sx={{ textAlign: "center", pt: 0.5 }}>
            {label}
          </Typography>
        </Box>
      ))}
    </Stack>
  );
}
