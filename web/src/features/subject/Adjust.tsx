/** Adjustments of the reference: each is kept as data, shown, and taken back on its own. */
import { useState } from "react";

import { Box, Button, Slider, Stack, ToggleButton, ToggleButtonGroup, Typography } from "@mui/material";

import { Section } from "../../shared/ui/Facts";
import type { Spot } from "../../shared/ui/Handles";
import type { Painting, PaintingChange } from "./queries";
import {
  adjustmentWords,
  TOOL_WORDS,
  UNTOUCHED,
  without,
  withTool,
  type Adjustments,
  type Tool,
} from "./tools";

interface Props {
  painting: Painting;
  tool: Tool | null;
  handles: Spot[];
  radius: number;
  choose: (tool: Tool | null) => void;
  setRadius: (radius: number) => void;
  adjust: (adjustments: Adjustments) => Promise<unknown>;
  keep: (change: PaintingChange) => Promise<unknown>;
}

const LIGHT_TOOLS: Exclude<Tool, "focal">[] = ["horizon", "corners", "grey"];

export function Adjust({ painting, tool, handles, radius, choose, setRadius, adjust, keep }: Props) {
  const now = painting.adjustments;
  const [anchors, setAnchors] = useState<[number, number]>([now.black ?? 0, now.white ?? 1]);
  const done = adjustmentWords(now);
  const useTool = () => {
    if (!tool) return;
    if (tool === "focal") {
      const focal = { ...handles[0]!, radius };
      void keep({ focal });
    } else {
      void adjust(withTool(now, tool, handles));
    }
  };
  const takeBack = () => {
    if (!tool) return;
    if (tool === "focal") void keep({ no_focal: true });
    else void adjust(without(now, tool));
  };
  const isSet = tool === "focal" ? painting.focal !== null : tool !== null && now[tool] != null;
  return (
    <>
      <Section title="Adjust the photo">
        <ToggleButtonGroup
          exclusive
          size="small"
          value={tool}
          onChange={(_, to: Tool | null) => choose(to)}
          aria-label="Tools on the photo"
          sx={{ flexWrap: "wrap" }}
        >
          {LIGHT_TOOLS.map((one) => (
            <ToggleButton key={one} value={one}>
              {TOOL_WORDS[one].title}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        {tool && tool !== "focal" && (
          <ToolHelp tool={tool} use={useTool} takeBack={isSet ? takeBack : null} />
        )}
        <Stack direction="row" sx={{ flexWrap: "wrap", mt: 1 }}>
          <Button onClick={() => void adjust({ ...now, quarter_turns: ((now.quarter_turns ?? 0) + 1) % 4 })}>
            Turn
          </Button>
          <Button onClick={() => void adjust({ ...now, mirrored: !now.mirrored })}>Mirror</Button>
          {done.length > 0 && <Button onClick={() => void adjust(UNTOUCHED)}>Take all back</Button>}
        </Stack>
        <Typography id="anchors" color="text.secondary">
          What is black and what is white
        </Typography>
        <Slider
          aria-labelledby="anchors"
          getAriaLabel={(index) => (index === 0 ? "Light that becomes black" : "Light that becomes white")}
          min={0}
          max={1}
          step={0.01}
          value={anchors}
          onChange={(_, to) => setAnchors(to as [number, number])}
          onChangeCommitted={(_, to) => {
            const [black, white] = to as [number, number];
            void adjust({ ...now, black, white });
          }}
        />
        <Typography variant="caption" color="text.secondary" component="p" sx={{ m: 0 }}>
          {done.length ? `Done: ${done.join(", ")}. ` : ""}The photo itself stays as it was.
        </Typography>
      </Section>
      <Section title="Focal passage">
        <ToggleButton
          value="focal"
          size="small"
          selected={tool === "focal"}
          onChange={() => choose(tool === "focal" ? null : "focal")}
        >
          {painting.focal ? "Move it" : "Mark it"}
        </ToggleButton>
        {tool === "focal" && (
          <Box sx={{ mt: 1 }}>
            <Typography id="focal-size">Its size</Typography>
            <Slider
              aria-labelledby="focal-size"
              min={0.04}
              max={0.4}
              step={0.01}
              value={radius}
              onChange={(_, to) => setRadius(to as number)}
            />
            <ToolHelp tool="focal" use={useTool} takeBack={isSet ? takeBack : null} />
          </Box>
        )}
      </Section>
    </>
  );
}

function ToolHelp({ tool, use, takeBack }: { tool: Tool; use: () => void; takeBack: (() => void) | null }) {
  return (
    <Box sx={{ mt: 1 }}>
      <Typography gutterBottom>{TOOL_WORDS[tool].how}</Typography>
      <Button variant="contained" onClick={use}>
        Use it
      </Button>
      {takeBack && <Button onClick={takeBack}>Take it back</Button>}
    </Box>
  );
}
