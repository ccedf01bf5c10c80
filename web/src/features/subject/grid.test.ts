import { expect, it } from "vitest";

import { letters, lineShares } from "./grid";

it("covers the length once, with the last cell cut", () => {
  expect(lineShares(400, 100)).toEqual([0, 0.25, 0.5, 0.75, 1]);
  const cut = lineShares(400, 150);
  expect(cut).toEqual([0, 0.375, 0.75, 1]);
  expect(lineShares(50, 100)).toEqual([0, 1]);
});

it("letters columns as the printed grid does", () => {
  expect([0, 1, 25, 26, 701, 702].map(letters)).toEqual(["A", "B", "Z", "AA", "ZZ", "AAA"]);
});
