/** Beside a target: whether a pile near it was mixed before, for another painting, and how that came out. */
import { Box, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";

import { swatchesQuery } from "./queries";
import { beforeWords, writtenColour } from "./words";

interface Props {
  lab: number[];
  /** The painting it is for: its own piles say nothing new. */
  painting: number | null;
}

export default function MixedBefore({ lab, painting }: Props) {
  const near = writtenColour(lab);
  const found = useQuery(swatchesQuery(near));
  const one = found.data?.swatches.find(
    (swatch) =>
      (swatch.away ?? Infinity) <= found.data.near_de00 &&
      (painting === null || swatch.painting !== painting),
  );
  if (!one) return null;
  return (
    <Box component="section" aria-label="Mixed before" sx={{ py: 1.5 }}>
      <Typography variant="h3" gutterBottom>
        {(one.away ?? 0) <= found.data!.same_de00
          ? "You have mixed this before"
          : "You have mixed one near this before"}
      </Typography>
      <Stack
        component={Link}
        to={`/logbook/swatches?near=${encodeURIComponent(near)}`}
        direction="row"
        sx={{ gap: 1.5, alignItems: "center", color: "inherit" }}
      >
        <Box sx={{ bgcolor: "mat", p: 0.75, flex: "none" }}>
          <Box
            role="img"
            aria-label={`${one.name}, ${one.came_out ? "as it came out" : "as planned"}`}
            sx={{ width: 56, height: 44, bgcolor: one.came_out ?? one.planned }}
          />
        </Box>
        <Typography>{beforeWords(one)}</Typography>
      </Stack>
    </Box>
  );
}
