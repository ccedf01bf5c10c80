import { describe, expect, it } from "vitest";

import { bowsOf } from "./PileTree";
import type { Mix } from "./queries";

const pile = (id: string, ...sources: string[]) =>
  ({ id, doses: sources.map((source) => ({ source, parts: 1 })) }) as unknown as Mix;

describe("the tree of piles", () => {
  const mixes = [pile("m01", "PW6", "PB29"), pile("m02", "m01", "PW6"), pile("m03", "m01", "m02")];

  it("leads from every pile to those that are made of it, and from no tube", () => {
    expect(bowsOf(mixes)).toEqual([
      { from: 0, to: 1 },
      { from: 0, to: 2 },
      { from: 1, to: 2 },
    ]);
  });
});
