import { expect, it } from "vitest";

import type { DiarySitting, Entry, Learned, MixedSwatch, Page } from "./queries";
import {
  asMinutes,
  beforeWords,
  between,
  claims,
  comparedLine,
  counted,
  effectWords,
  hours,
  isColour,
  money,
  pageAddress,
  pageFacts,
  said,
  seen,
  sittingWords,
  spanWords,
} from "./words";

import { learned } from "./testing";

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
  const words = (all: Learned[]) => claims(all).map((one) => one.words);
  expect(words([learned({}), learned({ differs: false })])).toEqual([
    "Your units take 1.5 times the usual minutes.",
  ]);
  expect(words([learned({ what: "value", of: "value 3", mean: 0.4 })])).toEqual([
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

it("reads hours as painters type them", () => {
  expect(["3.5", "3,5 h", "3:30", "40 min", "2 hours"].map(asMinutes)).toEqual([210, 210, 210, 40, 120]);
  expect(["", "a day", "3:5", "-2"].map(asMinutes)).toEqual([null, null, null, null]);
});

it("says what a painting is, and leads to it", () => {
  const page = {
    ref: "e4",
    painting: null,
    width_mm: 300,
    height_mm: 200,
    minutes: 150,
    ml: 12.4,
    done: 1,
  } as Page;
  expect(pageFacts(page)).toBe("300 × 200 mm · 2.5 h · 12 ml");
  expect(pageFacts({ ...page, done: 0.5, ml: null })).toBe("300 × 200 mm · 2.5 h so far");
  expect(pageAddress(page)).toBe("/logbook/earlier/e4");
  expect(pageAddress({ ref: "p7", painting: 7 })).toBe("/logbook/7");
});

it("compares what both paintings know and leaves empty what one does not", () => {
  expect(comparedLine("minutes a dm2", 30, null)).toEqual(["At work, for a square decimetre", "30 min", ""]);
  expect(comparedLine("cost", 4.256, 188.87)).toEqual(["Cost of paint", "4.26", "189"]);
});

it("tells estimates with their span and prices no nearer than they are known", () => {
  expect(spanWords({ likely: 90, low: 45, high: 180 }, hours)).toBe(
    "about 1.5 h; 45 min to 3.0 h eight times in ten",
  );
  expect([money(4.256), money(325.85)]).toEqual(["4.26", "326"]);
});

it("tells what a plan takes now and by what was learned", () => {
  const change = {
    ...{ hours: 7.4, hours_after: 6, wait_min: 50, wait_min_after: 70 },
    ...{ ml: 41, ml_least: 46, ml_most: 52 },
  };
  expect(effectWords(change)[0]).toBe("7.4 h → about 6.0 h of work");
  expect(effectWords(change)[1]).toBe("50 min → about 1.2 h of waiting");
  expect(effectWords(change)[2]).toBe("41 ml → about 46 ml to 52 ml of paint");
  expect(effectWords({ ...change, ml_least: 52 })[2]).toBe("41 ml → about 52 ml of paint");
  expect(effectWords({ ...change, ml_least: 41, ml_most: 41 })[2]).toBe("41 ml of paint, as now");
});

it("knows a colour from one that is still being typed", () => {
  expect(["62,14,28", "#a07850", "50; -3.5; 4", "A07850"].map(isColour)).toEqual([true, true, true, true]);
  expect(["62,14", "#a078", "mauve", ""].map(isColour)).toEqual([false, false, false, false]);
});

it("says of a pile mixed before how it came out, or that nobody read it", () => {
  const pile = { name: "mid grey", title: "Jug", away: 1.24, off_de00: 0.8 } as MixedSwatch;
  expect(beforeWords(pile)).toBe("mid grey, for “Jug”: it came out ΔE 1.2 from this target.");
  expect(beforeWords({ ...pile, title: "", off_de00: null })).toContain("nobody read how it came out");
});
