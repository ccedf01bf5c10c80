import { describe, expect, it } from "vitest";

import type { PaintPass } from "./queries";
import { unit } from "./testing";
import { brushInWords, goInMinutes, unitBeside, withEntry } from "./units";

const pass = (number: number, count: number) =>
  ({
    number,
    units: Array.from({ length: count }, (_, at) => unit({ id: `u${number}${at}` })),
  }) as PaintPass;

describe("units", () => {
  it("follow each other over all passes, and end at both ends", () => {
    const passes = [pass(1, 1), pass(2, 2)];
    expect(unitBeside(passes, 1, 0, 1)).toEqual({ pass: 2, unit: 0 });
    expect(unitBeside(passes, 2, 0, -1)).toEqual({ pass: 1, unit: 0 });
    expect(unitBeside(passes, 2, 1, 1)).toBeNull();
    expect(unitBeside(passes, 1, 0, -1)).toBeNull();
  });

  it("begin at either end of a pass where none is open, and nowhere from one that is gone", () => {
    const passes = [pass(1, 1), pass(2, 2)];
    expect(unitBeside(passes, 2, null, 1)).toEqual({ pass: 2, unit: 0 });
    expect(unitBeside(passes, 2, null, -1)).toEqual({ pass: 2, unit: 1 });
    expect(unitBeside(passes, 2, 7, 1)).toBeNull();
    expect(unitBeside([], 1, null, 1)).toBeNull();
  });

  it("say their brush with the size that painters say, and minutes to the minute", () => {
    expect(brushInWords(unit({}))).toBe("flat, 25 mm (1 in)");
    expect(brushInWords({ brush: { kind: "knife", mm: 25, said: "" } })).toBe("knife");
    expect([0.2, 7.6, 119, 200].map(goInMinutes)).toEqual(["under 1 min", "8 min", "119 min", "3.5 h"]);
  });
});

it("changes one entry of a record and leaves the others", () => {
  expect(withEntry({ a: 1, b: 2 }, "b", 3)).toEqual({ a: 1, b: 3 });
  expect(withEntry({ a: 1, b: 2 }, "b", null)).toEqual({ a: 1 });
});
