/** What checks say, in a painter's words. */
import { signed } from "../../shared/ui/numbers";
import type { AreaFinding, Summary } from "./queries";

const WHEN: Intl.DateTimeFormatOptions = { weekday: "short", hour: "2-digit", minute: "2-digit" };

/** When a photo was taken, told short. */
export const whenWords = (taken: string): string => new Date(taken).toLocaleString("en-GB", WHEN);

/** What the strip says below a check. */
export function summaryWords(one: Summary): string {
  if (one.state === "waiting") return "being measured";
  if (one.state === "failed") return "not measured";
  if (one.done) return "nothing to mend";
  return one.things === 1 ? "1 thing to mend" : `${one.things} things to mend`;
}

export const valueOff = (one: AreaFinding): string =>
  `${signed(one.value_error)} ± ${one.value_within.toFixed(1)}`;

/** What an area's cover is, or that it is still to be painted. */
export function coverWords(one: AreaFinding): string {
  if (one.looks_like !== null) return one.looks_like === 0 ? "bare" : `as pass ${one.looks_like}`;
  return one.covered === null ? "" : `${Math.round(one.covered * 100)} %`;
}
