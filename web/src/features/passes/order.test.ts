import { expect, it } from "vitest";

import { breaksAt, mlByPass, moveTo, reordered, withMove } from "./order";
import type { PaintPass } from "./queries";
import { step } from "./testing";

const steps = ["s1", "s2", "s3", "s4"].map((id) => step({ id }));

it("puts a step right before the one that will follow it, or at the end", () => {
  expect(moveTo(steps, 3, 0, "light")).toEqual({ step: "s4", before: "s1", role: "light" });
  expect(moveTo(steps, 0, 1, "light")).toEqual({ step: "s1", before: "s3", role: "light" });
  expect(moveTo(steps, 0, 3, "light")).toEqual({ step: "s1", before: null, role: "light" });
  expect(moveTo(steps, 0, 3, "light", "s5").before).toBe("s5"); // the pass goes on in another piece
});

it("shows the same order as the move asks for", () => {
  for (let from = 0; from < 4; from++)
    for (let to = 0; to < 4; to++) {
      const ids = reordered(steps, from, to).map((one) => one.id);
      const move = moveTo(steps, from, to, "light");
      expect(ids[ids.indexOf(move.step) + 1] ?? null).toBe(move.before);
      expect([...ids].sort()).toEqual(["s1", "s2", "s3", "s4"]);
    }
});

it("keeps only the last place of a step that is moved twice", () => {
  const first = moveTo(steps, 3, 0, "light");
  const again = moveTo(steps, 3, 2, "light");
  expect(withMove([first], again)).toEqual([again]);
  expect(withMove([moveTo(steps, 0, 2, "light")], first)).toHaveLength(2);
});

it("names the rule that minds a place, and none where the step is free", () => {
  const TITLES = { "passes.R03": "Dark before light", "passes.R05": "Accents last" };
  const bound = step({ id: "s2", between: [1, 2], bounded_by: ["passes.R03", "passes.R05"] });
  expect(breaksAt(bound, 0, TITLES)).toContain("Dark before light");
  expect(breaksAt(bound, 1, TITLES)).toBeNull();
  expect(breaksAt(bound, 3, TITLES)).toContain("Accents last");
});

it("adds a mix up pass by pass and leaves out where it is not used", () => {
  const passes = [
    { number: 2, steps: [step({ id: "a", mix: "m1", volume_ml: 1 }), step({ id: "b", mix: "m2" })] },
    { number: 3, steps: [step({ id: "c", mix: "m2" })] },
    { number: 4, steps: [step({ id: "d", mix: "m1", volume_ml: 0.5 })] },
  ] as PaintPass[];
  expect(mlByPass(passes, "m1")).toEqual([
    { number: 2, ml: 1 },
    { number: 4, ml: 0.5 },
  ]);
});
