/** Before a sitting: what comes next, the cautions once, and one button that opens it. */
import { useState } from "react";

import { Alert, Box, Button, Stack, TextField, Typography } from "@mui/material";
import { Link } from "react-router";

import { inWords } from "../../../shared/api/client";
import { Notes } from "./Notes";
import type { Course } from "./queries";
import type { Easel } from "./useAtEasel";
import { titleOf, whenWords } from "./words";

interface Props {
  easel: Easel;
  painting: number;
  now: number;
  open: () => Promise<void>;
}

export function Opening({ easel, painting, now, open }: Props) {
  const { list, course } = easel;
  const state = easel.easel!;
  const [isOpening, setOpening] = useState(false);
  const [trouble, setTrouble] = useState("");
  const zone = list?.zone ?? "UTC";
  const number = (course?.sittings.length ?? 0) + 1;
  const next = list?.tasks.find((task) => task.id === course?.current);
  const isOver = list !== null && course !== null && course.current === null;
  const begin = async () => {
    setOpening(true);
    setTrouble("");
    try {
      await open();
    } catch (error) {
      setTrouble(inWords(error));
    }
    setOpening(false);
  };
  return (
    <Box
      component="main"
      sx={{ maxWidth: 820, mx: "auto", p: 3, display: "grid", gap: 3, alignContent: "start" }}
    >
      <Typography variant="h1">{state.title}</Typography>
      <Asked easel={easel} zone={zone} />
      {isOver ? (
        <Typography>Everything on the list is painted.</Typography>
      ) : (
        <>
          <Typography>
            {next ? `Begins with: ${titleOf(next)}.` : "The plan is laid out when you open the sitting."}
            {state.next_sitting && ` Planned for ${whenWords(state.next_sitting, now, zone)}.`}
          </Typography>
          <Button
            variant="contained"
            size="large"
            disabled={isOpening || (state.plan === "missing" && !list)}
            onClick={() => void begin()}
          >
            {isOpening ? "Opening…" : `Open sitting ${number}`}
          </Button>
        </>
      )}
      {course && <Remembered course={course} zone={zone} />}
      {state.plan === "missing" && (
        <Alert severity="info">
          {list
            ? "The plan at the desk is not up to date; the sitting goes on with the list that was taken last."
            : "There is no plan to paint by that is up to date."}{" "}
          <Link to={`/paintings/${painting}/passes`}>Plan it at the desk</Link>
        </Alert>
      )}
      {trouble && <Alert severity="warning">{trouble}</Alert>}
      {easel.notices.map((notice) => (
        <Alert key={notice} severity="info">
          {notice}
        </Alert>
      ))}
      <Typography>
        <Link to={`/paintings/${painting}/sittings`}>Back to the desk</Link>
      </Typography>
    </Box>
  );
}

/** What was noted in the last sitting, to be remembered now. */
function Remembered({ course, zone }: { course: Course; zone: string }) {
  const since = course.sittings.at(-1)?.opened;
  const notes = course.notes.filter((note) => since && Date.parse(note.at) >= Date.parse(since));
  if (notes.length === 0) return null;
  return (
    <Stack component="section" aria-labelledby="remember" sx={{ gap: 1 }}>
      <Typography variant="h2" id="remember">
        You noted last time
      </Typography>
      <Notes notes={notes} zone={zone} />
    </Stack>
  );
}

/** A sitting that was left open has ended by itself: is that right? */
function Asked({ easel, zone }: { easel: Easel; zone: string }) {
  const last = easel.course?.sittings.at(-1);
  const [time, setTime] = useState("");
  if (!last?.asks || !last.ended) return null;
  const answer = (when: string) => void easel.at.act("stop", { sitting: last.id, when });
  const said = time ? new Date(Date.parse(last.ended)) : null;
  if (said) said.setHours(Number(time.slice(0, 2)), Number(time.slice(3, 5)), 0, 0);
  return (
    <Alert severity="info">
      <Typography sx={{ mb: 1 }}>
        Sitting {last.number} was left open. It was closed at its last sign of life,{" "}
        {whenWords(last.ended, 0, zone)}. Did you stop then?
      </Typography>
      <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap", alignItems: "center" }}>
        <Button variant="contained" onClick={() => answer(last.ended!)}>
          Yes
        </Button>
        <TextField
          type="time"
          label="No, at"
          value={time}
          onChange={(event) => setTime(event.target.value)}
          slotProps={{ inputLabel: { shrink: true } }}
        />
        <Button variant="outlined" disabled={!said} onClick={() => said && answer(said.toISOString())}>
          Keep this time
        </Button>
      </Stack>
    </Alert>
  );
}
