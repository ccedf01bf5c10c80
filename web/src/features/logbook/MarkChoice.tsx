/** The painter's own mark, from one to five; tapped again it is taken back. */
import { Stack, ToggleButton, ToggleButtonGroup, Typography } from "@mui/material";

const MARKS = [1, 2, 3, 4, 5];

interface Props {
  mark: number | null;
  choose: (mark: number | null) => void;
}

export function MarkChoice({ mark, choose }: Props) {
  return (
    <Stack direction="row" sx={{ alignItems: "center", gap: 1.5 }}>
      <Typography>Your mark</Typography>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={mark}
        onChange={(_, to: number | null) => choose(to)}
        aria-label="Your mark, from one to five"
      >
        {MARKS.map((one) => (
          <ToggleButton key={one} value={one} sx={{ px: 1.75 }}>
            {one}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
    </Stack>
  );
}
