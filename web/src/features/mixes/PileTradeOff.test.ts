import { describe, expect, it } from "vitest";

import { inWords } from "./PileTradeOff";

const points = [
  { piles: 4, de00: 8.2 },
  { piles: 6, de00: 6.1 },
  { piles: 8, de00: 5.04 },
  { piles: 10, de00: 4.1 },
];

describe("what so many piles come to", () => {
  it("is told beside what six more would bring", () => {
    expect(inWords(points, 4)).toBe(
      "A part lies about ΔE 8.2 from the colour of its pile; with 10 piles 4.1, and more to mix and keep wet.",
    );
  });

  it("says where more would change nothing, and takes a number between two or beyond the last", () => {
    expect(inWords(points, 10)).toContain("more piles would change nothing");
    expect(inWords(points, 7)).toContain("ΔE 5.0");
    expect(inWords(points, 22)).toContain("ΔE 4.1");
  });
});
