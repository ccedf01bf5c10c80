import { expect, it } from "vitest";

import {
  clock,
  lanes,
  lengthOf,
  localField,
  minutesAt,
  minutesWords,
  nextSitting,
  snapped,
  timeAt,
} from "./times";

const first = {
  id: "2026-03-28/0",
  begins: "2026-03-28T08:00:00Z",
  ends: "2026-03-28T11:00:00Z",
  stretches: [],
};
const second = {
  id: "2026-03-29/0",
  begins: "2026-03-29T07:00:00Z",
  ends: "2026-03-29T10:00:00Z",
  stretches: [],
};
const schedule = { begins: "2026-03-28T08:00:00Z", sittings: [first, second] };

it("tells times in the schedule's own zone, over a change of the clocks", () => {
  expect(clock(timeAt(schedule, 0), "Europe/Berlin")).toBe("09:00");
  expect(clock(timeAt(schedule, 23 * 60), "Europe/Berlin")).toBe("09:00");
  expect(localField(timeAt(schedule, 23 * 60), "Europe/Berlin")).toBe("2026-03-29T09:00");
  expect(localField(new Date("2026-03-28T23:30:00Z"), "UTC")).toBe("2026-03-28T23:30");
});

it("goes from a time to minutes and back", () => {
  expect(minutesAt(schedule, second.begins)).toBe(23 * 60);
  expect(timeAt(schedule, 90).toISOString()).toBe("2026-03-28T09:30:00.000Z");
  expect(lengthOf(first)).toBe(180);
});

it("says minutes as a painter does", () => {
  expect([0.4, 12.4, 89, 150, 120, 5000, 119.7, 89.6].map(minutesWords)).toEqual([
    "under a minute",
    "12 min",
    "89 min",
    "2 h 30 min",
    "2 h",
    "3 days",
    "2 h",
    "1 h 30 min",
  ]);
});

it("knows the sitting that comes next", () => {
  expect(nextSitting(schedule, new Date("2026-03-01T00:00:00Z"))).toBe(1);
  expect(nextSitting(schedule, new Date("2026-03-28T10:59:00Z"))).toBe(1);
  expect(nextSitting(schedule, new Date("2026-03-28T11:00:00Z"))).toBe(2);
  expect(nextSitting(schedule, new Date("2026-04-01T00:00:00Z"))).toBeNull();
});

it("puts wet spans into as few lanes as they need, and never one over another", () => {
  const spans = [
    { from: 0, to: 10 },
    { from: 5, to: 20 },
    { from: 10, to: 15 },
    { from: 12, to: 30 },
  ];
  const rows = lanes(spans, 5);
  expect(rows).toHaveLength(3);
  for (const row of rows)
    for (let at = 1; at < row.length; at += 1) expect(row[at]!.from).toBeGreaterThanOrEqual(row[at - 1]!.to);
  expect(lanes(spans, 1)).toEqual([[spans[0], spans[2]]]);
});

it("lets a hand choose every five minutes", () => {
  expect([-3, 2, 3, 61].map(snapped)).toEqual([0, 0, 5, 60]);
});
