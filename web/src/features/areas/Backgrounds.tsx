/** Backgrounds offered for the subject, with what each does along its silhouette. */
import { Box, LinearProgress, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { Section } from "../../shared/ui/Facts";
import { share, value } from "../../shared/ui/numbers";
import { Swatch } from "../../shared/ui/Swatch";
import { backgroundsQuery } from "./queries";

const HOLE_DE00 = 5;

export function Backgrounds({ paintingId }: { paintingId: number }) {
  const offered = useQuery(backgroundsQuery(paintingId));
  return (
    <Section title="Another background?">
      <Typography color="text.secondary" gutterBottom>
        For all that does not lie in the back. Contrast and what is lost are those along its silhouette.
      </Typography>
      {offered.isPending && <LinearProgress aria-label="Comparing backgrounds" />}
      {offered.isError && <Typography>{inWords(offered.error)}</Typography>}
      {offered.data?.length === 0 && (
        <Typography>Nothing lies in the back: move an area there to compare backgrounds.</Typography>
      )}
      <Stack component="ul" aria-label="Backgrounds" sx={{ listStyle: "none", p: 0, m: 0 }}>
        {(offered.data ?? []).map((one) => (
          <Stack
            component="li"
            direction="row"
            key={`${one.now}${one.colour}`}
            spacing={1.5}
            sx={{ py: 0.75, alignItems: "center" }}
          >
            <Box sx={{ bgcolor: "mat", p: 0.5 }}>
              <Swatch colour={one.colour} label={one.name} size={40} />
            </Box>
            <Box>
              <Typography sx={{ fontWeight: one.now ? 650 : 450 }}>
                {one.now ? `as it is, ${one.name}` : one.name}
              </Typography>
              <Typography color="text.secondary">
                {value(one.contrast)} steps of contrast, {share(one.lost_share)} lost
                {one.nearest_de00 < HOLE_DE00 && ", meets a colour of the subject"}
              </Typography>
            </Box>
          </Stack>
        ))}
      </Stack>
    </Section>
  );
}
