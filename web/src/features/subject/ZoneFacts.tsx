/** The zones of an observation: which is laid, how light it is, what colour, lit or shaded, how far away. */
import { useRef, useState } from "react";

import {
  Alert,
  Box,
  Button,
  ButtonBase,
  Slider,
  Stack,
  TextField,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from "@mui/material";
import AddIcon from "@mui/icons-material/Add";
import { useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { AdviceList } from "../../shared/ui/AdviceList";
import { Section } from "../../shared/ui/Facts";
import { greyOf } from "../../shared/ui/greys";
import { useTyped } from "../../shared/ui/useTyped";
import { changedZone, withoutZone, withZone, zoneName } from "./lattice";
import { addSketch, paintingQuery, type Observation, type Painting, type Zone } from "./queries";
import type { useObserving } from "./useObserving";

interface Props {
  painting: Painting;
  observation: Observation;
  colours: readonly string[];
  observing: ReturnType<typeof useObserving>;
  words: { hues: string[]; chromas: string[] } | undefined;
}

const MOST_ZONES = 40;

export function ZoneFacts({ painting, observation, colours, observing, words }: Props) {
  const { zone, choose, keep } = observing;
  const queries = useQueryClient();
  const input = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const now = observation.zones[zone]!;
  const change = (facts: Partial<Zone>) => keep((all) => changedZone(all, zone, facts));
  const sketch = async (file: File | undefined) => {
    if (!file) return;
    try {
      setProblem(null);
      queries.setQueryData(paintingQuery(painting.id).queryKey, await addSketch(painting.id, file));
    } catch (error) {
      setProblem(inWords(error));
    }
  };
  return (
    <>
      <Section title="Zones">
        <Box
          component="ol"
          aria-label="Zones"
          sx={{ listStyle: "none", p: 1, m: 0, bgcolor: "mat", display: "flex", flexWrap: "wrap", gap: 0.5 }}
        >
          {observation.zones.map((one, index) => (
            <li key={index}>
              <ButtonBase
                aria-pressed={index === zone}
                aria-label={`${zoneName(one, index)}: value ${one.value.toFixed(1)}, ${one.lit ? "lit" : "shaded"}, ${one.plane}`}
                title={zoneName(one, index)}
                onClick={() => choose(index)}
                sx={{
                  p: 0.5,
                  borderRadius: "3px",
                  border: "2px solid",
                  borderColor: index === zone ? "text.primary" : "transparent",
                }}
              >
                <Box sx={{ width: 36, height: 36, bgcolor: colours[index] ?? "mat", borderRadius: "2px" }} />
              </ButtonBase>
            </li>
          ))}
          <li>
            <ButtonBase
              aria-label="Another zone"
              title="Another zone"
              disabled={observation.zones.length >= MOST_ZONES}
              onClick={() => {
                choose(observation.zones.length);
                void keep((all) => withZone(all, { ...now, name: "" }));
              }}
              sx={{ width: 48, height: 48, border: "2px dashed", borderRadius: "3px" }}
            >
              <AddIcon />
            </ButtonBase>
          </li>
        </Box>
      </Section>
      <Section title={`This zone: ${zoneName(now, zone)}`}>
        <ZoneValue key={`${zone}-${now.value}`} value={now.value} keep={(value) => void change({ value })} />
        <Words
          label="Hue"
          words={words?.hues}
          now={now.hue}
          choose={(hue) => {
            const chroma = hue !== "grey" && now.chroma === "grey" ? "greyed" : (now.chroma ?? "grey");
            void change({ hue, chroma: hue === "grey" ? "grey" : chroma });
          }}
        />
        <Words
          label="Chroma"
          words={words?.chromas}
          now={now.chroma}
          choose={(chroma) => void change({ chroma })}
        />
        <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
          <ToggleButtonGroup
            exclusive
            size="small"
            value={now.lit ? "lit" : "shaded"}
            onChange={(_, to: string | null) => to && void change({ lit: to === "lit" })}
            aria-label="Light on the zone"
          >
            <ToggleButton value="lit">Lit</ToggleButton>
            <ToggleButton value="shaded">Shaded</ToggleButton>
          </ToggleButtonGroup>
          <ToggleButtonGroup
            exclusive
            size="small"
            value={now.plane}
            onChange={(_, to: Zone["plane"] | null) => to && void change({ plane: to })}
            aria-label="How far away"
          >
            <ToggleButton value="front">Front</ToggleButton>
            <ToggleButton value="middle">Middle</ToggleButton>
            <ToggleButton value="back">Back</ToggleButton>
          </ToggleButtonGroup>
        </Stack>
        <Stack direction="row" sx={{ gap: 1, mt: 2 }}>
          <ZoneName key={zone} name={now.name ?? ""} keep={(name) => change({ name })} />
          {observation.zones.length > 1 && (
            <Button onClick={() => void keep((all) => withoutZone(all, zone))}>Take it away</Button>
          )}
        </Stack>
      </Section>
      <Section title="Frame">
        <Typography color="text.secondary" gutterBottom>
          A double tap on the frame fills what hangs together.
        </Typography>
        <ToggleButtonGroup
          exclusive
          size="small"
          value={observing.inBlocks ? "blocks" : "cells"}
          onChange={(_, to: string | null) => to && observing.setInBlocks(to === "blocks")}
          aria-label="How a stroke lays cells"
          sx={{ mb: 1 }}
        >
          <ToggleButton value="blocks">A stroke lays a block</ToggleButton>
          <ToggleButton value="cells">cell by cell</ToggleButton>
        </ToggleButtonGroup>
        <ToggleButtonGroup
          exclusive
          size="small"
          value={observation.borders}
          onChange={(_, to: Observation["borders"] | null) =>
            to && void keep((all) => ({ ...all, borders: to }))
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

function ZoneName({ name, keep }: { name: string; keep: (name: string) => Promise<unknown> }) {
  const { field } = useTyped(name, keep);
  return (
    <TextField
      fullWidth
      size="small"
      label="Name of the zone"
      {...field}
      slotProps={{ htmlInput: { maxLength: 60 } }}
    />
  );
}

/** A choice of one word, each a single tap. */
function Words({
  label,
  words,
  now,
  choose,
}: {
  label: string;
  words: string[] | undefined;
  now: string | undefined;
  choose: (word: string) => void;
}) {
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      value={now ?? null}
      onChange={(_, to: string | null) => to && choose(to)}
      aria-label={label}
      sx={{ my: 1, display: "grid", gridTemplateColumns: "repeat(auto-fit, minmax(104px, 1fr))" }}
    >
      {(words ?? []).map((word) => (
        <ToggleButton key={word} value={word} sx={{ whiteSpace: "nowrap" }}>
          {word}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}

const LIGHTEST = 9.5;
const DARKEST = 0.5;

/** The ladder a squinted value is set on, dark on the left. */
const LADDER_OF_GREYS = `linear-gradient(to right, ${Array.from({ length: 10 }, (_, i) => {
  const grey = greyOf(DARKEST + ((LIGHTEST - DARKEST) * i) / 9);
  return `rgb(${grey} ${grey} ${grey})`;
}).join()})`;

function ZoneValue({ value, keep }: { value: number; keep: (value: number) => void }) {
  const [now, setNow] = useState(value);
  return (
    <>
      <Typography id="zone-value" sx={{ mt: 1 }}>
        Squinted value {now.toFixed(1)}
      </Typography>
      <Slider
        aria-labelledby="zone-value"
        min={DARKEST}
        max={LIGHTEST}
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
