/** The table of areas against piles or tubes: its columns, its rows, and areas taken together. */
import type { Amounts } from "./queries";

export type AreaNeed = Amounts["areas"][number];
export type Kind = "piles" | "tubes";

/** Piles in the plan's order, tubes with the most needed first. */
export const columnsOf = (amounts: Amounts, kind: Kind): string[] =>
  kind === "piles"
    ? Object.keys(amounts.piles)
    : Object.keys(amounts.tubes).sort((a, b) => amounts.tubes[b]! - amounts.tubes[a]!);

interface TableRow {
  key: string;
  name: string;
  all: number;
  ml: Readonly<Record<string, number>>;
  /** Whether it is the sum of all rows above. */
  sum: boolean;
}

const total = (ml: Readonly<Record<string, number>>) => Object.values(ml).reduce((sum, one) => sum + one, 0);

/** Areas that take something, then what no area takes, then the sum of all. */
export function rowsOf(amounts: Amounts, kind: Kind, nameOf: ReadonlyMap<string, string>): TableRow[] {
  const areas = amounts.areas.map((need) => ({
    key: need.area,
    name: nameOf.get(need.area) ?? need.area,
    ml: kind === "tubes" ? need.tubes : need.by_pile,
  }));
  const beside = amounts.beside.map((one) => ({ key: one.title, name: one.title, ml: one[kind] }));
  const rows = [...areas, ...beside].map((row) => ({ ...row, all: total(row.ml), sum: false }));
  const whole = amounts[kind];
  const last = {
    key: "all",
    name: kind === "piles" ? "All piles" : "All tubes",
    ml: whole,
    all: total(whole),
    sum: true,
  };
  return [...rows.filter((row) => row.all > 0), last];
}

/** What several areas take together. */
export const togetherOf = (needs: readonly AreaNeed[]): Pick<AreaNeed, "volume_ml" | "minutes"> => ({
  volume_ml: needs.reduce((sum, one) => sum + one.volume_ml, 0),
  minutes: needs.reduce((sum, one) => sum + one.minutes, 0),
});
