/** Units of work in words: the brush, the minutes, what they wait for, and the next or the last one. */
import type { Passes, Unit } from "./queries";

export const WAITS = { none: "", "touch-dry": "dry to the touch", dry: "dry through" } as const;

export const brushInWords = ({ brush }: Pick<Unit, "brush">): string =>
  brush.said ? `${brush.kind}, ${brush.mm} mm (${brush.said})` : brush.kind;

/** Minutes of one go, or of a wait: to the minute, in hours from two on. */
export function goInMinutes(count: number): string {
  if (count < 1) return "under 1 min";
  if (count < 120) return `${Math.round(count)} min`;
  return `${Math.round(count / 30) / 2} h`;
}

export interface UnitPlace {
  pass: number;
  unit: number;
}

/** The unit before or after a place (`by` -1 or 1) in the order of the whole plan; from no unit, the first or last of the pass. */
export function unitBeside(
  passes: Passes["passes"],
  pass: number,
  unit: number | null,
  by: -1 | 1,
): UnitPlace | null {
  const places = passes.flatMap((one) => one.units.map((_, place) => ({ pass: one.number, unit: place })));
  const own = places.filter((one) => one.pass === pass);
  if (unit === null) return (by === 1 ? own[0] : own.at(-1)) ?? null;
  const at = places.findIndex((one) => one.pass === pass && one.unit === unit);
  return (at < 0 ? undefined : places[at + by]) ?? null;
}

/** A record with one entry more or another, or without it (null). */
export function withEntry<T>(
  record: Readonly<Record<string, T>>,
  key: string,
  to: T | null,
): Record<string, T> {
  const others = Object.fromEntries(Object.entries(record).filter(([one]) => one !== key));
  return to === null ? others : { ...others, [key]: to };
}
