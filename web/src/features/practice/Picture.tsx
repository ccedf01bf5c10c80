/** A picture to be judged: a box of it with numbered marks or a grid, hidden after a while; and a place shown in it. */
import { useEffect, useState, type KeyboardEvent, type ReactNode } from "react";

import { Box, Button, Stack, Typography } from "@mui/material";

import type { Exercise, Verdict } from "./queries";
import { placeInWords } from "./words";

export type View = NonNullable<Exercise["view"]>;
export type Spot = { x: number; y: number };

const LONGEST = 560;
const FRAME = 420;
const DOT = 2.4;

interface Props {
  url: string;
  view: View;
  /** Whether it is answered beside the picture and both have to fit. */
  small?: boolean;
  /** Without it an empty frame is drawn. */
  isEmpty?: boolean;
  children?: ReactNode;
}

/** How large a view is drawn, in px; the longer side fills the room. */
export function sizeOf(view: View, longest: number) {
  const wide = view.width_mm / view.height_mm;
  return wide >= 1
    ? { width: longest, height: Math.round(longest / wide) }
    : { width: Math.round(longest * wide), height: longest };
}

/** A square crop needs no more room than a picture beside another. */
const isSquare = (view: View) => Math.abs(view.width_mm - view.height_mm) < 1;

/** A box of the picture drawn at one size whatever it is of; marks lie in shares of the whole picture. */
export function Picture({ url, view, small = false, isEmpty = false, children }: Props) {
  const { width, height } = sizeOf(view, small || isSquare(view) ? FRAME : LONGEST);
  const [left = 0, top = 0, right = 1, bottom = 1] = view.box;
  const [across, down] = [right - left, bottom - top];
  const radius = Math.max(width, height) / 45;
  const marks = isEmpty ? [] : (view.marks ?? []);
  return (
    <Box
      component="svg"
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={isEmpty ? "an empty frame" : viewWords(view)}
      sx={{ width, maxWidth: "100%", height: "auto", display: "block", bgcolor: "mat" }}
    >
      {!isEmpty && (
        <image
          href={url}
          x={(-left / across) * width}
          y={(-top / down) * height}
          width={width / across}
          height={height / down}
          preserveAspectRatio="none"
        />
      )}
      {lines(view.grid ?? 0).map((share) => (
        <g key={share} stroke="#1c1c1c" strokeOpacity={0.75} strokeWidth={1}>
          <line x1={share * width} y1={0} x2={share * width} y2={height} />
          <line x1={0} y1={share * height} x2={width} y2={share * height} />
        </g>
      ))}
      {marks.map(([x = 0, y = 0], place) => (
        <Mark
          key={place}
          x={((x - left) / across) * width}
          y={((y - top) / down) * height}
          radius={radius}
          isRight={x < RIGHT_EDGE}
          name={marks.length > 1 && view.grid === 0 ? String(place + 1) : ""}
        />
      ))}
      {children}
    </Box>
  );
}

const lines = (count: number) => Array.from({ length: count }, (_, at) => (at + 1) / (count + 1));

/** What is marked in a view, in numbers. */
const viewWords = (view: View): string =>
  marksInNumbers(view) === "" ? "a picture" : `a picture with marks: ${marksInNumbers(view)}`;

const marksInNumbers = ({ marks = [] }: View): string =>
  marks.map(([x = 0, y = 0], place) => `${place + 1} at ${placeInWords({ x, y })}`).join("; ");

/** Beyond it a number stands on the other side of its mark. */
const RIGHT_EDGE = 0.93;

interface MarkProps {
  x: number;
  y: number;
  radius: number;
  name?: string;
  isRight?: boolean;
}

/** A ring that lets the colour inside be seen, with its number to the right of it or to the left. */
function Mark({ x, y, radius, name = "", isRight = true }: MarkProps) {
  return (
    <g fill="none">
      <circle cx={x} cy={y} r={radius} stroke="#f1f1f1" strokeWidth={3.5} />
      <circle cx={x} cy={y} r={radius} stroke="#1c1c1c" strokeWidth={1.5} />
      {name && (
        <text
          x={x + (isRight ? 1.35 : -1.35) * radius}
          y={y + radius * 0.55}
          textAnchor={isRight ? "start" : "end"}
          fontSize={radius * 1.7}
          fontWeight={680}
          fill="#1c1c1c"
          stroke="#f1f1f1"
          strokeWidth={3}
          paintOrder="stroke"
        >
          {name}
        </text>
      )}
    </g>
  );
}

