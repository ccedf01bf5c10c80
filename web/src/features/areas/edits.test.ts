import { expect, test } from "vitest";

import {
  absorbBelow,
  editWords,
  give,
  inside,
  lockOf,
  partBy,
  putTogether,
  thinned,
  unlocked,
} from "./edits";
import type { Area } from "./queries";

const area = (x: number, y: number) => ({ centre: [x, y] }) as Area;

test("a change lies at places, never at numbers of areas", () => {
  expect(putTogether([area(0.1, 0.2), area(0.3, 0.4)]).spots).toEqual([
    [0.1, 0.2],
    [0.3, 0.4],
  ]);
  expect(partBy(area(0.5, 0.6), "colour")).toMatchObject({ kind: "split", spot: [0.5, 0.6], by: "colour" });
  expect(give([{ x: 0, y: 0 }], null, 0.01)).toMatchObject({ to: null, width: 0.01 });
});

test("every change has words", () => {
  expect(editWords(putTogether([area(0, 0), area(1, 1)]))).toBe("Merged 2 areas");
  expect(editWords(partBy(area(0, 0), "value"))).toBe("Split an area by value");
  expect(editWords(give([], area(0, 0), null))).toBe("Added a piece to an area");
  expect(editWords(give([], null, null))).toBe("Made a new area");
  expect(editWords(absorbBelow(4))).toBe("Merged areas below 4 cm² with their neighbours");
});

test("a place in a hole is outside", () => {
  const square = (from: number, to: number) => [
    [from, from],
    [to, from],
    [to, to],
    [from, to],
  ];
  expect(inside([square(0, 1)], [0.5, 0.5])).toBe(true);
  expect(inside([square(0, 1), square(0.4, 0.6)], [0.5, 0.5])).toBe(false);
  expect(inside([square(0, 1)], [1.5, 0.5])).toBe(false);
});

test("unlocking takes only the lock of that area away", () => {
  const held = (edit: { spot?: number[] | null }, one: Area) => edit.spot?.[0] === one.centre[0];
  const edits = [lockOf(area(0.1, 0.1)), absorbBelow(2), lockOf(area(0.9, 0.9))];
  expect(unlocked(edits, area(0.9, 0.9), held)).toEqual(edits.slice(0, 2));
});

test("a drawn line is thinned, its beginning kept", () => {
  const line = Array.from({ length: 100 }, (_, i) => ({ x: i / 1000, y: 0 }));
  const kept = thinned(line);
  expect(kept[0]).toEqual({ x: 0, y: 0 });
  const gaps = kept.slice(1).map((point, i) => point.x - kept[i]!.x);
  expect(Math.min(...gaps)).toBeGreaterThanOrEqual(0.004);
  expect(Math.max(...gaps)).toBeLessThan(0.006);
});
