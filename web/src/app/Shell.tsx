/** The bar above every view: where the painter is, undo, shortcuts. */
import { useEffect, useState, type ReactNode } from "react";

import { Box, Button, Dialog, DialogContent, DialogTitle, IconButton, Tooltip } from "@mui/material";
import HelpIcon from "@mui/icons-material/KeyboardOutlined";
import RedoIcon from "@mui/icons-material/Redo";
import UndoIcon from "@mui/icons-material/Undo";
import { useQueryClient } from "@tanstack/react-query";
import { NavLink } from "react-router";

import { useSurround } from "../shared/ui/Surround";
import { useUndo } from "../shared/undo/UndoProvider";
import { logOut, type Studio } from "./queries";
import { Saving } from "./Saving";

export const SHORTCUTS: [string, string][] = [
  ["1 – 6", "Subject, values, areas, mixes, passes, sittings"],
  ["[ and ]", "The pass before, the pass after; on the passes also the arrow keys"],
  ["+ − 0", "Zoom in, zoom out, the whole picture (on the picture)"],
  ["↑ ↓", "Move a border of the ladder (Page keys: half a step)"],
  ["G", "Another grey around the picture"],
  ["Esc", "Clear selection"],
  ["Ctrl Z", "Undo the last change"],
  ["Ctrl Y", "Redo"],
  ["?", "This list"],
];

/** Whether a key was meant for a field that is being typed in. */
export function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement && target.closest("input, textarea, select, [contenteditable]") !== null
  );
}

const LINK = {
  color: "inherit",
  textDecoration: "none",
  padding: "10px 14px",
  borderBottom: "3px solid transparent",
} as const;

export function Shell({ studio, children }: { studio: Studio; children: ReactNode }) {
  const { undo, redo, next, nextRedo } = useUndo();
  const { next: nextSurround } = useSurround();
  const queries = useQueryClient();
  const [help, setHelp] = useState(false);

  useEffect(() => {
    const keys = (event: KeyboardEvent) => {
      if (isTyping(event.target)) return;
      const command = event.ctrlKey || event.metaKey;
      if (
        command &&
        (event.key.toLowerCase() === "y" || (event.shiftKey && event.key.toLowerCase() === "z"))
      ) {
        event.preventDefault();
        redo();
      } else if (command && event.key.toLowerCase() === "z") {
        event.preventDefault();
        undo();
      } else if (event.ctrlKey || event.metaKey || event.altKey) return;
      else if (event.key === "?") setHelp(true);
      else if (event.key === "g") nextSurround();
    };
    window.addEventListener("keydown", keys);
    return () => window.removeEventListener("keydown", keys);
  }, [undo, redo, nextSurround]);

  return (
    <Box sx={{ height: "100vh", display: "flex", flexDirection: "column" }}>
      <Box
        component="header"
        sx={{
          display: "flex",
          alignItems: "center",
          px: 2,
          bgcolor: "background.paper",
          minHeight: 52,
          flex: "none",
        }}
      >
        <Box component="span" sx={{ fontWeight: 700, fontSize: 19, mr: 2, letterSpacing: "0.01em" }}>
          Ypsochrom
        </Box>
        <Box component="nav" aria-label="Studio" sx={{ display: "flex" }}>
          {[
            ["/", "Paintings"],
            ["/materials", "Shelf"],
            ["/mixes", "Mixing bench"],
            ["/logbook", "Logbook"],
            ["/practice", "Practice"],
          ].map(([to, label]) => (
            <NavLink
              key={to}
              to={to!}
              end={to === "/"}
              style={({ isActive }) => ({
                ...LINK,
                borderBottomColor: isActive ? "currentColor" : "transparent",
              })}
            >
              {label}
            </NavLink>
          ))}
        </Box>
        <Box sx={{ flex: 1 }} />
        {studio.hosted && (
          <>
            <NavLink to="/account" style={LINK}>
              {studio.painter}
            </NavLink>
            <Button color="inherit" onClick={() => void logOut().then(() => queries.resetQueries())}>
              Log out
            </Button>
          </>
        )}
        <Saving />
        <Tooltip title={next ? `Undo: ${next}` : "Nothing to undo"}>
          <span>
            <IconButton onClick={undo} disabled={!next} aria-label="Undo">
              <UndoIcon />
            </IconButton>
          </span>
        </Tooltip>
        <Tooltip title={nextRedo ? `Redo: ${nextRedo}` : "Nothing to redo"}>
          <span>
            <IconButton onClick={redo} disabled={!nextRedo} aria-label="Redo">
              <RedoIcon />
            </IconButton>
          </span>
        </Tooltip>
        <Tooltip title="Keyboard shortcuts">
          <IconButton onClick={() => setHelp(true)} aria-label="Keyboard shortcuts">
            <HelpIcon />
          </IconButton>
        </Tooltip>
      </Box>
      <Box sx={{ flex: 1, minHeight: 0, overflow: "auto" }}>{children}</Box>
      <Dialog open={help} onClose={() => setHelp(false)} aria-labelledby="keys-title">
        <DialogTitle id="keys-title">Keyboard shortcuts</DialogTitle>
        <DialogContent>
          <Box component="dl" sx={{ display: "grid", gridTemplateColumns: "auto 1fr", gap: 1.5, m: 0 }}>
            {SHORTCUTS.map(([keys, what]) => (
              <Box key={keys} sx={{ display: "contents" }}>
                <Box component="dt" sx={{ fontWeight: 680 }}>
                  {keys}
                </Box>
                <Box component="dd" sx={{ m: 0 }}>
                  {what}
                </Box>
              </Box>
            ))}
          </Box>
        </DialogContent>
      </Dialog>
    </Box>
  );
}