const STEP = 0.01;
const MOVES: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
const inside = (share: number) => Math.min(1, Math.max(0, share));

interface PointingProps {
  exercise: Exercise;
  url: string;
  verdict: Verdict | null;
  inNumbers: boolean;
  answer: (point: Spot) => void;
}

/** A place is shown by a tap, or by the arrow keys and Enter; afterwards both places are seen. */
export function Pointing({ exercise, url, verdict, inNumbers, answer }: PointingProps) {
  const view = exercise.view!;
  const [at, setAt] = useState<Spot | null>(null);
  const inFrame = view.in_frame ?? false;
  const { width, height } = sizeOf(view, inFrame ? FRAME : LONGEST);
  const said = (point: Spot) => verdict === null && answer(point);
  const tap = (event: React.MouseEvent<HTMLElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const point = {
      x: inside((event.clientX - box.left) / box.width),
      y: inside((event.clientY - box.top) / box.height),
    };
    setAt(point);
    said(point);
  };
  const move = (event: KeyboardEvent) => {
    const step = MOVES[event.key];
    if (event.key === "Enter" && at && verdict === null) {
      event.preventDefault();
      event.stopPropagation();
      said(at);
    }
    if (!step || verdict) return;
    event.preventDefault();
    const from = at ?? { x: 0.5, y: 0.5 };
    const by = event.shiftKey ? 10 * STEP : STEP;
    setAt({ x: inside(from.x + step[0] * by), y: inside(from.y + step[1] * by) });
  };
  const cross = (spot: Spot, colour: string) => (
    <g stroke={colour} strokeWidth={2}>
      <line x1={spot.x * width - 12} y1={spot.y * height} x2={spot.x * width + 12} y2={spot.y * height} />
      <line x1={spot.x * width} y1={spot.y * height - 12} x2={spot.x * width} y2={spot.y * height + 12} />
    </g>
  );
  return (
    <Stack sx={{ gap: 1, alignItems: "center" }}>
      <Stack direction="row" sx={{ gap: 3, flexWrap: "wrap", justifyContent: "center" }}>
        {inFrame && <Picture url={url} view={view} small />}
        <Box
          role="application"
          aria-label={`${exercise.question} The arrow keys move the cross, with Shift by ten; Enter answers.`}
          tabIndex={0}
          onClick={tap}
          onKeyDown={move}
          sx={{ cursor: verdict ? "default" : "crosshair", touchAction: "manipulation" }}
        >
          <Picture url={url} view={view} small={inFrame} isEmpty={inFrame}>
            {at && cross(at, "#f1f1f1")}
            {at && <circle cx={at.x * width} cy={at.y * height} r={DOT} fill="#1c1c1c" />}
            {verdict?.point && <Mark x={verdict.point.x * width} y={verdict.point.y * height} radius={9} />}
          </Picture>
        </Box>
      </Stack>
      {inNumbers && marksInNumbers(view) && <Typography>In hundredths: {marksInNumbers(view)}.</Typography>}
      <Typography color="text.secondary" aria-live="polite" sx={{ minHeight: 26 }}>
        {at && `You: ${placeInWords(at)}`}
        {verdict?.point && `; it is ${placeInWords(verdict.point)}, where the ring is`}
      </Typography>
    </Stack>
  );
}

/** A picture that is looked at for so many seconds and then hidden; `seen` is told when it is. */
export function Looking({ url, view, seen }: { url: string; view: View; seen: () => void }) {
  const [left, setLeft] = useState(view.seconds ?? 0);
  useEffect(() => {
    const timer = setInterval(() => setLeft((now) => now - 1), 1000);
    return () => clearInterval(timer);
  }, []);
  useEffect(() => {
    if (left <= 0) seen();
  }, [left, seen]);
  return (
    <Stack sx={{ gap: 1.5, alignItems: "center" }}>
      <Picture url={url} view={view} />
      <Stack direction="row" sx={{ gap: 2, alignItems: "center" }}>
        <Typography>{Math.max(0, left)} s left to look</Typography>
        <Button variant="outlined" onClick={seen}>
          I have seen it
        </Button>
      </Stack>
    </Stack>
  );
}

interface BlockingProps {
  exercise: Exercise;
  url: string;
  verdict: Verdict | null;
  answer: (chosen: number[]) => void;
}

