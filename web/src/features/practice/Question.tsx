/** One question, large and neutral: patches to choose from or to put in order, a number to name, a drawing to judge. */
import { useEffect, useState } from "react";

import { Box, Button, ButtonBase, Stack, Typography } from "@mui/material";

import { BIG, type AskedProps, type Said } from "./asked";
import { Naming } from "./Numbers";
import { Blocking, Picture, Pointing } from "./Picture";
import type { Exercise, Verdict } from "./queries";
import { linesInNumbers } from "./words";

const chosen = (...places: number[]): Said => ({ chosen: places, number: null, point: null });

interface Props {
  exercise: Exercise;
  /** Where its picture lies; "" where it has none. */
  url: string;
  /** Once it was answered. */
  verdict: Verdict | null;
  said: Said | null;
  answer: (said: Said) => void;
  /** Whether the grounds are taken away, to see what they did. */
  bare: boolean;
  /** Whether what is drawn or marked is told in numbers, too. */
  inNumbers?: boolean;
}

export function Question({ exercise, url, verdict, said, answer, bare, inNumbers = false }: Props) {
  if (exercise.asks === "point")
    return (
      <Pointing
        {...{ exercise, url, verdict, inNumbers }}
        answer={({ x, y }) => answer({ chosen: [], number: null, point: [x, y] })}
      />
    );
  if (exercise.asks === "cells")
    return <Blocking {...{ exercise, url, verdict }} answer={(cells) => answer(chosen(...cells))} />;
  return (
    <Stack sx={{ gap: 2.5, alignItems: "center" }}>
      {(exercise.shown ?? []).length > 0 && <Shown exercise={exercise} bare={bare} />}
      {(exercise.lines ?? []).length > 0 && <Drawing lines={exercise.lines!} />}
      {inNumbers && (exercise.lines ?? []).length > 0 && (
        <Typography>In hundredths of a square: {linesInNumbers(exercise.lines!)}.</Typography>
      )}
      {(exercise.listed ?? []).length > 0 && <Listed lines={exercise.listed!} />}
      {exercise.view && <Picture url={url} view={exercise.view} />}
      {exercise.asks === "number" ? (
        <Naming exercise={exercise} verdict={verdict} answer={answer} />
      ) : exercise.asks === "order" ? (
        <Ordering exercise={exercise} verdict={verdict} answer={answer} />
      ) : (
        <Choosing exercise={exercise} verdict={verdict} said={said} answer={answer} bare={bare} />
      )}
    </Stack>
  );
}

function Shown({ exercise, bare }: { exercise: Exercise; bare: boolean }) {
  return (
    <Stack direction="row">
      {exercise.shown!.map((patch) => (
        <Box key={patch.colour + patch.words}>
          <Ground colour={patch.around ?? ""} bare={bare}>
            <Box
              role="img"
              aria-label={patch.words || "the patch"}
              sx={{ width: BIG, height: BIG * 0.7, bgcolor: patch.colour }}
            />
          </Ground>
          {patch.words && <Typography sx={{ textAlign: "center", pt: 0.5 }}>{patch.words}</Typography>}
        </Box>
      ))}
    </Stack>
  );
}

function Listed({ lines }: { lines: string[] }) {
  return (
    <Box component="ol" sx={{ fontSize: "1.15rem", m: 0, lineHeight: 1.7 }}>
      {lines.map((line) => (
        <li key={line}>{line}</li>
      ))}
    </Box>
  );
}

function Ground({ colour, bare, children }: { colour: string; bare: boolean; children: React.ReactNode }) {
  const around = colour && !bare ? colour : "mat";
  return <Box sx={{ bgcolor: around, p: colour ? 6 : 2 }}>{children}</Box>;
}

function Drawing({ lines }: { lines: NonNullable<Exercise["lines"]> }) {
  return (
    <Box
      component="svg"
      viewBox="0 0 100 100"
      role="img"
      aria-label={`A drawing in a square of 100: ${linesInNumbers(lines)}`}
      sx={{ width: 320, height: 320, bgcolor: "background.paper" }}
    >
      {lines.map(({ begins: [x1 = 0, y1 = 0], ends: [x2 = 0, y2 = 0] }, place) => (
        <line
          key={place}
          x1={100 * x1}
          y1={100 * y1}
          x2={100 * x2}
          y2={100 * y2}
          stroke="currentColor"
          strokeWidth={0.8}
          strokeLinecap="square"
        />
      ))}
    </Box>
  );
}

