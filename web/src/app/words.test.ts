import { expect, it } from "vitest";

import { ring } from "./Contours";
import { SHORTCUTS } from "./Shell";
import { progressWords } from "./StudioPage";
import { reasonWords } from "./workspace/WorkList";

const standing = { values: "current", passes: "current", run: null } as const;

it("says in a few words how far a painting is", () => {
  expect(progressWords(standing)).toBe("planned");
  expect(progressWords({ ...standing, values: "stale" })).toBe("plan out of date");
  expect(progressWords({ ...standing, passes: "missing" })).toBe("not planned yet");
  const run = {
    id: 1,
    kind: "plan",
    state: "running",
    share: 0.4,
    doing: "finding the areas",
    message: "",
    hint: "",
  } as const;
  expect(progressWords({ ...standing, run })).toBe("planning: finding the areas");
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

it("says why something is out of date, in three reasons at most", () => {
  expect(reasonWords([])).toBe("");
  expect(reasonWords(["the shelf"])).toBe("changed: the shelf");
  expect(reasonWords(["the photo", "the crop", "the shelf", "the finish"])).toBe(
    "changed: the photo, the crop, the shelf and more",
  );
});
