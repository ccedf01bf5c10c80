/** What a gradation is painted with, light to dark: how it looks wet and dry, what each is put together of, and what is there of it. */
import { Box, Stack, Typography } from "@mui/material";

import { capital } from "../../../shared/ui/words";
import type { Course, ListedBand, ListedTask, TakenList } from "./queries";
import { amount } from "./words";

interface Props {
  list: TakenList;
  course: Course;
  task: ListedTask;
  string: ListedBand[];
}

export function StringTold({ list, course, task, string }: Props) {
  const piles = Object.keys(task.uses ?? {}).flatMap((id) => list.piles.find((one) => one.id === id) ?? []);
  return (
    <Stack sx={{ gap: 1 }}>
      <Typography variant="h1" component="p">
        {string.length} piles, light to dark
      </Typography>
      <Typography>Put them together with the knife first. The brush only joins them.</Typography>
      <Box component="ol" aria-label="The string, light to dark" sx={{ m: 0, p: 0, listStyle: "none" }}>
        {string.map((band, place) => (
          <Box component="li" key={place} sx={{ display: "flex", gap: 1.5 }}>
            <Box sx={{ display: "flex", bgcolor: "mat", px: 1, pt: place === 0 ? 1 : 0 }} aria-hidden>
              <Box sx={{ width: 64, bgcolor: band.wet }} />
              <Box sx={{ width: 64, bgcolor: band.dry }} />
            </Box>
            <Box sx={{ flex: 1, py: 0.75 }}>
              <Typography sx={{ fontWeight: 680 }}>{capital(band.words)}</Typography>
              <Typography color="text.secondary">{band.name}</Typography>
            </Box>
          </Box>
        ))}
        <Box
          component="li"
          sx={{ display: "flex", bgcolor: "mat", color: "onMat", width: 144, px: 1 }}
          aria-hidden
        >
          <Typography sx={{ width: 64, textAlign: "center" }}>wet</Typography>
          <Typography sx={{ width: 64, textAlign: "center" }}>dry</Typography>
        </Box>
      </Box>
      <Typography color="text.secondary">
        {piles
          .map((pile) => {
            const there = course.piles[pile.id];
            return `${pile.name}: ${there ? `${amount(there.left_ml, list.rules.gone_ml)} left` : "not mixed yet"}`;
          })
          .join("; ")}
      </Typography>
    </Stack>
  );
}
