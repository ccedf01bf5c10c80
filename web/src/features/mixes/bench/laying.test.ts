import { expect, it } from "vitest";

import { laidOut } from "./laying";

const drop = { length_mm: 6, width_mm: 6 };
const bead = { length_mm: 50, width_mm: 8 };

it("lays shapes side by side without one over another and within the field", () => {
  const doses = [[bead, bead], [drop, drop, drop], [bead], [drop]];
  const { places, height_mm } = laidOut(doses, 110);
  const spots = places.flat();
  for (const [at, one] of spots.entries()) {
    expect(one.x + one.length_mm).toBeLessThanOrEqual(110);
    expect(one.y + one.width_mm).toBeLessThanOrEqual(height_mm);
    for (const other of spots.slice(at + 1)) {
      const apart =
        other.x >= one.x + one.length_mm ||
        one.x >= other.x + other.length_mm ||
        other.y >= one.y + one.width_mm ||
        one.y >= other.y + other.width_mm;
      expect(apart).toBe(true);
    }
  }
});

it("begins a line with a dose that does not fit, and lays what is wider than the field all the same", () => {
  const { places } = laidOut([[bead], [bead]], 70);
  expect(places[1]![0]!.x).toBe(0);
  expect(places[1]![0]!.y).toBeGreaterThan(8);
  expect(laidOut([[bead]], 20).places[0]![0]!.x).toBe(0);
});
