/** When you paint: the first day, sittings that come back, breaks, a last day, the air, a calendar whose busy times are kept free. */
import { useState } from "react";

import {
  Button,
  InputAdornment,
  LinearProgress,
  Stack,
  TextField,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from "@mui/material";

import { typedNumber } from "../../shared/ui/numbers";
import { inWords } from "../../shared/api/client";
import { Choice } from "../../shared/ui/Choice";
import { Section } from "../../shared/ui/Facts";
import { useUndo } from "../../shared/undo/UndoProvider";
import {
  bringCalendar,
  leaveCalendar,
  readClimate,
  type Climate,
  type Diary,
  type Recurring,
  type Sittings,
} from "./queries";
import { localField } from "./times";
import type { useSittings } from "./useSittings";

const DAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];
const AIRS: [string, string][] = [
  ["still", "Still air, a closed room"],
  ["moving", "Moving: a window open, a fan far off"],
  ["draught", "A draught or wind on the picture"],
];

interface Props {
  paintingId: number;
  sittings: Sittings;
  keep: ReturnType<typeof useSittings>;
  now: Date;
}

export function WhenFacts({ paintingId, sittings, keep, now }: Props) {
  const { settings } = sittings;
  const { busy, change } = keep;
  return (
    <>
      {busy && <LinearProgress aria-label="Laying the plan into your sittings" sx={{ mt: 1 }} />}
      <DiaryForm
        key={JSON.stringify([settings.diary, settings.deadline])}
        diary={settings.diary ?? null}
        deadline={settings.deadline ?? null}
        now={now}
        keep={(diary, deadline) => void change({ diary, deadline })}
      />
      <AirForm
        key={JSON.stringify(settings.climate)}
        climate={settings.climate}
        keep={(climate) => void change({ climate })}
      />
      {settings.diary && <CalendarIn paintingId={paintingId} busy={sittings.busy} keep={keep} />}
    </>
  );
}

const MORNINGS: Recurring = {
  at: "09:00",
  minutes: 180,
  weekdays: [0, 1, 2, 3, 4, 5, 6],
  rest_after_min: 90,
  rest_min: 0,
};

/** A first sitting tomorrow morning, where nothing has been said yet. */
export function usualDiary(now: Date): Diary {
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone || "UTC";
  const tomorrow = new Date(now.getTime() + 24 * 3600_000);
  return {
    begins: `${localField(tomorrow, zone).slice(0, 10)}T09:00`,
    zone,
    recurring: [MORNINGS],
    days: null,
    moved: {},
    left_out: [],
  };
}

interface DiaryFormProps {
  diary: Diary | null;
  deadline: string | null;
  now: Date;
  keep: (diary: Diary, deadline: string | null) => void;
}

