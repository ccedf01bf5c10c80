/** Decisions that have no place at present: nothing of them is lost, and they hold again when their area, edge or mix is back. */
import { Box } from "@mui/material";

import { Section } from "../../shared/ui/Facts";
import type { Areas } from "./queries";

export function WaitingFacts({ waiting }: { waiting: Areas["waiting"] }) {
  if (waiting.length === 0) return null;
  return (
    <Section title="Kept for later">
      What these belong to is not in the plan at present. They apply again as soon as it is.
      <Box component="ul" sx={{ pl: 2.25, my: 0.5 }}>
        {waiting.map((one) => (
          <li key={`${one.what} ${one.subject}`}>{one.words}</li>
        ))}
      </Box>
    </Section>
  );
}
