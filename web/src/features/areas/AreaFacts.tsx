/** Facts of one area, and what the painter decides about it. */
import { useState, type ReactNode } from "react";

import {
  Autocomplete,
  Box,
  Button,
  MenuItem,
  Stack,
  TextField,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from "@mui/material";
import { useQuery } from "@tanstack/react-query";

import { Fact, Section } from "../../shared/ui/Facts";
import { cm2, mm, share, value } from "../../shared/ui/numbers";
import { Swatch } from "../../shared/ui/Swatch";
import { useTyped } from "../../shared/ui/useTyped";
import { GradationFacts } from "./Gradation";
import { SurfaceFacts } from "./SurfaceFacts";
import { namesQuery, type Area, type Areas, type Border } from "./queries";
import type { AreaEdits } from "./useAreaEdits";
import { differenceWords } from "./words";

const HANDLING: [Area["handling"], string][] = [
  ["usual", "As usual"],
  ["thin", "Thin"],
  ["thick", "Thick"],
  ["bare", "Left bare"],
];
const PLANES: [Area["plane"], string][] = [
  ["front", "Front"],
  ["middle", "Middle"],
  ["back", "Back"],
];
const SOFTNESS = ["hard", "firm", "soft", "lost"] as const;

interface FactsProps {
  area: Area;
  areas: Area[];
  borders: Border[];
  edits: AreaEdits;
  /** How each surface is painted. */
  surfaces?: Areas["surfaces"];
  /** The piles of its gradation. */
  string?: ReactNode;
  /** What is said of the thing that it is part of, and how else it is painted. */
  thing?: ReactNode;
  brush?: ReactNode;
  /** What stands against it, and what paint it takes: told first. */
  takes?: ReactNode;
}

export function AreaFacts({
  area,
  areas,
  borders,
  edits,
  surfaces = {},
  string,
  thing,
  brush,
  takes,
}: FactsProps) {
  const nameOf = new Map(areas.map((one) => [one.id, one.name]));
  return (
    <>
      <Section title={`Area ${area.index + 1}`}>
        <NameField name={area.name} rename={(name) => edits.say(area, { name })} />
        <Stack direction="row" spacing={2} sx={{ alignItems: "start" }}>
          <Stack direction="row" sx={{ bgcolor: "mat", p: 1 }}>
            <Swatch colour={area.colour} label="The photo's mean colour here" size={64} />
            {area.target && <Swatch colour={area.target} label="The colour you gave it" size={64} />}
          </Stack>
          <Box sx={{ flex: 1 }}>
            <Fact name="Size">{cm2(area.area_cm2)}</Fact>
            <Fact name="Of the surface">{share(area.share)}</Fact>
            <Fact name="Value">
              {value(area.value)}
              {area.target_value != null && ` → ${value(area.target_value)}`}
            </Fact>
          </Box>
        </Stack>
        {area.light && area.shadow && (
          <Stack direction="row" spacing={1.5} sx={{ py: 1, alignItems: "center" }}>
            <Stack direction="row" sx={{ bgcolor: "mat", p: 0.5 }}>
              <Swatch colour={area.light} label="In the light" size={32} />
              <Swatch colour={area.shadow} label="In shadow" size={32} />
            </Stack>
            <Typography>in the light, and in shadow</Typography>
          </Stack>
        )}
        {area.gradation && (
          <GradationFacts
            gradation={area.gradation}
            flat={area.flat}
            paint={(flat) => void edits.say(area, { flat })}
            asFound={() => void edits.say(area, { gradation: [] })}
          />
        )}
        {string}
        {area.way && <Fact name="Strokes in it run">{area.way}</Fact>}
        <Fact name="Finest marks in it">
          {area.texture_mm == null ? "none, it is calm" : mm(area.texture_mm)}
        </Fact>
      </Section>
      {takes}
      {thing}
      <Section title="How it is painted">
        <Choice
          label="Handling"
          now={area.handling}
          options={HANDLING}
          choose={(handling) => void edits.say(area, { handling })}
        />
        <Typography sx={{ mt: 1.5 }} gutterBottom>
          Depth{area.plane !== area.found_plane && " (yours)"}
        </Typography>
        <Choice
          label="Plane of depth"
          now={area.plane}
          options={PLANES}
          choose={(plane) =>
            void edits.say(area, {
              plane: plane === area.found_plane ? "as_found" : plane,
            })
          }
        />
        <SurfaceFacts
          area={area}
          areas={areas}
          words={surfaces}
          say={(words) => void edits.say(area, words)}
        />
        {brush}
        {area.beneath.length > 0 && (
          <Typography color="text.secondary" sx={{ mt: 1 }}>
            Runs on under {area.beneath.map((id) => nameOf.get(id)).join("; ")}.
          </Typography>
        )}
        <Target key={area.target} area={area} edits={edits} />
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
      <Section title="Where it meets others">
        {borders.length === 0 && <Typography color="text.secondary">It meets no other area.</Typography>}
        {borders.map((border) => (
          <BorderFacts
            key={`${border.a}${border.b}`}
            border={border}
            of={area}
            nameOf={nameOf}
            edits={edits}
          />
        ))}
      </Section>
    </>
  );
}

/** What the painter calls the area; names given before, here or in another painting, are offered. */
function NameField({ name, rename }: { name: string; rename: (name: string) => Promise<boolean> }) {
  const { text, type, done } = useTyped(name, rename);
  const before = useQuery(namesQuery);
  return (
    <Autocomplete
      freeSolo
      disableClearable
      options={before.data ?? []}
      filterOptions={(options) => (text === name ? options : matching(options, text))}
      inputValue={text}
      onInputChange={(_, words, why) => why === "input" && type(words)}
      value={name}
      onChange={(_, words) => {
        type(words);
        void done(words);
      }}
      onBlur={() => void done()}
      renderInput={(field) => <TextField {...field} label="Name of the area" />}
      slotProps={{ paper: { elevation: 6 } }}
      sx={{ mb: 1.5, mt: 1 }}
    />
  );
}

const matching = (names: string[], typed: string) =>
  names.filter((one) => one.toLowerCase().includes(typed.trim().toLowerCase()));

function Choice<Word extends string>({
  label,
  now,
  options,
  choose,
}: {
  label: string;
  now: Word;
  options: [Word, string][];
  choose: (word: Word) => void;
}) {
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      value={now}
      onChange={(_, to: Word | null) => to && choose(to)}
      aria-label={label}
    >
      {options.map(([word, title]) => (
        <ToggleButton key={word} value={word}>
          {title}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}

/** Another colour for the area; its lights and shadows go along. */
function Target({ area, edits }: { area: Area; edits: AreaEdits }) {
  const [typed, setTyped] = useState(area.target ?? area.colour);
  return (
    <Stack direction="row" spacing={1} sx={{ mt: 2, alignItems: "center" }}>
      <TextField
        size="small"
        label="Another colour (#rrggbb or L, a, b)"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        sx={{ flex: 1 }}
      />
      <Button
        variant="outlined"
        disabled={typed === (area.target ?? area.colour)}
        onClick={() => void edits.say(area, { target: typed })}
      >
        Use it
      </Button>
      {area.target && <Button onClick={() => void edits.say(area, { target: "" })}>Photo’s</Button>}
    </Stack>
  );
}

interface BorderProps {
  border: Border;
  of: Area;
  nameOf: Map<string, string>;
  edits: AreaEdits;
}

function BorderFacts({ border, of, nameOf, edits }: BorderProps) {
  const other = border.a === of.id ? border.b : border.a;
  const name = nameOf.get(other) ?? other;
  const way = border.a === of.id ? 1 : -1;
  return (
    <Box sx={{ py: 1, borderTop: 1, borderColor: "divider" }}>
      <Typography sx={{ fontWeight: 650 }}>{name}</Typography>
      <Typography color="text.secondary">
        {mm(border.length_mm)} long, the change takes {mm(border.width_mm)}; it is{" "}
        {differenceWords(border, way)}
        {border.own && " · yours"}
      </Typography>
      <Stack direction="row" spacing={1} sx={{ mt: 0.5 }}>
        <TextField
          select
          size="small"
          label="Edge"
          value={border.softness}
          onChange={(event) => {
            const to = event.target.value as Border["softness"];
            const softness = to === border.found_softness ? "as_found" : to;
            void edits.sayOfBorder(border, { softness });
          }}
          sx={{ width: 110 }}
          slotProps={{ htmlInput: { "aria-label": `Edge towards ${name}` } }}
        >
          {SOFTNESS.map((word) => (
            <MenuItem key={word} value={word}>
              {word}
            </MenuItem>
          ))}
        </TextField>
        <Button
          onClick={() =>
            void edits.sayOfBorder(border, {
              over: border.over === of.id ? other : of.id,
            })
          }
        >
          {border.over === of.id ? "Lies over it" : "Runs under it"}
        </Button>
      </Stack>
    </Box>
  );
}
