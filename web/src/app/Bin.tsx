/** What was removed in the last thirty days, to be had back with everything that hung on it. */
import { useState } from "react";

import { Box, Button, Stack, Typography } from "@mui/material";
import { useQuery, useQueryClient } from "@tanstack/react-query";

import { inWords } from "../shared/api/client";
import { useUndo } from "../shared/undo/UndoProvider";
import { binQuery, restore, type Binned } from "./bin";

const DAY_MS = 86_400_000;

/** How long a thing stays in the bin, in words. */
export function daysLeft(until: string, now: number): string {
  const days = Math.max(1, Math.round((Date.parse(until) - now) / DAY_MS));
  return days === 1 ? "1 day left" : `${days} days left`;
}

export default function Bin() {
  const bin = useQuery(binQuery);
  const queries = useQueryClient();
  const { edit, tell } = useUndo();
  const [now] = useState(() => Date.now());
  if (!bin.data?.length) return null;
  const back = (one: Binned) =>
    edit(() => restore(one.what, one.id).then(() => queries.invalidateQueries())).then(
      () => tell(`“${one.title}” is back.`),
      (error: unknown) => tell(inWords(error)),
    );
  return (
    <Box
      component="section"
      aria-labelledby="bin-title"
      sx={{ maxWidth: 1240, mx: "auto", px: { xs: 2, md: 4 }, pb: 5 }}
    >
      <Typography id="bin-title" variant="h2" gutterBottom>
        Bin
      </Typography>
      <Stack component="ul" spacing={0.5} sx={{ listStyle: "none", p: 0, m: 0 }}>
        {bin.data.map((one) => (
          <Stack
            component="li"
            key={`${one.what} ${one.id}`}
            direction="row"
            spacing={2}
            sx={{ alignItems: "center" }}
          >
            <Typography sx={{ minWidth: 260 }}>{one.title}</Typography>
            <Typography color="text.secondary">
              {one.what}, {daysLeft(one.until, now)}
            </Typography>
            <Button onClick={() => void back(one)} aria-label={`Restore ${one.title}`}>
              Restore
            </Button>
          </Stack>
        ))}
      </Stack>
    </Box>
  );
}
