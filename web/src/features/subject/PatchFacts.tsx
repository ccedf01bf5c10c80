/** Other photos over the base: a sharper detail, another background; with marks for horizon and light on each. */
import { useRef } from "react";

import {
  Box,
  Button,
  ButtonBase,
  Slider,
  Stack,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from "@mui/material";

import { Section } from "../../shared/ui/Facts";
import { withPoint } from "./patching";
import type { Patching, PatchMode } from "./usePatching";

const MODES: [PatchMode, string][] = [
  ["place", "Place"],
  ["outline", "Outline"],
  ["marks", "Horizon and light"],
];

const HOW: Record<PatchMode, string> = {
  place: "Drag its middle to its place, and its corner to make it wider or turn it.",
  outline: "Draw the outline around what you want to take over.",
  marks: "Lay one line along the level, the other from the light towards what it falls on.",
  "base marks": "Lay one line along the level, the other from the light towards what it falls on.",
};

export function PatchFacts({ patching }: { patching: Patching }) {
  const input = useRef<HTMLInputElement>(null);
  const { list, reference, mode } = patching;
  return (
    <Section title="Other photos over it">
      <Stack component="ul" aria-label="Other photos" sx={{ listStyle: "none", p: 0, m: 0 }}>
        {list.map((one) => (
          <li key={one.id}>
            <ButtonBase
              aria-pressed={one.id === reference?.id}
              onClick={() => patching.choose(one.id, "place")}
              sx={{
                width: "100%",
                justifyContent: "start",
                gap: 1.5,
                p: 0.75,
                borderRadius: "3px",
                bgcolor: one.id === reference?.id ? "divider" : "transparent",
              }}
            >
              <Box component="img" src={one.url} alt="" sx={{ height: 44, maxWidth: 80 }} />
              <Typography sx={{ textAlign: "left" }}>{one.name}</Typography>
            </ButtonBase>
          </li>
        ))}
      </Stack>
      {reference && (
        <>
          <ToggleButtonGroup
            exclusive
            size="small"
            value={mode}
            onChange={(_, to: PatchMode | null) => patching.choose(reference.id, to)}
            aria-label="What to do with this photo"
            sx={{ flexWrap: "wrap", mt: 1 }}
          >
            {MODES.map(([name, title]) => (
              <ToggleButton key={name} value={name}>
                {title}
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
          {mode && <Typography sx={{ mt: 1 }}>{HOW[mode]}</Typography>}
          <Typography id="feather" color="text.secondary">
            Soft edge
          </Typography>
          <Slider
            aria-labelledby="feather"
            key={reference.patch.feather}
            min={0}
            max={0.1}
            step={0.005}
            defaultValue={reference.patch.feather ?? 0.01}
            onChangeCommitted={(_, to) =>
              void patching.keep({
                patch: { ...reference.patch, feather: to as number },
              })
            }
          />
          <Button
            onClick={() =>
              void patching.keep({
                patch: { ...reference.patch, mirrored: !reference.patch.mirrored },
              })
            }
          >
            Mirror it
          </Button>
          {mode === "outline" && (
            <Button
              onClick={() =>
                void patching.keep({
                  patch: { ...reference.patch, outline: withPoint(reference.patch.outline) },
                })
              }
            >
              Another point
            </Button>
          )}
          <Button onClick={() => void patching.remove(reference)}>Take it away</Button>
          <Button onClick={() => patching.choose(null, null)}>Done</Button>
        </>
      )}
      <Stack direction="row" sx={{ flexWrap: "wrap", mt: 1 }}>
        <Button onClick={() => input.current?.click()}>Add a photo</Button>
        <Button
          aria-pressed={mode === "base marks"}
          onClick={() => patching.choose(null, mode === "base marks" ? null : "base marks")}
        >
          {mode === "base marks" ? "Marks are set" : "Mark horizon and light of the base"}
        </Button>
      </Stack>
      {mode === "base marks" && <Typography>{HOW["base marks"]}</Typography>}
      <input
        ref={input}
        type="file"
        accept="image/*,.heic,.heif,.tif,.tiff"
        aria-label="Another photo"
        hidden
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) void patching.add(file);
          event.target.value = "";
        }}
      />
    </Section>
  );
}
