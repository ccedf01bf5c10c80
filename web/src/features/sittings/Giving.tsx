/** A painting that is not done by its day: what has to give, and what each way trades. */
import { Box, Button, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { Section } from "../../shared/ui/Facts";
import { RunLine } from "../../shared/ui/RunLine";
import { givingQuery } from "./queries";
import { day } from "./times";
import { useSittingStudy } from "./useSittingStudy";

const GIVES = {
  "longer sittings": "Longer sittings",
  "fewer passes": "Fewer passes",
  smaller: "Smaller",
  "another method": "Another method",
} as const;

export function Giving({ paintingId, zone }: { paintingId: number; zone: string }) {
  const found = useQuery(givingQuery(paintingId));
  const { doing, begin, stop } = useSittingStudy(paintingId, "giving");
  return (
    <Section title="To be done by your day">
      <RunLine label="Trying what has to give" doing={doing} stop={stop} />
      {doing.state !== "under way" && (
        <Button variant="outlined" onClick={() => begin(null)}>
          {found.data ? "Try again" : "See what has to give"}
        </Button>
      )}
      {found.data?.ways.map((way) => (
        <Box key={`${way.gives} ${way.words}`} sx={{ mt: 1.5 }}>
          <Typography sx={{ fontWeight: 650 }}>
            <span aria-hidden>{way.in_time ? "● " : "○ "}</span>
            {GIVES[way.gives]}: {way.words}
          </Typography>
          <Typography color="text.secondary">
            {way.done
              ? `Done ${day(new Date(way.done), zone)}${way.in_time ? ", in time" : ", too late"}`
              : "It does not fit into a year"}
            ; {way.hours.toFixed(1)} h of work. What it costs: {way.trade.replace(/\.$/, "")}.
          </Typography>
        </Box>
      ))}
    </Section>
  );
}
