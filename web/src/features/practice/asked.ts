/** What every question is given, and what it gives back. */
import type { Exercise, Verdict } from "./queries";

/** An answer: places among the options, a number, or a place in the picture. */
export interface Said {
  chosen: number[];
  number: number | null;
  point: number[] | null;
}

export interface AskedProps {
  exercise: Exercise;
  verdict: Verdict | null;
  answer: (said: Said) => void;
}

/** The longer side of a patch, in px. */
export const BIG = 190;
