/** Parts of a recipe as plain data, a target in an address, and amounts in a painter's measure. */
import type { Mix, Mixes, Parts } from "./queries";

export const isEmpty = (parts: Parts): boolean => Object.values(parts).every((amount) => amount <= 0);

/** `PB29:1 PW6:4`, as the command line takes it; keys may hold a colon, and words that are no parts are passed over. */
export function read(text: string | null): Parts {
  const parts: Parts = {};
  for (const word of (text ?? "").split(" ")) {
    const at = word.lastIndexOf(":");
    const amount = Number(word.slice(at + 1));
    if (at > 0 && Number.isFinite(amount) && amount > 0) parts[word.slice(0, at)] = amount;
  }
  return parts;
}

/** CIELAB in an address; null for anything else. */
export function readLab(text: string | null): number[] | null {
  const numbers = (text ?? "").split(",").map(Number);
  return text && numbers.length === 3 && numbers.every(Number.isFinite) ? numbers : null;
}

export const writtenLab = (lab: readonly number[]): string => lab.map((x) => x.toFixed(2)).join(",");

const WISHES = ["may", "must", "not"] as const;
export type Wish = (typeof WISHES)[number];

/** The next wish for a paint when it is tapped: may be used, must be, must not. */
export const nextWish = (wish: Wish): Wish => WISHES[(WISHES.indexOf(wish) + 1) % WISHES.length]!;

/** The amount in a painter's measure: drops where they can be counted, else ml. */
export function amountWords(volumeMl: number, drops: number | null | undefined): string {
  const ml = volumeMl < 10 ? volumeMl.toFixed(volumeMl < 1 ? 2 : 1) : volumeMl.toFixed(0);
  return drops ? `${drops} ${drops === 1 ? "drop" : "drops"} (${ml} ml)` : `${ml} ml`;
}

/** One part of what is added to how many parts of the pile, as a painter can measure it. */
export function proportionWords(pileParts: number): string {
  if (pileParts >= 1.5) return `1 part to ${Math.round(pileParts)} of the pile`;
  const many = 1 / pileParts;
  return many < 1.25 ? "as much as the pile" : `${many.toFixed(1)} times the pile`;
}

/** What the prediction rests on, for every place that shows one. */
export const basis = (source: "catalogue" | "calibrated"): string =>
  source === "calibrated" ? "calibrated tubes" : "catalogue, from memory";

/** The areas (ids) that a pile goes into: by itself, mixed on the palette with another, or in the string of a gradation. */
export function areasOf(mix: Mix, { blends, strings }: Pick<Mixes, "blends" | "strings">): Set<string> {
  const goesInto = (one: { doses: { source: string }[] }) => one.doses.some((dose) => dose.source === mix.id);
  const parts = [mix, ...blends.filter(goesInto)].flatMap((one) => one.serves);
  const strung = strings.filter((one) => one.bands.some(goesInto));
  return new Set([...parts, ...strung].map((one) => one.area));
}
