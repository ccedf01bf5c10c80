import { describe, expect, it } from "vitest";

import { columnsOf, rowsOf, togetherOf } from "./amounts";
import type { Amounts } from "./queries";

const area = (id: string, m01: number, m02: number) => ({
  area: id,
  paint: [
    { mix: "m01", pass_number: 1, volume_ml: m01 / 2 },
    { mix: "m01", pass_number: 2, volume_ml: m01 / 2 },
    { mix: "m02", pass_number: 2, volume_ml: m02 },
  ],
  by_pile: { m01, m02 },
  tubes: { PW6: m01, PBk9: m02 },
  volume_ml: m01 + m02,
  mass_g: 2,
  medium_ml: 0,
  coats: 2,
  minutes: 5,
  worth: null,
});
const amounts: Amounts = {
  areas: [area("a01", 1, 0.25), area("a02", 2, 0.5), area("a03", 0, 0)],
  beside: [
    { title: "margin", piles: { m01: 0.3, m02: 0.075 }, tubes: { PW6: 0.3, PBk9: 0.075 } },
    { title: "rounding up", piles: { m01: 0.2, m02: 0.175 }, tubes: { PW6: 0.2, PBk9: 0.175 } },
  ],
  piles: { m01: 3.5, m02: 1.0 },
  tubes: { PBk9: 1.0, PW6: 3.5 },
};
const names = new Map([["a01", "bowl"]]);

describe("the table of areas", () => {
  for (const kind of ["piles", "tubes"] as const)
    it(`adds up, row by row and column by column, by ${kind}`, () => {
      const rows = rowsOf(amounts, kind, names);
      const [last, ...above] = [rows.at(-1)!, ...rows.slice(0, -1)];
      expect(last.sum).toBe(true);
      for (const key of columnsOf(amounts, kind))
        expect(above.reduce((sum, row) => sum + (row.ml[key] ?? 0), 0)).toBeCloseTo(last.ml[key]!);
      for (const row of rows) expect(row.all).toBeCloseTo(Object.values(row.ml).reduce((a, b) => a + b, 0));
    });

  it("names areas, leaves out what takes nothing, and puts the thirstiest tube first", () => {
    expect(rowsOf(amounts, "piles", names).map((row) => row.name)).toEqual([
      "bowl",
      "a02",
      "margin",
      "rounding up",
      "All piles",
    ]);
    expect(columnsOf(amounts, "tubes")).toEqual(["PW6", "PBk9"]);
  });

  it("takes the parts of a thing together", () => {
    expect(togetherOf(amounts.areas)).toEqual({ volume_ml: 3.75, minutes: 15 });
  });
});
