import { expect, it } from "vitest";

import type { Exercise, Progress, Standing, Verdict } from "./queries";
import { biasWords, clock, leftOut, linesInNumbers, sized, standingWords, verdictWords } from "./words";

const standing = (facts: Partial<Standing>): Standing =>
  ({
    kind: "lighter",
    unit: "steps",
    usual: 0.5,
    size: 0.31,
    low: 0.25,
    high: 0.4,
    bias: null,
    count: 40,
    ...facts,
  }) as Standing;

it("says sizes in the unit they are judged in", () => {
  expect([sized(0.312, "steps"), sized(6.04, "ΔE"), sized(3.26, "degrees"), sized(0.051, "times")]).toEqual([
    "0.31 steps",
    "ΔE 6.0",
    "3.3°",
    "0.05",
  ]);
});

it("says how far a painter is, or that it is too early to say", () => {
  expect(standingWords(standing({}))).toBe(
    "you tell 0.31 steps apart (0.25 steps to 0.40 steps eight times in ten)",
  );
  expect(standingWords(standing({ usual: 0 }))).toContain("usually off by 0.31 steps");
  expect(standingWords(standing({ size: null, count: 2 }))).toBe("2 answered: too few to say");
  expect(standingWords(standing({ size: null, count: 0 }))).toBe("not tried yet");
});

it("says which way numbers lean, and nothing where they do not", () => {
  expect(biasWords(standing({ bias: 0.3, leans: "too light" }))).toBe("mostly 0.30 steps too light");
  expect(biasWords(standing({ unit: "times", bias: -0.3, leans: "too little" }))).toBe(
    "mostly 0.30 too little",
  );
  expect(biasWords(standing({ bias: null, leans: "" }))).toBe("");
});

it("tells a verdict first, then by how much", () => {
  const verdict = (facts: Partial<Verdict>, asks: Exercise["asks"] = "number") =>
    verdictWords({ off: null, number: null, ...facts } as Verdict, { unit: "steps", asks } as Exercise);
  expect(verdict({ is_right: true })).toBe("Right.");
  expect(verdict({ is_right: false })).toBe("Not this time.");
  expect(verdict({ is_right: true, off: -0.25, number: 5 })).toBe("Right, off by 0.25 steps.");
  expect(verdict({ is_right: false, off: 1.5, number: 5 })).toBe("Off by 1.50 steps.");
  expect(verdict({ is_right: true, off: 0, number: 5 })).toBe("Right, exactly.");
  expect(verdict({ is_right: false, off: 7.25 }, "point")).toBe("Off by 7.25 steps.");
  expect(verdict({ is_right: false, off: 0.5 }, "cells")).toBe(
    "Not all of it: off by 0.50 steps on the mean.",
  );
});

it("tells a drawing in numbers, and time as on a clock", () => {
  expect(linesInNumbers([{ begins: [0.1, 0.25], ends: [0.9, 0.25] }])).toBe(
    "from 10 across, 25 down to 90 across, 25 down",
  );
  expect([clock(300), clock(61.8), clock(0)]).toEqual(["5:00", "1:01", "0:00"]);
});

it("says what is left out, and why", () => {
  const kinds = [
    { title: "Name the value", needs: "values", sights: ["all"], on_paper: false },
    { title: "Warmer or cooler", needs: "colour", sights: ["all"], on_paper: false },
    { title: "Put the point over", needs: "shapes", sights: ["all", "shapes"], on_paper: false },
    { title: "What comes first", needs: "shapes", sights: ["all", "shapes", "none"], on_paper: false },
    { title: "Mix and match", needs: "colour", sights: ["all"], on_paper: true },
  ] as Progress["kinds"];
  expect(leftOut(kinds, "all")).toBe("");
  expect(leftOut(kinds, "shapes")).toBe(
    "Left out is what has to be seen: greys (“Name the value”); colours (“Warmer or cooler”).",
  );
  expect(leftOut(kinds, "none")).toContain("; shapes (“Put the point over”).");
});
