/** Facts of one area, and the list of all. */
import { useState } from "react";

import { Alert, Box, Button, Stack, TextField, Typography } from "@mui/material";
import { useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { Fact, Section } from "../../shared/ui/Facts";
import { cm2, share, value } from "../../shared/ui/numbers";
import { Swatch } from "../../shared/ui/Swatch";
import { useUndo } from "../../shared/undo/UndoProvider";
import { renameArea, type Area } from "./queries";

export function AreaFacts({ area, paintingId }: { area: Area; paintingId: number }) {
  const queries = useQueryClient();
  const { edit } = useUndo();
  const [name, setName] = useState(area.name);
  const [problem, setProblem] = useState<string | null>(null);
  const keep = async (to: string) => {
    const apply = async (text: string) => {
      queries.setQueryData(["areas", paintingId], await renameArea(paintingId, area.id, text));
    };
    try {
      setProblem(null);
      await edit({ label: `Named ${to}`, act: () => apply(to), undo: () => apply(area.name) });
    } catch (error) {
      setProblem(inWords(error));
    }
  };
  return (
    <>
      <Section title={`Area ${area.index + 1}`}>
        {problem && <Alert severity="error">{problem}</Alert>}
        <TextField
          fullWidth
          slotProps={{ htmlInput: { "aria-label": "Name of the area", maxLength: 80 } }}
          value={name}
          onChange={(event) => setName(event.target.value)}
          onBlur={() => name !== area.name && void keep(name)}
          sx={{ mb: 1.5 }}
        />
        <Stack direction="row" spacing={2} sx={{ alignItems: "start" }}>
          <Box sx={{ bgcolor: "mat", p: 1 }}>
            <Swatch colour={area.colour} label="The photo's mean colour here" size={64} />
          </Box>
          <Box sx={{ flex: 1 }}>
            <Fact name="Size">{cm2(area.area_cm2)}</Fact>
            <Fact name="Of the surface">{share(area.share)}</Fact>
            <Fact name="Value">{value(area.value)}</Fact>
          </Box>
        </Stack>
      </Section>
      <Section title="From dark to light in it">
        {area.families.map((part) => (
          <Stack key={part.family} direction="row" spacing={1.5} sx={{ py: 0.5, alignItems: "center" }}>
            <Box sx={{ bgcolor: "mat", p: 0.5 }}>
              <Swatch colour={part.colour} label={`${part.family} in the photo`} size={32} />
            </Box>
            <Typography sx={{ flex: 1 }}>{part.family}</Typography>
            <Typography color="text.secondary">value {value(part.value)}</Typography>
            <Typography sx={{ width: 78, textAlign: "right" }}>{cm2(part.area_cm2)}</Typography>
          </Stack>
        ))}
      </Section>
    </>
  );
}

export function AreaList({ areas, choose }: { areas: Area[]; choose: (id: string) => void }) {
  return (
    <Section title={`${areas.length} areas`}>
      <Typography color="text.secondary" gutterBottom>
        Tap one on the picture, or here.
      </Typography>
      <Stack component="ol" sx={{ listStyle: "none", p: 0, m: 0 }}>
        {areas.map((area) => (
          <li key={area.id}>
            <Button
              fullWidth
              color="inherit"
              onClick={() => choose(area.id)}
              sx={{ justifyContent: "start", gap: 1.5, textAlign: "left", fontWeight: 400, px: 1 }}
            >
              <Swatch colour={area.colour} label="colour in the photo" size={24} />
              <Box sx={{ width: 24 }}>{area.index + 1}</Box>
              <Box sx={{ flex: 1, minWidth: 0 }}>{area.name}</Box>
              <Box sx={{ whiteSpace: "nowrap" }}>{cm2(area.area_cm2)}</Box>
            </Button>
          </li>
        ))}
      </Stack>
    </Section>
  );
}
