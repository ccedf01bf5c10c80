import { expect, it } from "vitest";

import type { DiarySitting, Entry, Learned } from "./queries";
import { between, claims, counted, hours, said, seen, sittingWords } from "./words";

const learned = (facts: Partial<Learned>): Learned => ({
  what: "minutes",
  of: "",
  title: "Minutes at a unit",
  mean: 1.5,
  low: 1.4,
  high: 1.6,
  usual: 1,
  in_use: 1,
  count: 12,
  differs: true,
  ...facts,
});
const entry = { expected: 4, found: 6.4 } as Entry;

it("says factors as times, shares and steps", () => {
  expect(said("minutes", 1.5)).toBe("1.50 ×");
  expect(said("loss", 0.45)).toBe("45 %");
  expect(said("value", -0.32)).toBe("−0.3 steps");
  expect(said("value", -0.02)).toBe("0.0 steps");
  expect(between(learned({}))).toBe("1.40 to 1.60 ×");
  expect(between(learned({ what: "loss", low: 0.4, high: 0.5 }))).toBe("40 to 50 %");
  expect(between(learned({ what: "value", low: -0.1, high: 0.3 }))).toBe("−0.1 steps to +0.3 steps");
});

it("claims only what differs from the usual", () => {
  expect(claims([learned({}), learned({ differs: false })])).toEqual([
    "Your units take 1.5 times the usual minutes.",
  ]);
  expect(claims([learned({ what: "value", of: "value 3", mean: 0.4 })])).toEqual([
    "You come out 0.4 steps lighter than you mean (value 3).",
  ]);
});

it("tells what was seen, and when it is too little", () => {
  expect(counted(2, 3)).toBe("2 seen: too few to say");
  expect(counted(3, 3)).toBe("from 3");
  expect(seen("minutes", entry)).toBe("6 min, 4 expected");
  expect(seen("loss", { ...entry, found: 1.2 })).toBe("1.2 of 4.0 ml");
  expect(seen("value", entry)).toBe("6.4, 4.0 expected");
});

it("says hours and sittings as a painter would", () => {
  expect([hours(42.4), hours(90)]).toEqual(["42 min", "1.5 h"]);
  const sitting = { number: 2, opened: "2026-06-01T09:00:00Z", ended: null } as DiarySitting;
  expect(sittingWords(sitting)).toMatch(/^Sitting 2, Mon,? 1 Jun 2026, \d\d:00$/);
});
