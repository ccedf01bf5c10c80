import { describe, expect, it } from "vitest";

import { lengthMm, profilePath, sampled, squintPx } from "./profile";

const ramp = { width: 10, height: 4, data: Uint8Array.from({ length: 40 }, (_, i) => (i % 10) * 20) };

describe("a profile", () => {
  it("climbs where the picture gets lighter", () => {
    const values = sampled(ramp, { x: 0, y: 0.5 }, { x: 1, y: 0.5 }, 21);
    expect(values).toHaveLength(21);
    for (let i = 1; i < 21; i += 1) expect(values[i]!).toBeGreaterThanOrEqual(values[i - 1]!);
    expect(values[0]).toBeCloseTo(0);
    expect(values[20]).toBeCloseTo(180 / 25.5);
  });

  it("stays flat along a row of one value, and outside takes the edge", () => {
    const values = sampled(ramp, { x: 0.05, y: -0.5 }, { x: 0.05, y: 1.5 }, 5);
    expect(new Set(values.map((v) => v.toFixed(3))).size).toBe(1);
  });

  it("is drawn with value 10 at the top", () => {
    expect(profilePath([0, 10], 100, 50)).toBe("M0.0,50.0L100.0,0.0");
    expect(profilePath([5], 100, 50)).toBe("M0.0,25.0");
  });

  it("has its length in mm", () => {
    expect(lengthMm({ x: 0, y: 0 }, { x: 1, y: 1 }, 400, 300)).toBe(500);
  });
});

it("blurs a squint by degrees of view at a distance", () => {
  // geometry: one degree at a metre is 17.45 mm, twice as many pixels on 800 px of 400 mm
  expect(squintPx(1, 1000, 400, 800)).toBeCloseTo(34.91, 1);
  expect(squintPx(0, 1000, 400, 800)).toBe(0);
});
