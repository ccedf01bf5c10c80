/** Looks of the picture at one tap each. */
import { Slider, Stack, ToggleButton, ToggleButtonGroup } from "@mui/material";

import type { Looks } from "./EaselPicture";

type Switch = Exclude<keyof Looks, "shows" | "wipe">;

const SWITCHES: [Switch, string, string][] = [
  ["isLit", "Lit", "Light up what this unit paints"],
  ["isZoomed", "Close", "Close up on what this unit paints"],
  ["isWindow", "Window", "A window on what this unit paints"],
  ["isSquinting", "Squint", "Squint"],
  ["isGrey", "Greys", "Greys only"],
  ["isMirrored", "Mirror", "Mirror the picture"],
  ["isUpsideDown", "Turned", "Upside down"],
  ["hasGrid", "Grid", "Grid of 50 mm"],
  ["hasClocks", "Clocks", "Clocks on wet paint"],
];

interface Props {
  looks: Looks;
  change: (looks: Looks) => void;
  observed: boolean;
}

export function LookBar({ looks, change, observed }: Props) {
  return (
    <Stack sx={{ gap: 1 }}>
      {looks.shows === "wipe" && (
        <Slider
          aria-label={`How much of the ${observed ? "observation" : "photo"} lies over the painting`}
          value={looks.wipe * 100}
          onChange={(_, to) => change({ ...looks, wipe: (to as number) / 100 })}
        />
      )}
      <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
        <ToggleButtonGroup
          exclusive
          value={looks.shows}
          onChange={(_, to: Looks["shows"] | null) => to && change({ ...looks, shows: to })}
          aria-label="Which picture"
          sx={{ flex: "none" }}
        >
          <ToggleButton value="photo">{observed ? "Seen" : "Photo"}</ToggleButton>
          <ToggleButton value="now">As planned</ToggleButton>
          <ToggleButton value="wipe">Wipe</ToggleButton>
        </ToggleButtonGroup>
        {SWITCHES.map(([name, word, full]) => (
          <ToggleButton
            key={name}
            value={name}
            selected={looks[name]}
            onChange={() => change({ ...looks, [name]: !looks[name] })}
            title={full}
            sx={{ flex: "none" }}
          >
            {word}
          </ToggleButton>
        ))}
      </Stack>
    </Stack>
  );
}
