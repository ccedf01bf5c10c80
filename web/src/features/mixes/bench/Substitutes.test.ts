import { expect, it } from "vitest";

import { judged } from "./Substitutes";

it("says how near a substitute comes, what it cannot do and what it costs", () => {
  const one = {
    parts: {},
    words: "",
    string: [],
    de00: 6.62,
    worst_de00: 8.1,
    lacks: ["duller in its tints"],
  };
  expect(judged({ ...one, price_per_ml: 0.456 })).toBe(
    "ΔE 6.6 over the whole string, 8.1 at the most · duller in its tints · 0.46 per ml",
  );
  expect(judged({ ...one, lacks: [], price_per_ml: null })).toBe(
    "ΔE 6.6 over the whole string, 8.1 at the most",
  );
});
