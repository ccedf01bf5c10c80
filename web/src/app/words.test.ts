import { expect, it } from "vitest";

import { ring } from "./Contours";
import { SHORTCUTS } from "./Shell";
import { progressWords } from "./StudioPage";

const bench = {
  painting: 1,
  values: "current",
  areas: "current",
  mixes: "current",
  passes: "current",
  run: null,
} as const;

it("says in a few words how far a painting is", () => {
  expect(progressWords(bench)).toBe("planned");
  expect(progressWords({ ...bench, values: "stale" })).toBe("plan out of date");
  expect(progressWords({ ...bench, passes: "missing" })).toBe("not planned yet");
  const run = {
    id: 1,
    kind: "plan",
    state: "running",
    share: 0.4,
    doing: "finding the areas",
    message: "",
    hint: "",
  } as const;
  expect(progressWords({ ...bench, run })).toBe("planning: finding the areas");
  expect(progressWords(undefined)).toBe("");
});

it("lists every shortcut once", () => {
  const keys = SHORTCUTS.map(([key]) => key);
  expect(new Set(keys).size).toBe(keys.length);
  expect(keys).toContain("?");
});

it("draws contour lines as closed rings that grow downhill", () => {
  const span = (path: string) => {
    const xs = [...path.matchAll(/([\d.-]+),[\d.-]+/g)].map((m) => Number(m[1]));
    return Math.max(...xs) - Math.min(...xs);
  };
  expect(ring(0)).toMatch(/^M.*Z$/);
  expect([0, 1, 2, 3].map((level) => span(ring(level)))).toEqual(
    [0, 1, 2, 3].map((level) => span(ring(level))).sort((a, b) => a - b),
  );
});