/** The place that a number key stands for; -1 for any other key. */
const placeOf = (key: string): number => (/^[1-9]$/.test(key) ? Number(key) - 1 : -1);

function useNumberKeys(count: number, active: boolean, choose: (place: number) => void) {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const place = placeOf(event.key);
      if (!active || event.ctrlKey || event.metaKey || event.altKey || place < 0 || place >= count) return;
      event.preventDefault();
      choose(place);
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, [count, active, choose]);
}

function Choosing({
  exercise,
  verdict,
  said,
  answer,
  bare,
}: AskedProps & { said: Said | null; bare: boolean }) {
  const options = exercise.options!;
  const choose = (place: number) => answer(chosen(place));
  useNumberKeys(options.length, verdict === null, choose);
  const inWords = options.every((one) => !one.colour);
  return (
    <Stack
      direction={inWords && !exercise.view ? "column" : "row"}
      role="group"
      aria-label={exercise.question}
      sx={{ gap: inWords ? 1 : 0, flexWrap: "wrap", justifyContent: "center" }}
    >
      {options.map((one, place) => {
        const isRight = verdict?.right.includes(place);
        return (
          <ButtonBase
            key={place}
            onClick={() => verdict === null && choose(place)}
            aria-pressed={said?.chosen[0] === place}
            aria-label={one.colour ? one.words || `choice ${place + 1}` : undefined}
            sx={{
              flexDirection: "column",
              alignItems: inWords ? "stretch" : "center",
              outline: isRight ? "4px solid" : said?.chosen[0] === place ? "2px dashed" : "none",
              outlineColor: "text.primary",
              outlineOffset: "-4px",
            }}
          >
            {one.colour ? (
              <Ground colour={one.around ?? ""} bare={bare}>
                <Box sx={{ width: BIG * 0.8, height: BIG * 0.8, bgcolor: one.colour }} />
              </Ground>
            ) : (
              <Box
                sx={{
                  bgcolor: "background.paper",
                  px: 3,
                  py: exercise.view ? 1.25 : 2,
                  minWidth: exercise.view ? 120 : 420,
                  textAlign: "left",
                }}
              >
                <Typography sx={{ fontSize: "1.15rem" }}>
                  {one.words === `spot ${place + 1}` ? "" : <>{place + 1}.&ensp;</>}
                  {one.words}
                </Typography>
              </Box>
            )}
            {one.colour && (
              <Typography sx={{ py: 0.5 }}>
                {place + 1}
                {isRight ? ", right" : ""}
              </Typography>
            )}
          </ButtonBase>
        );
      })}
    </Stack>
  );
}

function Ordering({ exercise, verdict, answer }: AskedProps) {
  const options = exercise.options!;
  const inWords = options.every((one) => !one.colour);
  const [order, setOrder] = useState<number[]>([]);
  const choose = (place: number) => {
    if (order.includes(place)) return;
    const now = [...order, place];
    setOrder(now);
    if (now.length === options.length) answer(chosen(...now));
  };
  useNumberKeys(options.length, verdict === null, choose);
  const told = (place: number) =>
    (order.includes(place) ? `you: ${order.indexOf(place) + 1}` : "") +
    (verdict ? `, ${verdict.is_right ? "right" : `is: ${verdict.right.indexOf(place) + 1}`}` : "");
  return (
    <>
      <Stack
        direction={inWords ? "column" : "row"}
        role="group"
        aria-label={exercise.question}
        sx={inWords ? { gap: 1 } : { bgcolor: "mat", p: 3 }}
      >
        {options.map((one, place) => (
          <ButtonBase
            key={place}
            onClick={() => verdict === null && choose(place)}
            aria-pressed={order.includes(place)}
            aria-label={one.words || `grey ${place + 1}`}
            sx={{
              flexDirection: inWords ? "row" : "column",
              bgcolor: inWords ? "background.paper" : undefined,
            }}
          >
            {inWords ? (
              <Typography sx={{ fontSize: "1.15rem", px: 3, py: 1.5, width: 420, textAlign: "left" }}>
                {one.words}
              </Typography>
            ) : (
              <Box sx={{ width: BIG * 0.7, height: BIG, bgcolor: one.colour }} />
            )}
            <Typography
              sx={{
                py: 0.5,
                color: inWords ? undefined : "onMat",
                minHeight: 36,
                minWidth: inWords ? 150 : 0,
              }}
            >
              {told(place)}
            </Typography>
          </ButtonBase>
        ))}
      </Stack>
      {verdict === null && order.length > 0 && (
        <Button onClick={() => setOrder([])}>Begin the order again</Button>
      )}
    </>
  );
}
