/** A pile on the tray as plain data: doses in the order of adding, counted in drops, written into an address and read back. */
import type { Parts } from "./queries";

export interface Dose {
  key: string;
  drops: number;
}

/** What lies in the pile, and what was pulled back out of it, the next to be put back first. */
export interface Tray {
  doses: readonly Dose[];
  back: readonly Dose[];
}

/** Change the tray there is at that moment, under a label that undo shows. */
export type ChangeTray = (label: string, change: (now: Tray) => Tray) => void;

export const EMPTY: Tray = { doses: [], back: [] };
export const DROP_ML = 0.05;
export const DROPS_TO_A_PEA = 5;

export const mlOf = (doses: readonly Dose[]): number =>
  doses.reduce((sum, dose) => sum + dose.drops, 0) * DROP_ML;

/** Another dose on the pile; more of what was added last is one dose with it. What was pulled back is given up. */
export function add({ doses }: Tray, ...more: readonly Dose[]): Tray {
  const all = [...doses];
  for (const { key, drops } of more) {
    const last = all.at(-1);
    if (last?.key === key) all[all.length - 1] = { key, drops: last.drops + drops };
    else all.push({ key, drops });
  }
  return { doses: all, back: [] };
}

/** The pile as it was after so many doses; the rest waits to be put back. */
export function pullBack({ doses, back }: Tray, count: number): Tray {
  const all = [...doses, ...back];
  return { doses: all.slice(0, count), back: all.slice(count) };
}

/** The pile without the dose at this place. */
export const takeOut = ({ doses, back }: Tray, at: number): Tray => ({
  doses: doses.filter((_, place) => place !== at),
  back,
});

/** Other piles that doses may be of: what is in them, in parts of tube paint, by their id. */
export type Piles = ReadonlyMap<string, Parts>;

/** The tube paint in a pile in the smallest whole parts, in the order of adding; a dose of another pile is its paints. */
export function partsOf(doses: readonly Dose[], piles: Piles): Parts {
  const drops = new Map<string, number>();
  for (const dose of doses) {
    const inside = piles.get(dose.key) ?? { [dose.key]: 1 };
    const total = Object.values(inside).reduce((sum, amount) => sum + amount, 0);
    for (const [key, amount] of Object.entries(inside))
      drops.set(key, (drops.get(key) ?? 0) + (dose.drops * amount) / total);
  }
  const whole = [...drops.values()].every(Number.isInteger);
  const common = whole ? [...drops.values()].reduce(divisor, 0) : 1;
  return Object.fromEntries([...drops].map(([key, count]) => [key, Number((count / common).toFixed(3))]));
}

const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b));

/** Doses of a recipe for about so many ml: a part is a whole number of drops, or where it is less, every paint is. */
export function dosesOf(parts: Parts, ml: number): Dose[] {
  const given = Object.entries(parts).filter(([, amount]) => amount > 0);
  const total = given.reduce((sum, [, amount]) => sum + amount, 0);
  const drops = ml / DROP_ML / total;
  const part =
    drops >= 1 && given.every(([, amount]) => Number.isInteger(amount)) ? Math.round(drops) : drops;
  return given.map(([key, amount]) => ({ key, drops: Math.max(1, Math.round(amount * part)) }));
}

/** `PW6*20 PB15:3*2`; keys may hold a colon. */
export const written = (doses: readonly Dose[]): string =>
  doses.map(({ key, drops }) => `${key}*${drops}`).join(" ");

/** What `written` wrote; words that are no doses are passed over. */
export function read(text: string | null): Dose[] {
  return (text ?? "").split(" ").flatMap((word) => {
    const [key, count] = word.split("*");
    const drops = Number(count);
    return key && Number.isInteger(drops) && drops > 0 ? [{ key, drops }] : [];
  });
}
