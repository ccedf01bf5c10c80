import { expect, it } from "vitest";

import { detailOf, drawingAddress, faintestAt, linesShown, NOT_DRAWN } from "./drawing";
import type { Drawing } from "./queries";

const drawing: Drawing = {
  ready: true,
  faintest: 15,
  usual: 48,
  boldest: 120,
  sheets: { A4: 4, Letter: 6 },
  lines: [
    { kind: "outline", strength: 130, path: "M0,0 1,1" },
    { kind: "inner", strength: 60, path: "M0,0 2,2" },
    { kind: "outline", strength: 20, path: "M0,0 3,3" },
    { kind: "value", strength: 120, path: "M0,0 4,4" },
  ],
};
const strengths = (look = NOT_DRAWN) => linesShown(drawing, look).map((line) => line.strength);

it("draws the usual lines, all lines, or the boldest alone", () => {
  expect(strengths()).toEqual([130, 60, 120]);
  expect(strengths({ ...NOT_DRAWN, detail: 1 })).toEqual([130, 60, 20, 120]);
  expect(strengths({ ...NOT_DRAWN, detail: 0 })).toEqual([130, 120]);
});

it("leaves lines inside things away, but never the borders of values that were asked for", () => {
  expect(strengths({ ...NOT_DRAWN, inner: false })).toEqual([130, 120]);
});

it("turns a detail into a strength and back", () => {
  expect(faintestAt(drawing, 0)).toBe(120);
  expect(faintestAt(drawing, detailOf(drawing, 48))).toBeCloseTo(48);
});

it("asks for the files of what is shown", () => {
  const look = { ...NOT_DRAWN, inner: false, limits: [0, 2] };
  expect(drawingAddress(7, "drawing.svg", drawing, look, "A4", true)).toBe(
    "/api/areas/7/drawing/files/drawing.svg?faintest=48.00&inner=false&paper=A4&mirrored=true&limits=0&limits=2",
  );
});
