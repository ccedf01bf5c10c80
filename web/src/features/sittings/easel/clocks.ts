/** Clocks of wet paint as they are told and drawn: what phase a coat is in, how much of it is left, and what has just happened. */
import type { Clock, ListedTask, TakenList } from "./queries";

/** It blends; it will stop soon; it dries; it takes a coat; it is dry enough for a glaze. */
export type Phase = "open" | "closing" | "drying" | "coatable" | "dry";

export type Rules = TakenList["rules"];

export interface Told {
  phase: Phase;
  /** When the phase ends; null when it does not in this air. */
  until: number | null;
  /** Share of the phase that is left, 0 to 1. */
  left: number;
}

const share = (from: number, until: number, now: number): number =>
  until <= from ? 0 : Math.min(1, Math.max(0, (until - now) / (until - from)));

export function toldOf(clock: Clock, now: number, rules: Rules): Told {
  const laid = Date.parse(clock.laid);
  const open = Date.parse(clock.open_until);
  const coat = clock.overcoat_at === null ? null : Date.parse(clock.overcoat_at);
  const glaze = clock.glaze_at === null ? null : Date.parse(clock.glaze_at);
  if (now < open) {
    const closing = Math.min(rules.closing_most_min * 60_000, rules.closing_share * (open - laid));
    return { phase: now < open - closing ? "open" : "closing", until: open, left: share(laid, open, now) };
  }
  if (coat === null) return { phase: "drying", until: null, left: 1 };
  if (now < coat) return { phase: "drying", until: coat, left: share(open, coat, now) };
  if (glaze === null || now < glaze)
    return { phase: "coatable", until: glaze, left: glaze === null ? 1 : share(coat, glaze, now) };
  return { phase: "dry", until: null, left: 0 };
}

/** Coats that have come into another phase between two times, for the alarm. */
export function turned(
  clocks: Clock[],
  before: number,
  now: number,
  rules: Rules,
): { clock: Clock; phase: Phase }[] {
  return clocks.flatMap((clock) => {
    const phase = toldOf(clock, now, rules).phase;
    return Date.parse(clock.laid) <= before && toldOf(clock, before, rules).phase !== phase
      ? [{ clock, phase }]
      : [];
  });
}

/** Wet first, what closes soonest before the rest. */
export const byUrgency = (clocks: Clock[], now: number, rules: Rules): Clock[] =>
  [...clocks].sort(
    (one, other) =>
      rank(one, now, rules) - rank(other, now, rules) || end(one, now, rules) - end(other, now, rules),
  );

const RANK: Record<Phase, number> = { closing: 0, open: 1, drying: 2, coatable: 3, dry: 4 };
const rank = (clock: Clock, now: number, rules: Rules) => RANK[toldOf(clock, now, rules).phase];
const end = (clock: Clock, now: number, rules: Rules) => toldOf(clock, now, rules).until ?? Infinity;

export interface Before {
  task: string;
  what: "order" | "wait" | "wet";
  /** When the wait is over, or until when it is still wet; null where it is not known. */
  at: number | null;
}

/** What stands between now and a task: what is not done yet, what is not dry yet, and what it has to be blended into while wet. */
export function beforeTask(
  task: ListedTask,
  states: Record<string, { state: string }>,
  clocks: Clock[],
  now: number,
): Before[] {
  const of = new Map(clocks.map((clock) => [clock.task, clock]));
  return (task.after ?? []).flatMap(({ task: id, point }): Before[] => {
    const state = states[id]?.state;
    if (state === "skipped") return [];
    if (point === "open") {
      const clock = of.get(id);
      return clock && Date.parse(clock.open_until) > now
        ? [{ task: id, what: "wet", at: Date.parse(clock.open_until) }]
        : [];
    }
    if (state !== "done") return [{ task: id, what: "order", at: null }];
    const clock = of.get(id);
    if (point === "done" || !clock) return [];
    const ready = point === "glaze" ? clock.glaze_at : clock.overcoat_at;
    if (ready === null) return [{ task: id, what: "wait", at: null }];
    return Date.parse(ready) > now ? [{ task: id, what: "wait", at: Date.parse(ready) }] : [];
  });
}
