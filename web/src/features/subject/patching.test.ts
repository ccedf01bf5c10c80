import { describe, expect, it } from "vitest";

import { placed, placedOutline, pulled, withPoint } from "./patching";

const SQUARE = [
  [0.25, 0.25],
  [0.75, 0.25],
  [0.75, 0.75],
  [0.25, 0.75],
];
const patch = { outline: SQUARE, at: [0.5, 0.5], width: 0.5, turn_deg: 0, mirrored: false, feather: 0.01 };
const photo = { width: 200, height: 100 };
const base = { width: 400, height: 200 };

describe("a patch on the base", () => {
  it("has the middle of its outline where it was put, however it is turned", () => {
    for (const turn_deg of [0, 30, 90, -120]) {
      const middle = placed({ ...patch, turn_deg, mirrored: true }, photo, base, { x: 0.5, y: 0.5 });
      expect(middle.x).toBeCloseTo(0.5);
      expect(middle.y).toBeCloseTo(0.5);
    }
  });

  it("has its outline at half the base's width, mirrored the other way round", () => {
    expect(placedOutline(patch, photo, base)[0]).toEqual({ x: 0.375, y: 0.375 });
    expect(placedOutline({ ...patch, mirrored: true }, photo, base)[0]!.x).toBeCloseTo(0.625);
  });

  it("follows the hand that pulls its first corner", () => {
    const to = { x: 0.25, y: 0.25 };
    const wider = pulled(patch, photo, base, to);
    expect(wider.width).toBeCloseTo(1);
    expect(wider.turn_deg).toBeCloseTo(0);
    const corner = placedOutline(pulled(patch, photo, base, { x: 0.6, y: 0.3 }), photo, base)[0]!;
    expect(corner.x).toBeCloseTo(0.6);
    expect(corner.y).toBeCloseTo(0.3);
  });
});

it("adds a point to the longest side of an outline", () => {
  const more = withPoint([
    [0, 0],
    [0.8, 0],
    [0.8, 0.2],
  ]);
  expect(more).toHaveLength(4);
  expect(more).toContainEqual([0.4, 0.1]);
});
