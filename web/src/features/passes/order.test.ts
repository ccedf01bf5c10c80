import { expect, it } from "vitest";

import { byMix } from "./order";

const step = (area: string, mix: string, volume_ml: number, coats = 1) => ({
  area,
  family: null,
  mix,
  coats,
  film_um: 80,
  area_cm2: 10,
  volume_ml,
});

it("gathers steps by pile, in the order of first use, and loses no paint", () => {
  const steps = [step("a1", "m2", 1), step("a2", "m1", 2, 2), step("a3", "m2", 3), step("a3", "m2", 0.5)];
  const piles = byMix(steps);
  expect(piles.map((pile) => pile.mix)).toEqual(["m2", "m1"]);
  expect(piles[0]).toMatchObject({ areas: ["a1", "a3"], volumeMl: 4.5, areaCm2: 30, coats: 1 });
  expect(piles[1]!.coats).toBe(2);
  expect(piles.reduce((sum, pile) => sum + pile.volumeMl, 0)).toBe(6.5);
});

it("has nothing to do where there are no steps", () => {
  expect(byMix([])).toEqual([]);
});
