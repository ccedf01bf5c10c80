/** How finely the picture is cut, the changes by hand in their order, and what of them could not be kept. */
import { useState } from "react";

import { Alert, Button, LinearProgress, Slider, Stack, TextField, Typography } from "@mui/material";

import { Section } from "../../shared/ui/Facts";
import { soMany } from "../../shared/ui/words";
import { absorbBelow, editWords } from "./edits";
import type { Areas } from "./queries";
import type { AreaEdits } from "./useAreaEdits";

const LEAST = 8;
const MOST = 40;

export function ChangesFacts({ areas, edits }: { areas: Areas; edits: AreaEdits }) {
  const now = areas.detail ?? areas.found_detail;
  const [shown, setShown] = useState(now);
  const [cm2, setCm2] = useState("4");
  const lost = new Map(areas.lost.map((one) => [one.edit, one]));
  return (
    <Section title="Number of areas">
      <Typography id="detail">
        {shown} areas{areas.detail === null ? ", as the picture suggests" : ""}
        {areas.edits.length > 0 && `, then ${soMany(areas.edits.length, "change")} by hand`}
      </Typography>
      <Slider
        key={now}
        aria-labelledby="detail"
        min={LEAST}
        max={MOST}
        defaultValue={now}
        onChange={(_, to) => setShown(to as number)}
        onChangeCommitted={(_, to) => void edits.setDetail(to as number)}
      />
      {edits.busy && <LinearProgress aria-label={edits.busy} />}
      <Stack direction="row" spacing={1} sx={{ alignItems: "center", flexWrap: "wrap" }}>
        {areas.detail !== null && (
          <Button onClick={() => void edits.setDetail(null)}>As the picture suggests</Button>
        )}
        <TextField
          size="small"
          label="Below, cm²"
          value={cm2}
          onChange={(event) => setCm2(event.target.value)}
          sx={{ width: 110 }}
        />
        <Button disabled={!(Number(cm2) > 0)} onClick={() => void edits.add(absorbBelow(Number(cm2)))}>
          Merge small areas
        </Button>
      </Stack>
      {areas.edits.length > 0 && (
        <Stack component="ol" aria-label="Changes by hand" sx={{ listStyle: "none", p: 0, m: 0, mt: 1 }}>
          {areas.edits.map((edit, place) => (
            <Stack component="li" key={place} sx={{ py: 0.5 }}>
              <Stack direction="row" sx={{ alignItems: "center" }}>
                <Typography sx={{ flex: 1 }}>{editWords(edit)}</Typography>
                <Button
                  aria-label={`Take back: ${editWords(edit)}`}
                  onClick={() => void edits.setEdits(areas.edits.filter((_, other) => other !== place))}
                >
                  Take back
                </Button>
              </Stack>
              {lost.has(place) && (
                <Alert severity="info">
                  {lost.get(place)!.message} {lost.get(place)!.hint}
                </Alert>
              )}
            </Stack>
          ))}
        </Stack>
      )}
    </Section>
  );
}
