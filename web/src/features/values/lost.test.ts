import { expect, it } from "vitest";

import { lostInWords } from "./LostShapes";

it("tells a lost shape with its size and the brush that keeps it", () => {
  const eye = { x: 0.5, y: 0.4, width_mm: 12.4, height_mm: 7.6, tone: "dark", brush_mm: 6 } as const;
  expect(lostInWords(eye)).toBe("dark shape, 12 × 8 mm: a flat of 6 mm keeps it");
});
