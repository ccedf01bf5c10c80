/** What the relief says: key and contrast, and where the eye goes against the focal passage. */
import { Stack, Typography } from "@mui/material";

import { Section } from "../../shared/ui/Facts";
import type { Relief } from "./queries";

export function CharacterFacts({ relief }: { relief: Relief }) {
  return (
    <Section title="Key and contrast">
      <Typography>{relief.words}</Typography>
      <Typography color="text.secondary">
        {relief.masses.length} masses; the largest covers {Math.round((relief.masses[0]?.share ?? 0) * 100)}{" "}
        %.
      </Typography>
    </Section>
  );
}

export function WhereTheEyeGoes({ relief, marked }: { relief: Relief; marked: boolean }) {
  return (
    <Section title="Where the eye goes">
      <Stack component="ul" spacing={0.75} sx={{ listStyle: "none", p: 0, m: 0 }}>
        {relief.accents.map((accent) => (
          <Typography component="li" key={accent.kind}>
            {accent.words}
          </Typography>
        ))}
      </Stack>
      {!marked && (
        <Typography color="text.secondary">
          Mark the focal passage, and this compares them with it.
        </Typography>
      )}
    </Section>
  );
}
