/** The order of the steps of a pass: what a move asks for, and what it would break. */
import type { Move, PaintPass, PassStep } from "./queries";

/**
 * The move that takes the step at `from` to the place `to` (both from 0, `to` after it was taken out); `next` is the step with
 * which a pass in pieces goes on.
 */
export function moveTo(
  steps: readonly PassStep[],
  from: number,
  to: number,
  role: string,
  next: string | null = null,
): Move {
  const others = steps.filter((_, place) => place !== from);
  return { step: steps[from]!.id, before: others[to]?.id ?? next, role };
}

/** The painter's moves with one more; an earlier move of the same step is replaced, since only the last place counts. */
export const withMove = (moves: readonly Move[], move: Move): Move[] => [
  ...moves.filter((one) => one.step !== move.step),
  move,
];

/** What a step breaks at a place in its pass, in words; null where no rule is broken. `titles` are the rules' by id. */
export function breaksAt(
  step: PassStep,
  to: number,
  titles: Readonly<Record<string, string>>,
): string | null {
  const [first = 0, last = Infinity] = step.between;
  const [firstBy = "", lastBy = ""] = step.bounded_by;
  if (to < first) return `“${titles[firstBy] ?? firstBy}” would be broken here`;
  return to > last ? `“${titles[lastBy] ?? lastBy}” would be broken here` : null;
}

export function reordered<T>(list: readonly T[], from: number, to: number): T[] {
  const rest = list.filter((_, place) => place !== from);
  return [...rest.slice(0, to), list[from]!, ...rest.slice(to)];
}

/** Millilitres of every mix, pass by pass, in the order of the passes. */
export function mlByPass(passes: readonly PaintPass[], mix: string): { number: number; ml: number }[] {
  return passes
    .map((pass) => ({
      number: pass.number,
      ml: pass.steps.reduce((sum, step) => sum + (step.mix === mix ? step.volume_ml : 0), 0),
    }))
    .filter((one) => one.ml > 0);
}
