/** Practice in a painter's words. */
import { capital } from "../../shared/ui/words";
import type { Exercise, Progress, Question, Sight, Standing, Verdict } from "./queries";

/** A size in the unit that it is judged in. */
export function sized(size: number, unit: string): string {
  if (unit === "degrees") return `${size.toFixed(1)}°`;
  if (unit === "ΔE") return `ΔE ${size.toFixed(1)}`;
  if (unit === "times") return `${size.toFixed(2)}`;
  if (unit === "mm") return `${size.toFixed(1)} mm`;
  return `${size.toFixed(2)} ${unit}`;
}

/** How far the painter is with a kind, in a line. */
export function standingWords({ size, low, high, unit, usual, count }: Standing): string {
  if (size == null || low == null || high == null)
    return count === 0 ? "not tried yet" : `${count} answered: too few to say`;
  const between = `${sized(low, unit)} to ${sized(high, unit)} eight times in ten`;
  return usual > 0
    ? `you tell ${sized(size, unit)} apart (${between})`
    : `you are usually off by ${sized(size, unit)} (${between})`;
}

/** Which way numbers lean; nothing where they do not. */
export const biasWords = ({ bias, unit, leans }: Standing): string =>
  bias == null ? "" : `mostly ${sized(Math.abs(bias), unit)} ${leans}`;

/** What is told first after an answer. */
export function verdictWords({ is_right, off, number }: Verdict, { unit, asks }: Exercise): string {
  if (off != null && asks === "point") return `${is_right ? "Right, off" : "Off"} by ${sized(off, unit)}.`;
  if (off != null && asks === "cells")
    return is_right ? "Right." : `Not all of it: off by ${sized(off, unit)} on the mean.`;
  if (off == null || number == null) return is_right ? "Right." : "Not this time.";
  if (Math.abs(off) < 1e-9) return "Right, exactly.";
  const by = `off by ${sized(Math.abs(off), unit)}`;
  return is_right ? `Right, ${by}.` : `${capital(by)}.`;
}

export const NEEDS: Record<Question["needs"], string> = {
  values: "needs a screen that shows small steps of grey",
  colour: "needs to tell colours apart",
  shapes: "needs neither grey nor colour",
};

export const SIGHTS: [Sight, string][] = [
  ["all", "Greys and colours"],
  ["shapes", "Shapes alone"],
  ["none", "Words and numbers alone"],
];

/** Of all that is practised on the screen what is left out for whoever sees so much, and why; "" where nothing is. */
export function leftOut(kinds: Progress["kinds"], sight: Sight): string {
  if (sight === "all") return "";
  const out = kinds.filter((one) => !one.on_paper && !one.sights.includes(sight));
  const needing = (needs: Question["needs"], what: string) => {
    const titles = out.filter((one) => one.needs === needs).map((one) => `“${one.title}”`);
    return titles.length === 0 ? [] : [`${what} (${titles.join(", ")})`];
  };
  const all = [
    ...needing("values", "greys"),
    ...needing("colour", "colours"),
    ...needing("shapes", "shapes"),
  ];
  return `Left out is what has to be seen: ${all.join("; ")}.`;
}

/** What a drawing shows, in numbers: for who does not see it. */
export const linesInNumbers = (lines: NonNullable<Exercise["lines"]>): string =>
  lines.map(({ begins, ends }) => `from ${place(begins)} to ${place(ends)}`).join("; ");

const place = ([x = 0, y = 0]: readonly number[]): string => placeInWords({ x, y });

/** Where a place lies, in hundredths of the picture's sides. */
export const placeInWords = ({ x, y }: { x: number; y: number }): string =>
  `${Math.round(x * 100)} across, ${Math.round(y * 100)} down`;

/** Time that is left, as on a clock. */
export const clock = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, "0")}`;
