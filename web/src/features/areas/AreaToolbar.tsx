/** The tools for the chosen area, on the picture where they are used. */
import { useState } from "react";

import { Box, Button, Menu, MenuItem, Typography } from "@mui/material";
import ArrowIcon from "@mui/icons-material/ArrowDropUp";

import { inside, lockOf, partAlong, partBy, putTogether, unlocked } from "./edits";
import type { Area, Areas } from "./queries";
import { lineAcross, toolWords, type AreaTool } from "./tools";
import type { AreaEdits } from "./useAreaEdits";

interface Props {
  area: Area;
  areas: Areas;
  edits: AreaEdits;
  tool: AreaTool | null;
  setTool: (tool: AreaTool | null) => void;
  /** The change was made: the area that was chosen may be another now. */
  changed: () => void;
}

export function AreaToolbar({ area, areas, edits, tool, setTool, changed }: Props) {
  const done = async (kept: Promise<boolean>) => {
    setTool(null);
    if (await kept) changed();
  };
  const lock = () =>
    area.locked
      ? edits.setEdits(unlocked(areas.edits, area, (edit, one) => inside(edit.rings ?? [], one.centre)))
      : edits.add(lockOf(area));
  return (
    <Box
      role="toolbar"
      aria-label="Change the area"
      sx={{
        position: "absolute",
        top: 8,
        left: 12,
        right: 12,
        width: "fit-content",
        maxWidth: "calc(100% - 24px)",
        mx: "auto",
        px: 0.5,
        display: "flex",
        flexWrap: "wrap",
        alignItems: "center",
        bgcolor: "background.paper",
        borderRadius: 1,
        boxShadow: 1,
      }}
    >
      {tool ? (
        <>
          <Typography role="status" sx={{ px: 1 }}>
            {toolWords(tool, area)}
          </Typography>
          {tool.kind === "merge" && (
            <Button
              variant="contained"
              size="small"
              disabled={tool.with.length < 2}
              onClick={() =>
                void done(edits.add(putTogether(areas.areas.filter((one) => tool.with.includes(one.id)))))
              }
            >
              Merge {tool.with.length} areas
            </Button>
          )}
          {tool.kind === "line" && (
            <Button
              variant="contained"
              size="small"
              onClick={() => void done(edits.add(partAlong(area, tool.line)))}
            >
              Split here
            </Button>
          )}
          <Button size="small" onClick={() => setTool(null)}>
            Cancel
          </Button>
        </>
      ) : (
        <>
          <Button
            size="small"
            disabled={area.locked}
            onClick={() => setTool({ kind: "merge", with: [area.id] })}
          >
            Merge with…
          </Button>
          <Choices
            title="Split"
            disabled={area.locked}
            choices={[
              ["Split by value", () => void done(edits.add(partBy(area, "value")))],
              ["Split by colour", () => void done(edits.add(partBy(area, "colour")))],
              ["Split along a line", () => setTool({ kind: "line", line: lineAcross(area) })],
            ]}
          />
          <Choices
            title="Add a piece"
            disabled={area.locked}
            choices={[
              ["Add a piece by outline", () => setTool({ kind: "outline", own: false })],
              ["Add a piece by brush stroke", () => setTool({ kind: "stroke" })],
            ]}
          />
          <Button size="small" onClick={() => setTool({ kind: "outline", own: true })}>
            New area
          </Button>
          <Button size="small" onClick={() => void lock()}>
            {area.locked ? "Unlock" : "Lock"}
          </Button>
        </>
      )}
    </Box>
  );
}

interface ChoicesProps {
  title: string;
  disabled: boolean;
  choices: [string, () => void][];
}

function Choices({ title, disabled, choices }: ChoicesProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <Button
        size="small"
        disabled={disabled}
        aria-haspopup="menu"
        aria-expanded={anchor !== null}
        endIcon={<ArrowIcon sx={{ transform: "rotate(180deg)" }} />}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {title}
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {choices.map(([words, act]) => (
          <MenuItem
            key={words}
            onClick={() => {
              setAnchor(null);
              act();
            }}
          >
            {words}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
