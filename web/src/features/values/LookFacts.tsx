/** How to look: as masses, contours, black and white, two or three values; squinting; turned; along a line. */
import { Slider, Stack, ToggleButton, ToggleButtonGroup, Typography } from "@mui/material";

import { Section } from "../../shared/ui/Facts";
import { LOOKS, type Look, type Looking } from "./looks";
import { MIDDLE } from "../../shared/ui/Wipe";
import { USUAL_ENDS, type Ends } from "./Profile";

interface Props {
  looking: Looking;
  profile: boolean;
  set: (facts: Partial<Looking>) => void;
  showProfile: (ends: Ends | null) => void;
}

export function LookFacts({ looking, profile, set, showProfile }: Props) {
  return (
    <Section title="Look">
      <ToggleButtonGroup
        exclusive
        size="small"
        value={looking.look}
        onChange={(_, to: Look | null) => to && set({ look: to })}
        aria-label="What the stage shows"
        sx={{ flexWrap: "wrap" }}
      >
        {LOOKS.map(([look, title]) => (
          <ToggleButton key={look} value={look}>
            {title}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <Stack direction="row" sx={{ flexWrap: "wrap", gap: 1, my: 1 }}>
        <ToggleButton
          value="upside"
          size="small"
          selected={looking.flip === "upside-down"}
          onChange={() => set({ flip: looking.flip === "upside-down" ? "none" : "upside-down" })}
        >
          Upside down
        </ToggleButton>
        <ToggleButton
          value="mirror"
          size="small"
          selected={looking.flip === "mirrored"}
          onChange={() => set({ flip: looking.flip === "mirrored" ? "none" : "mirrored" })}
        >
          In the mirror
        </ToggleButton>
        <ToggleButton
          value="profile"
          size="small"
          selected={profile}
          onChange={() => showProfile(profile ? null : USUAL_ENDS)}
        >
          Profile
        </ToggleButton>
        <ToggleButton
          value="wipe"
          size="small"
          selected={looking.wipe !== null}
          onChange={() => set({ wipe: looking.wipe ? null : MIDDLE })}
        >
          Wipe the photo over it
        </ToggleButton>
      </Stack>
      <Stack direction="row" sx={{ justifyContent: "space-between" }}>
        <Typography id="squint" color="text.secondary">
          Squint
        </Typography>
        <Typography>
          {looking.squintDeg === 0
            ? "eyes open"
            : `${looking.squintDeg.toFixed(2)}° seen from ${(looking.distanceMm / 1000).toFixed(1)} m`}
        </Typography>
      </Stack>
      <Slider
        aria-labelledby="squint"
        min={0}
        max={1}
        step={0.05}
        value={looking.squintDeg}
        onChange={(_, to) => set({ squintDeg: to as number })}
      />
      {looking.squintDeg > 0 && (
        <Slider
          aria-label="Viewing distance"
          min={500}
          max={4000}
          step={100}
          value={looking.distanceMm}
          onChange={(_, to) => set({ distanceMm: to as number })}
        />
      )}
    </Section>
  );
}
