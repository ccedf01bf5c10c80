/** The light on site: where you stand and look, how long it holds, and how the passes go with it. */
import { useState } from "react";

import { Button, Stack, TextField, ToggleButton, ToggleButtonGroup, Typography } from "@mui/material";

import { useQuery } from "@tanstack/react-query";

import { typedNumber } from "../../shared/ui/numbers";
import { AdviceList } from "../../shared/ui/AdviceList";
import { Choice } from "../../shared/ui/Choice";
import { Fact, Section } from "../../shared/ui/Facts";
import { LightClock } from "./LightClock";
import { placesQuery, type Place, type Sittings, type SittingLight } from "./queries";
import { clock, day } from "./times";
import type { ChangeSittings } from "./useSittings";

const SKIES: [string, string][] = [
  ["clear", "Clear: sun and cast shadows"],
  ["broken", "Broken cloud: sun that comes and goes"],
  ["overcast", "Overcast: no cast shadows"],
];

interface Props {
  sittings: Sittings;
  number: number;
  chooseSitting: (number: number) => void;
  change: ChangeSittings;
}

export function LightFacts({ sittings, number, chooseSitting, change }: Props) {
  const { settings, schedule, light } = sittings;
  const shown = light.find((one) => one.number === number) ?? light[0];
  const zone = schedule?.zone ?? settings.diary?.zone ?? "UTC";
  return (
    <>
      {shown && settings.place && (
        <Shown
          light={shown}
          all={light}
          zone={zone}
          facing={settings.place.facing_deg ?? 0}
          choose={chooseSitting}
        />
      )}
      <PlaceForm
        key={JSON.stringify(settings.place)}
        place={settings.place ?? null}
        keep={(place) => void change({ place })}
      />
      {settings.place && (
        <Section title="The sky">
          <Choice
            label="Expected"
            value={settings.cloud ?? "clear"}
            options={SKIES}
            choose={(cloud) => void change({ cloud: cloud as "clear" | "broken" | "overcast" })}
          />
        </Section>
      )}
    </>
  );
}

interface ShownProps {
  light: SittingLight;
  all: SittingLight[];
  zone: string;
  facing: number;
  choose: (number: number) => void;
}

function Shown({ light, all, zone, facing, choose }: ShownProps) {
  const first = light.samples[0];
  const at = (time: string | null) => (time ? clock(new Date(time), zone) : "does not");
  const low = light.samples.find((sample) => sample.look === "low");
  const golden = light.samples.find((sample) => sample.look === "golden");
  const holdsAll = light.holds.until === light.samples.at(-1)?.time;
  return (
    <Section title={holdsAll ? "The light holds" : `The light holds until ${at(light.holds.until)}`}>
      {!holdsAll && <Typography color="text.secondary">Then {light.holds.why}.</Typography>}
      {all.length > 1 && (
        <ToggleButtonGroup
          exclusive
          size="small"
          value={light.number}
          onChange={(_, to: number | null) => to && choose(to)}
          aria-label="Sitting"
          sx={{ my: 1, flexWrap: "wrap" }}
        >
          {all.slice(0, 8).map((one) => (
            <ToggleButton key={one.number} value={one.number}>
              {day(new Date(one.samples[0]?.time ?? one.holds.until), zone)}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      )}
      <LightClock light={light} facing={facing} zone={zone} />
      <Fact name="Sun rises, sets">
        {light.day.polar ?? `${at(light.day.sunrise)}, ${at(light.day.sunset)}`}
      </Fact>
      <Fact name="Shadows at the start">
        {!first?.shadow_ratio
          ? "none, the sun is down"
          : `${first.shadow_ratio.toFixed(1)} times as long as high`}
      </Fact>
      {light.sun_side && <Fact name="The sun stands">{light.sun_side}</Fact>}
      {low && <Fact name="Low, raking light from">{at(low.time)}</Fact>}
      {golden && <Fact name="Golden light from">{at(golden.time)}</Fact>}
      <Fact name="Moon">
        {light.moon.words}
        {light.moon.altitude_deg > 0 ? ", up at the end" : ""}
      </Fact>
      {light.passes.map((one) => (
        <Typography key={one.number} sx={{ mt: 1 }}>
          <strong>
            Pass {one.number}, {at(one.begins)} to {at(one.ends)}:
          </strong>{" "}
          {one.words}.
        </Typography>
      ))}
      <AdviceList advice={light.advice} />
    </Section>
  );
}

function PlaceForm({ place, keep }: { place: Place | null; keep: (place: Place | null) => void }) {
  const places = useQuery(placesQuery);
  const known = (places.data ?? []).filter((one) => one.name !== place?.name);
  const [lat, setLat] = useState(place ? String(place.latitude_deg) : "");
  const [lon, setLon] = useState(place ? String(place.longitude_deg) : "");
  const [facing, setFacing] = useState(String(place?.facing_deg ?? 0));
  const [name, setName] = useState(place?.name ?? "");
  const [latitude_deg, longitude_deg, facing_deg] = [lat, lon, facing].map(typedNumber) as [
    number,
    number,
    number,
  ];
  const field = (label: string, text: string, set: (text: string) => void, help?: string) => (
    <TextField
      label={label}
      size="small"
      fullWidth
      value={text}
      onChange={(event) => set(event.target.value)}
      helperText={help}
      slotProps={{ htmlInput: { inputMode: "decimal" } }}
    />
  );
  return (
    <Section title={place ? "Where you stand" : "Painting on site"}>
      {!place && (
        <Typography color="text.secondary" gutterBottom>
          Say where you stand and which way you look, and see how long the light holds. Nothing is looked up:
          type the coordinates from any map.
        </Typography>
      )}
      {known.length > 0 && (
        <Choice
          label="A place you know"
          value=""
          options={[
            ["", "Choose"],
            ...known.map((one): [string, string] => [one.name ?? "", one.name ?? ""]),
          ]}
          choose={(chosen) => {
            const there = known.find((one) => one.name === chosen);
            if (there) keep(there);
          }}
        />
      )}
      <Stack spacing={1.5} sx={{ mt: 1.5 }}>
        {field("What you call it", name, setName)}
        <Stack direction="row" spacing={1.5}>
          {field("Latitude", lat, setLat, "north above 0")}
          {field("Longitude", lon, setLon, "east above 0")}
        </Stack>
        {field("You look towards, degrees", facing, setFacing, "0 north, 90 east, 180 south, 270 west")}
        <Stack direction="row" spacing={1}>
          <Button
            variant="outlined"
            disabled={![latitude_deg, longitude_deg, facing_deg].every(Number.isFinite)}
            onClick={() =>
              keep({
                latitude_deg,
                longitude_deg,
                facing_deg,
                name: name.trim(),
              })
            }
          >
            {place ? "Change the place" : "Show the light here"}
          </Button>
          {place && <Button onClick={() => keep(null)}>Indoors after all</Button>}
        </Stack>
      </Stack>
    </Section>
  );
}
