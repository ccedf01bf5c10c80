/** What the stage shows: one of a few looks, a short word on each button and its full name for the ear. */
import { ToggleButton, ToggleButtonGroup } from "@mui/material";

interface Props<Look extends string> {
  looks: readonly (readonly [look: Look, word: string, full: string])[];
  look: Look;
  show: (look: Look) => void;
}

export function LookButtons<Look extends string>({ looks, look, show }: Props<Look>) {
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      value={look}
      onChange={(_, to: Look | null) => to && show(to)}
      aria-label="What the stage shows"
      sx={{ bgcolor: "background.paper" }}
    >
      {looks.map(([name, word, full]) => (
        <ToggleButton key={name} value={name} aria-label={full} sx={{ px: 1, whiteSpace: "nowrap" }}>
          {word}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}
