/** What the pile on the bench can still become: mixes of the painting that are made of it with little more. */
import { useState } from "react";

import { Alert, Button, LinearProgress, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { inWords } from "../../../shared/api/client";
import { ml } from "../../../shared/ui/numbers";
import { Swatch } from "../../../shared/ui/Swatch";
import { leftQuery, type Parts } from "../queries";

interface Props {
  painting: number;
  parts: Parts;
  volume: number;
}

export function Leftover({ painting, parts, volume }: Props) {
  const [asked, setAsked] = useState(false);
  const uses = useQuery({ ...leftQuery(painting, parts, volume), enabled: asked });
  if (!asked)
    return (
      <Button variant="outlined" onClick={() => setAsked(true)} sx={{ mb: 1.5 }}>
        What can I make of {ml(volume)} of it?
      </Button>
    );
  if (uses.isError) return <Alert severity="error">{inWords(uses.error)}</Alert>;
  if (!uses.data) return <LinearProgress aria-label="Trying it in every mix" />;
  if (uses.data.length === 0)
    return <Typography gutterBottom>None of the painting’s mixes can be made of it.</Typography>;
  return (
    <Stack
      component="ol"
      aria-label="What it can become"
      spacing={1}
      sx={{ listStyle: "none", p: 0, mt: 0, mb: 2 }}
    >
      {uses.data.map((use) => (
        <Stack component="li" key={use.mix} direction="row" spacing={1.5} sx={{ alignItems: "center" }}>
          <Swatch colour={use.colour} label={use.name} size={34} />
          <div>
            <Typography>
              {use.name}: {use.words}
            </Typography>
            <Typography variant="caption" color="text.secondary">
              makes {ml(use.makes_ml)} · by hand about ΔE {use.expected_de00.toFixed(1)}, at worst{" "}
              {use.likely_worst_de00.toFixed(1)}
            </Typography>
          </div>
        </Stack>
      ))}
    </Stack>
  );
}
