import { describe, expect, it } from "vitest";

import { histogram, LEAST_GAP, middles, stepOf, stepTable, withMoved } from "./ladder";

describe("value ladder", () => {
  it("keeps thresholds in order however far one is dragged", () => {
    expect(withMoved([2, 4, 6], 1, 9)).toEqual([2, 6 - LEAST_GAP, 6]);
    expect(withMoved([2, 4, 6], 1, -3)).toEqual([2, 2 + LEAST_GAP, 6]);
    expect(withMoved([2, 4, 6], 2, 99)).toEqual([2, 4, 10 - LEAST_GAP]);
    expect(withMoved([2, 4, 6], 0, 3)).toEqual([3, 4, 6]);
  });

  it("puts a value on a threshold into the lighter step, as the core does", () => {
    expect([1.9, 2, 5.99, 6].map((v) => stepOf(v, [2, 6]))).toEqual([0, 1, 1, 2]);
    const table = stepTable([2, 6]);
    expect(table[0]).toBe(0);
    expect(table[255]).toBe(2);
    expect(table[Math.ceil(2 * 25.5)]).toBe(1);
  });

  it("counts values into bins relative to the most frequent", () => {
    expect(histogram(Uint8Array.from([0, 1, 2, 255]), 2)).toEqual([1, 1 / 3]);
    expect(histogram(new Uint8Array(), 3)).toEqual([0, 0, 0]);
  });

  it("has a middle for every step", () => {
    expect(middles([2, 6])).toEqual([1, 4, 8]);
  });
});
