/** Work that the painter adds to a pass: a line to tick off, with its minutes; and the words to add one with. */
import { useState } from "react";

import { Box, Button, IconButton, MenuItem, Stack, TextField, Typography } from "@mui/material";
import CloseIcon from "@mui/icons-material/Close";

import { capital } from "../../shared/ui/words";
import type { OwnUnit } from "./queries";
import { goInMinutes } from "./units";

export type OwnTool = NonNullable<OwnUnit["tool"]>;
export type OwnWork = Pick<OwnUnit, "title" | "minutes" | "tool">;
/** How each tool is used; nothing to be said of a brush. */
export type ToolWords = Readonly<Partial<Record<OwnTool, string>>>;

interface LineProps {
  own: OwnUnit;
  tools: ToolWords;
  remove: () => void;
}

export function OwnUnitLine({ own, tools, remove }: LineProps) {
  const { tool = "brush" } = own;
  return (
    <Box component="li" sx={{ pl: 1, py: 0.5 }}>
      <Stack direction="row" sx={{ alignItems: "center", gap: 1.25 }}>
        <Typography aria-hidden sx={{ width: 46, textAlign: "center" }}>
          □
        </Typography>
        <Typography sx={{ flex: 1, fontWeight: 650 }}>{own.title}</Typography>
        <Typography sx={{ whiteSpace: "nowrap" }}>{goInMinutes(own.minutes)}</Typography>
        <IconButton size="small" onClick={remove} aria-label={`Take out: ${own.title}`}>
          <CloseIcon fontSize="small" />
        </IconButton>
      </Stack>
      {tool !== "brush" && (
        <Typography variant="body2" color="text.secondary" sx={{ pl: 7 }}>
          {capital(tool)}. {tools[tool]}
        </Typography>
      )}
    </Box>
  );
}

const USUAL_MINUTES = 5;

/** What is to be done, with what, and how long it takes; nothing is added without words. */
export function OwnUnitForm({ tools, add }: { tools: ToolWords; add: (what: OwnWork) => void }) {
  const [title, setTitle] = useState("");
  const [minutes, setMinutes] = useState(String(USUAL_MINUTES));
  const [tool, setTool] = useState<OwnTool>("brush");
  const count = Number(minutes);
  const ready = title.trim() !== "" && Number.isFinite(count) && count > 0;
  return (
    <Stack
      component="form"
      direction="row"
      sx={{ gap: 1, pt: 1.5, alignItems: "center", flexWrap: "wrap" }}
      onSubmit={(event) => {
        event.preventDefault();
        if (!ready) return;
        add({ title: title.trim(), minutes: count, tool });
        setTitle("");
      }}
    >
      <TextField
        label="Your own work before it"
        size="small"
        value={title}
        onChange={(event) => setTitle(event.target.value)}
        slotProps={{ htmlInput: { maxLength: 120 } }}
        sx={{ flex: "1 1 100%" }}
      />
      <TextField
        select
        label="With"
        size="small"
        value={tool}
        onChange={(event) => setTool(event.target.value as OwnTool)}
        sx={{ width: 108 }}
      >
        {(Object.keys({ brush: "", ...tools }) as OwnTool[]).map((one) => (
          <MenuItem key={one} value={one}>
            {capital(one)}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        label="Minutes"
        size="small"
        value={minutes}
        onChange={(event) => setMinutes(event.target.value)}
        slotProps={{ htmlInput: { inputMode: "numeric" } }}
        sx={{ width: 84 }}
      />
      <Button type="submit" disabled={!ready}>
        Add
      </Button>
    </Stack>
  );
}
