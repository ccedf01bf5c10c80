/** A number that is named: on a slider, beside what is looked at, or typed where all of it is in the question. */
import { useState } from "react";

import { Box, Button, Slider, TextField, Typography } from "@mui/material";

import { BIG, type AskedProps } from "./asked";
import type { Exercise } from "./queries";

export function Naming({ exercise, verdict, answer }: AskedProps) {
  const { least = 0, most = 10, step = 1, unit } = exercise;
  const [number, setNumber] = useState(Math.round((least + most) / 2 / step) * step);
  const digits = step < 0.1 ? 2 : step < 1 ? 2 : 0;
  if (isTold(exercise)) return <Typing exercise={exercise} verdict={verdict} answer={answer} />;
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        answer({ chosen: [], number, point: null });
      }}
      sx={{ width: 520, maxWidth: "100%", textAlign: "center" }}
    >
      {exercise.ladder && exercise.ladder.length > 0 && (
        <Box
          role="img"
          aria-label={`your grey, value ${number.toFixed(digits)}`}
          sx={{ height: exercise.view ? 44 : BIG * 0.7 }}
          style={{ backgroundColor: exercise.ladder[Math.round((number - least) / step)] }}
        />
      )}
      <Typography sx={{ fontSize: "2rem", fontWeight: 680 }} aria-live="polite">
        {number.toFixed(digits)}
        {unit === "degrees" ? "°" : ""}
        {verdict?.number != null
          ? `, it is ${verdict.number.toFixed(digits)}${unit === "degrees" ? "°" : ""}`
          : ""}
      </Typography>
      <Slider
        aria-label={exercise.question}
        min={least}
        max={most}
        step={step}
        value={number}
        disabled={verdict !== null}
        onChange={(_, to) => setNumber(to as number)}
      />
      {verdict === null && (
        <Button type="submit" variant="contained" size="large">
          That is it
        </Button>
      )}
    </Box>
  );
}

/** Nothing is looked at: all of it is in the question. */
const isTold = ({ ladder = [], shown = [], lines = [], view }: Exercise) =>
  ladder.length + shown.length + lines.length === 0 && !view;

function Typing({ exercise, verdict, answer }: AskedProps) {
  const { least = 0, most = 0, unit } = exercise;
  const [text, setText] = useState("");
  const number = Number(text.replace(",", "."));
  const ready = text.trim() !== "" && number >= least && number <= most;
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        if (ready) answer({ chosen: [], number, point: null });
      }}
      sx={{ textAlign: "center" }}
    >
      <TextField
        autoFocus
        label={`In ${unit}`}
        value={text}
        disabled={verdict !== null}
        onChange={(event) => setText(event.target.value)}
        slotProps={{ htmlInput: { inputMode: "decimal", maxLength: 8 } }}
        helperText={
          verdict?.number == null ? `${least} to ${most}` : `It is ${verdict.number.toFixed(0)} ${unit}`
        }
      />
      {verdict === null && (
        <Box sx={{ mt: 1.5 }}>
          <Button type="submit" variant="contained" size="large" disabled={!ready}>
            That is it
          </Button>
        </Box>
      )}
    </Box>
  );
}
