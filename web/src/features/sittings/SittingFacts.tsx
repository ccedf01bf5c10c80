/** One sitting: when it is, what is done in it, and moving it, making it longer, or leaving it out. */
import { useState } from "react";

import { Button, Stack, TextField, Typography } from "@mui/material";
import { Link } from "react-router";

import { typedNumber } from "../../shared/ui/numbers";
import { Fact, Section } from "../../shared/ui/Facts";
import type { Diary, Schedule } from "./queries";
import { clock, day, lengthOf, localField, minutesWords, movedBy, tasksOf } from "./times";
import type { ChangeSittings } from "./useSittings";

interface Props {
  paintingId: number;
  schedule: Schedule;
  diary: Diary;
  sitting: Schedule["sittings"][number];
  number: number;
  change: ChangeSittings;
}

export function SittingFacts({ paintingId, schedule, diary, sitting, number, change }: Props) {
  const { zone } = schedule;
  const tasks = tasksOf(schedule, number);
  const painting = tasks.filter((task) => task.kind !== "mixing");
  const mixing = tasks.filter((task) => task.kind === "mixing");
  const isMoved = sitting.id in (diary.moved ?? {});
  const move = (begins: string, minutes: number) =>
    void change({ diary: { ...diary, moved: { ...diary.moved, [sitting.id]: { begins, minutes } } } });
  const back = () => {
    const moved = { ...diary.moved };
    delete moved[sitting.id];
    void change({ diary: { ...diary, moved } });
  };
  const shifted = (by: number) => void change({ diary: movedBy(diary, sitting, by, zone) });
  return (
    <>
      <Section title={`Sitting ${number}`}>
        <Typography variant="h2" component="p">
          {day(new Date(sitting.begins), zone)}, {clock(new Date(sitting.begins), zone)} to{" "}
          {clock(new Date(sitting.ends), zone)}
        </Typography>
        <Fact name="Units">{painting.length}</Fact>
        <Fact name="Piles to mix">{mixing.length}</Fact>
        <Fact name="Hands at work">
          {minutesWords(tasks.reduce((sum, task) => sum + task.ends_min - task.begins_min, 0))}
        </Fact>
        <Stack direction="row" spacing={1} sx={{ mt: 1 }}>
          <Button variant="contained" component={Link} to={`/paintings/${paintingId}/easel`}>
            To the easel
          </Button>
          <Button component={Link} to={`/paintings/${paintingId}/sheet/${number}`}>
            Sheet for this sitting
          </Button>
        </Stack>
      </Section>
      <Section title="Move it">
        <Stack direction="row" spacing={1} sx={{ mb: 1.5 }}>
          <Button variant="outlined" onClick={() => shifted(-60)}>
            An hour earlier
          </Button>
          <Button variant="outlined" onClick={() => shifted(60)}>
            An hour later
          </Button>
        </Stack>
        <MoveForm
          key={`${sitting.begins} ${sitting.ends}`}
          begins={localField(new Date(sitting.begins), zone)}
          minutes={lengthOf(sitting)}
          move={move}
        />
        <Stack direction="row" spacing={1} sx={{ mt: 1.5 }}>
          <Button
            onClick={() =>
              void change({ diary: { ...diary, left_out: [...(diary.left_out ?? []), sitting.id] } })
            }
          >
            Leave it out
          </Button>
          {isMoved && <Button onClick={back}>Back to its usual time</Button>}
        </Stack>
        {(diary.left_out ?? []).length > 0 && (
          <Button onClick={() => void change({ diary: { ...diary, left_out: [] } })}>
            Bring back what was left out ({diary.left_out!.length})
          </Button>
        )}
      </Section>
    </>
  );
}

interface MoveFormProps {
  begins: string;
  minutes: number;
  move: (begins: string, minutes: number) => void;
}

function MoveForm({ begins, minutes, move }: MoveFormProps) {
  const [at, setAt] = useState(begins);
  const [hours, setHours] = useState(String(Math.round(minutes / 15) / 4));
  const length = typedNumber(hours) * 60;
  return (
    <Stack spacing={1.5}>
      <TextField
        label="Begins"
        type="datetime-local"
        size="small"
        value={at}
        onChange={(event) => setAt(event.target.value)}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <TextField
        label="Lasts, in hours"
        size="small"
        value={hours}
        onChange={(event) => setHours(event.target.value)}
        error={!(length > 0)}
        slotProps={{ htmlInput: { inputMode: "decimal" } }}
      />
      <Button variant="outlined" disabled={!(length > 0) || !at} onClick={() => move(at, length)}>
        Move it there
      </Button>
    </Stack>
  );
}