/** A lattice whose fields are given one of a few values, from memory; afterwards the picture lies beside it. */
export function Blocking({ exercise, url, verdict, answer }: BlockingProps) {
  const options = exercise.options!;
  const [columns = 1, rows = 1] = exercise.cells ?? [];
  const [hidden, setHidden] = useState(false);
  const [value, setValue] = useState(0);
  const [cells, setCells] = useState<(number | null)[]>(() => Array<null>(columns * rows).fill(null));
  const [seen] = useState(() => () => setHidden(true));
  const view = exercise.view!;
  if (!hidden && !verdict) return <Looking url={url} view={view} seen={seen} />;
  const left = cells.filter((one) => one === null).length;
  const lay = (place: number) => setCells((now) => now.map((one, at) => (at === place ? value : one)));
  const size = sizeOf(view, FRAME);
  return (
    <Stack sx={{ gap: 2, alignItems: "center" }}>
      {!verdict && (
        <Stack direction="row" role="group" aria-label="The value that is laid" sx={{ gap: 1.5 }}>
          {options.map((one, place) => (
            <Button
              key={one.words}
              variant={place === value ? "contained" : "outlined"}
              aria-pressed={place === value}
              onClick={() => setValue(place)}
              startIcon={<Box sx={{ width: 26, height: 26, bgcolor: one.colour }} />}
            >
              {one.words}
            </Button>
          ))}
          {left > 0 && left < cells.length && (
            <Button onClick={() => setCells((now) => now.map((one) => one ?? value))}>The rest</Button>
          )}
        </Stack>
      )}
      <Stack direction="row" sx={{ gap: 3, flexWrap: "wrap", justifyContent: "center" }}>
        <Lattice
          {...{ columns, rows, size, cells }}
          colours={options.map((one) => one.colour)}
          name={(place) => `${cellName(place, columns)}: ${wordsOf(cells[place] ?? null, options)}`}
          lay={verdict ? null : lay}
        />
        {verdict && (
          <>
            <Lattice
              {...{ columns, rows, size }}
              cells={verdict.right}
              colours={options.map((one) => one.colour)}
              name={(place) =>
                `${cellName(place, columns)} is ${wordsOf(verdict.right[place] ?? null, options)}`
              }
              lay={null}
            />
            <Picture url={url} view={view} small />
          </>
        )}
      </Stack>
      {!verdict && (
        <Button
          variant="contained"
          size="large"
          disabled={left > 0}
          onClick={() => answer(cells as number[])}
        >
          {left > 0 ? `${left} fields to go` : "That is it"}
        </Button>
      )}
    </Stack>
  );
}

const cellName = (place: number, columns: number) =>
  `field ${(place % columns) + 1} across, ${Math.floor(place / columns) + 1} down`;

const wordsOf = (value: number | null, options: NonNullable<Exercise["options"]>): string =>
  value === null ? "empty" : (options[value]?.words ?? "empty");

/** Hatched, so that nobody takes an empty field for a value. */
const EMPTY = "repeating-linear-gradient(45deg, transparent 0 9px, rgba(0, 0, 0, 0.16) 9px 10px)";

interface LatticeProps {
  columns: number;
  rows: number;
  size: { width: number; height: number };
  cells: (number | null)[];
  colours: string[];
  name: (place: number) => string;
  /** Null where it is only looked at. */
  lay: ((place: number) => void) | null;
}

function Lattice({ columns, rows, size, cells, colours, name, lay }: LatticeProps) {
  return (
    <Box
      sx={{
        width: size.width,
        height: size.height,
        maxWidth: "100%",
        display: "grid",
        gridTemplateColumns: `repeat(${columns}, 1fr)`,
        gridTemplateRows: `repeat(${rows}, 1fr)`,
        gap: "1px",
        bgcolor: "mat",
        border: 1,
        borderColor: "divider",
      }}
    >
      {cells.map((value, place) => (
        <Box
          key={place}
          component={lay ? "button" : "div"}
          {...(lay ? { type: "button", onClick: () => lay(place) } : { role: "img" })}
          aria-label={name(place)}
          sx={{
            border: 0,
            p: 0,
            cursor: lay ? "pointer" : "default",
            bgcolor: value === null ? "background.paper" : colours[value],
            backgroundImage: value === null ? EMPTY : "none",
            "&:focus-visible": { outline: "3px solid", outlineColor: "primary.main" },
          }}
        />
      ))}
    </Box>
  );
}