/** Kept as a whole by its button, so that no half-typed time makes a plan. */
function DiaryForm({ diary, deadline, now, keep }: DiaryFormProps) {
  const [said, setSaid] = useState<Diary>(() => diary ?? usualDiary(now));
  const [last, setLast] = useState(deadline ?? "");
  const [begins = MORNINGS, ...others] = said.recurring;
  const alter = (more: Partial<Recurring>) =>
    setSaid({ ...said, recurring: [{ ...begins, ...more }, ...others] });
  const alterFirst = (field: string) => {
    setSaid({
      ...said,
      begins: field,
      recurring: [{ ...begins, at: field.slice(11, 16) || begins.at }, ...others],
    });
  };
  return (
    <Section title="When you paint">
      <TextField
        label="First sitting begins"
        type="datetime-local"
        size="small"
        fullWidth
        value={said.begins}
        onChange={(event) => alterFirst(event.target.value)}
        slotProps={{ inputLabel: { shrink: true } }}
        helperText={`Local time, ${said.zone}`}
      />
      <Stack direction="row" spacing={1.5} sx={{ mt: 1.5 }}>
        <NumberField
          label="Each lasts"
          unit="h"
          value={begins.minutes / 60}
          step={0.25}
          set={(hours) => alter({ minutes: hours * 60 })}
        />
        <NumberField
          label="A break of"
          unit="min"
          value={begins.rest_min}
          step={5}
          set={(rest_min) => alter({ rest_min })}
        />
      </Stack>
      <Typography id="weekdays" sx={{ mt: 1.5 }}>
        On these days
      </Typography>
      <ToggleButtonGroup
        fullWidth
        size="small"
        value={begins.weekdays}
        onChange={(_, weekdays: number[]) => weekdays.length && alter({ weekdays: [...weekdays].sort() })}
        aria-labelledby="weekdays"
      >
        {DAYS.map((name, number) => (
          <ToggleButton key={name} value={number} sx={{ px: 0 }}>
            {name}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <TextField
        label="It must be done by"
        type="date"
        size="small"
        fullWidth
        value={last}
        onChange={(event) => setLast(event.target.value)}
        slotProps={{ inputLabel: { shrink: true } }}
        helperText="An exhibition, a gift; empty when there is no such day"
        sx={{ mt: 2 }}
      />
      <Button variant="contained" fullWidth sx={{ mt: 1 }} onClick={() => keep(said, last || null)}>
        {diary ? "Lay the plan into these sittings" : "Put the plan on the clock"}
      </Button>
    </Section>
  );
}

interface NumberFieldProps {
  label: string;
  unit: string;
  value: number;
  step: number;
  set: (value: number) => void;
}

function NumberField({ label, unit, value, step, set }: NumberFieldProps) {
  const [text, setText] = useState(String(Math.round(value * 100) / 100));
  return (
    <TextField
      label={label}
      size="small"
      fullWidth
      value={text}
      onChange={(event) => {
        setText(event.target.value);
        const number = typedNumber(event.target.value);
        if (Number.isFinite(number)) set(number);
      }}
      error={!Number.isFinite(typedNumber(text))}
      slotProps={{
        htmlInput: { inputMode: "decimal", step },
        input: { endAdornment: <InputAdornment position="end">{unit}</InputAdornment> },
      }}
    />
  );
}

function AirForm({ climate, keep }: { climate: Climate; keep: (climate: Climate) => void }) {
  const { tell } = useUndo();
  const [said, setSaid] = useState(climate);
  const [from, setFrom] = useState("");
  const read = async () => {
    try {
      const reading = await readClimate();
      const { temperature_c, humidity_pct, simulated } = reading;
      setFrom(simulated ? "Read from the simulated sensor." : "Read from the sensor.");
      keep({ ...said, temperature_c, humidity_pct });
    } catch (error) {
      tell(inWords(error));
    }
  };
  return (
    <Section title="The air you paint in">
      <Stack direction="row" spacing={1.5}>
        <NumberField
          label="Temperature"
          unit="°C"
          value={said.temperature_c}
          step={1}
          set={(temperature_c) => setSaid({ ...said, temperature_c })}
        />
        <NumberField
          label="Humidity"
          unit="%"
          value={said.humidity_pct}
          step={5}
          set={(humidity_pct) => setSaid({ ...said, humidity_pct })}
        />
      </Stack>
      <Choice
        label="How it moves"
        value={said.air}
        options={AIRS}
        choose={(air) => setSaid({ ...said, air: air as Climate["air"] })}
      />
      <Stack direction="row" spacing={1} sx={{ mt: 1 }}>
        <Button variant="outlined" onClick={() => keep(said)}>
          Use this air
        </Button>
        <Button onClick={() => void read()}>Read the sensor</Button>
      </Stack>
      <Typography variant="caption" color="text.secondary" component="p">
        {from || "It decides how long paint blends and when it is dry, here and in the passes."}
      </Typography>
    </Section>
  );
}

interface CalendarProps {
  paintingId: number;
  busy: number;
  keep: ReturnType<typeof useSittings>;
}

function CalendarIn({ paintingId, busy, keep }: CalendarProps) {
  return (
    <Section title="What else is in your calendar">
      <Typography color="text.secondary" gutterBottom>
        {busy > 0
          ? `${busy} busy ${busy === 1 ? "time is" : "times are"} kept free of painting.`
          : "Bring a calendar file (.ics), and what it keeps busy is left free of painting."}
      </Typography>
      <Stack direction="row" spacing={1}>
        <Button variant="outlined" component="label">
          Bring a calendar
          <input
            type="file"
            accept=".ics,text/calendar"
            aria-label="Calendar file"
            hidden
            onChange={(event) => {
              const file = event.target.files?.[0];
              event.target.value = "";
              if (file) void keep.carryOut(() => bringCalendar(paintingId, file));
            }}
          />
        </Button>
        {busy > 0 && (
          <Button onClick={() => void keep.carryOut(() => leaveCalendar(paintingId))}>Leave it out</Button>
        )}
      </Stack>
    </Section>
  );
}
