/** Work that the painter adds to a pass: a line to tick off, with its minutes; and the words to add one with. */
import { useState } from "react";

import { Button, IconButton, Stack, TextField, Typography } from "@mui/material";
import CloseIcon from "@mui/icons-material/Close";

import type { OwnUnit } from "./queries";
import { goInMinutes } from "./units";

export function OwnUnitLine({ own, remove }: { own: OwnUnit; remove: () => void }) {
  return (
    <Stack component="li" direction="row" sx={{ alignItems: "center", gap: 1.25, pl: 1, py: 0.5 }}>
      <Typography aria-hidden sx={{ width: 46, textAlign: "center" }}>
        □
      </Typography>
      <Typography sx={{ flex: 1, fontWeight: 650 }}>{own.title}</Typography>
      <Typography sx={{ whiteSpace: "nowrap" }}>{goInMinutes(own.minutes)}</Typography>
      <IconButton size="small" onClick={remove} aria-label={`Take out: ${own.title}`}>
        <CloseIcon fontSize="small" />
      </IconButton>
    </Stack>
  );
}

const USUAL_MINUTES = 5;

/** What is to be done, and how long it takes; nothing is added without words. */
export function OwnUnitForm({ add }: { add: (title: string, minutes: number) => void }) {
  const [title, setTitle] = useState("");
  const [minutes, setMinutes] = useState(String(USUAL_MINUTES));
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
        add(title.trim(), count);
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
