/** The zones of an observation: which is laid, how light it is, what colour, lit or shaded, how far away. */
import { useRef, useState } from "react";

import {
  Alert,
  Box,
  Button,
  ButtonBase,
  MenuItem,
  Slider,
  Stack,
  TextField,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from "@mui/material";
import { useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { AdviceList } from "../../shared/ui/AdviceList";
import { Section } from "../../shared/ui/Facts";
import { Swatch } from "../../shared/ui/Swatch";
import { changedZone, NEW_ZONE, withoutZone, withZone, zoneName } from "./lattice";
import { addSketch, type Observation, type Painting, type Zone } from "./queries";

interface Props {
  painting: Painting;
  observation: Observation;
  colours: readonly string[];
  zone: number;
  choose: (zone: number) => void;
  keep: (label: string, next: Observation) => Promise<void>;
  words: { hues: string[]; chromas: string[] } | undefined;
}

const MOST_ZONES = 40;

export function ZoneFacts({ painting, observation, colours, zone, choose, keep, words }: Props) {
  const queries = useQueryClient();
  const input = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const now = observation.zones[zone]!;
  const change = (label: string, facts: Partial<Zone>) => keep(label, changedZone(observation, zone, facts));
  const sketch = async (file: File | undefined) => {
    if (!file) return;
    try {
      setProblem(null);
      queries.setQueryData(["painting", painting.id], await addSketch(painting.id, file));
    } catch (error) {
      setProblem(inWords(error));
    }
  };
  return (
    <>
      <Section title="Zones">
        <Typography color="text.secondary" gutterBottom>
          Choose a zone, lay its cells on the frame; double tap fills.
        </Typography>
        <Stack component="ol" aria-label="Zones" sx={{ listStyle: "none", p: 0, m: 0 }}>
          {observation.zones.map((one, index) => (
            <li key={index}>
              <ButtonBase
                aria-pressed={index === zone}
                onClick={() => choose(index)}
                sx={{
                  width: "100%",
                  justifyContent: "start",
                  gap: 1.5,
                  p: 0.75,
                  minHeight: 44,
                  borderRadius: "3px",
                  bgcolor: index === zone ? "divider" : "transparent",
                }}
              >
                <Swatch colour={colours[index] ?? "#797979"} label={zoneName(one, index)} size={30} />
                <Typography sx={{ flex: 1, textAlign: "left" }}>{zoneName(one, index)}</Typography>
                <Typography color="text.secondary">
                  {one.value.toFixed(1)} · {one.lit ? "lit" : "shaded"} · {one.plane}
                </Typography>
              </ButtonBase>
            </li>
          ))}
        </Stack>
        <Button
          disabled={observation.zones.length >= MOST_ZONES}
          onClick={() => {
            choose(observation.zones.length);
            void keep("Added a zone", withZone(observation, { ...NEW_ZONE, value: now.value }));
          }}
        >
          Another zone
        </Button>
        {observation.zones.length > 1 && (
          <Button onClick={() => void keep("Took a zone away", withoutZone(observation, zone))}>
            Take this one away
          </Button>
        )}
      </Section>
      <Section title={`This zone: ${zoneName(now, zone)}`}>
        <ZoneName
          key={`${zone}${now.name}`}
          name={now.name ?? ""}
          keep={(name) => void change("Named a zone", { name })}
        />
        <ZoneValue
          key={`${zone}-${now.value}`}
          value={now.value}
          keep={(value) => void change("Set a zone’s value", { value })}
        />
        <Stack direction="row" spacing={1} sx={{ my: 1 }}>
          <TextField
            select
            size="small"
            label="Hue"
            value={words ? now.hue : ""}
            onChange={(event) => {
              const hue = event.target.value;
              const chroma = hue !== "grey" && now.chroma === "grey" ? "greyed" : (now.chroma ?? "grey");
              void change("Set a zone’s hue", { hue, chroma: hue === "grey" ? "grey" : chroma });
            }}
            sx={{ flex: 1 }}
          >
            {(words?.hues ?? []).map((word) => (
              <MenuItem key={word} value={word}>
                {word}
              </MenuItem>
            ))}
          </TextField>
          <TextField
            select
            size="small"
            label="Chroma"
            value={words ? now.chroma : ""}
            onChange={(event) => void change("Set a zone’s chroma", { chroma: event.target.value })}
            sx={{ flex: 1 }}
          >
            {(words?.chromas ?? []).map((word) => (
              <MenuItem key={word} value={word}>
                {word}
              </MenuItem>
            ))}
          </TextField>
        </Stack>
        <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
          <ToggleButtonGroup
            exclusive
            size="small"
            value={now.lit ? "lit" : "shaded"}
            onChange={(_, to: string | null) => to && void change("Set lit or shaded", { lit: to === "lit" })}
            aria-label="Light on the zone"
          >
            <ToggleButton value="lit">Lit</ToggleButton>
            <ToggleButton value="shaded">Shaded</ToggleButton>
          </ToggleButtonGroup>
          <ToggleButtonGroup
            exclusive
            size="small"
            value={now.plane}
            onChange={(_, to: Zone["plane"] | null) => to && void change("Set the plane", { plane: to })}
            aria-label="How far away"
          >
            <ToggleButton value="front">Front</ToggleButton>
            <ToggleButton value="middle">Middle</ToggleButton>
            <ToggleButton value="back">Back</ToggleButton>
          </ToggleButtonGroup>
        </Stack>
      </Section>
      <Section title="Frame">
        <ToggleButtonGroup
          exclusive
          size="small"
          value={observation.borders}
          onChange={(_, to: Observation["borders"] | null) =>
            to && void keep("Changed the borders", { ...observation, borders: to })
          }
          aria-label="Borders of the zones"
        >
          <ToggleButton value="stepped">Stepped borders</ToggleButton>
          <ToggleButton value="straight">Straight borders</ToggleButton>
        </ToggleButtonGroup>
        <Box sx={{ mt: 1 }}>
          <Button onClick={() => input.current?.click()}>
            {painting.observation?.sketch_url ? "Another sketch beneath" : "Lay a photo of a sketch beneath"}
          </Button>
          <input
            ref={input}
            type="file"
            accept="image/*"
            capture="environment"
            aria-label="Sketch"
            hidden
            onChange={(event) => void sketch(event.target.files?.[0])}
          />
        </Box>
        {problem && <Alert severity="error">{problem}</Alert>}
        <Typography color="text.secondary">
          {[observation.notes.when.replace("T", " "), observation.notes.place, observation.notes.weather]
            .filter(Boolean)
            .join(" · ")}
        </Typography>
      </Section>
      <AdviceList advice={painting.advice} />
    </>
  );
}

function ZoneName({ name, keep }: { name: string; keep: (name: string) => void }) {
  const [typed, setTyped] = useState(name);
  return (
    <TextField
      fullWidth
      size="small"
      label="Name of the zone"
      value={typed}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={() => typed !== name && keep(typed)}
      slotProps={{ htmlInput: { maxLength: 60 } }}
    />
  );
}

/** Greys of values 0.5 to 9.5, dark on the left; CIELAB lightness is about ten times the Munsell value. */
const LADDER_OF_GREYS = "linear-gradient(to right in lab, lab(5 0 0), lab(95 0 0))";

function ZoneValue({ value, keep }: { value: number; keep: (value: number) => void }) {
  const [now, setNow] = useState(value);
  return (
    <>
      <Typography id="zone-value" sx={{ mt: 1 }}>
        Squinted value {now.toFixed(1)}
      </Typography>
      <Slider
        aria-labelledby="zone-value"
        min={0.5}
        max={9.5}
        step={0.5}
        marks
        value={now}
        track={false}
        sx={{
          "& .MuiSlider-rail": { height: 20, opacity: 1, borderRadius: "2px", background: LADDER_OF_GREYS },
        }}
        onChange={(_, to) => setNow(to as number)}
        onChangeCommitted={(_, to) => to !== value && keep(to as number)}
      />
    </>
  );
}
