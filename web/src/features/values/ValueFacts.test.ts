import { expect, it } from "vitest";

import { askedOf, changedOf } from "./queries";
import { fileAddress } from "./TransferFiles";
import { nearestOf, withOwnValue } from "./ValueFacts";

const step = (index: number, value: number) => ({ index, value, share: 0.5, area_cm2: 60, grey: "#777777" });
const values = {
  method: "equal" as const,
  count: 2,
  limits: null,
  brush_mm: 10,
  widest_brush_mm: 150,
  finer_brush_mm: 6,
  own_values: [null, 8.5],
  moved: [{ x: 0.1, y: 0.2, step: 1 }],
  focal_brush: "finer" as const,
  focal_brush_mm: null,
  passages: [],
  thresholds: [5],
  steps: [step(0, 3.2), step(1, 8.5)],
  map_url: "/media/x.png",
  up_to_date: true,
};

it("makes one step lighter by hand and leaves the others as they were", () => {
  expect(withOwnValue(values, 0, 0.25)).toEqual([3.45, 8.5]);
  expect(withOwnValue({ ...values, own_values: [] }, 1, -0.25)).toEqual([null, 8.25]);
});

it("sends all settings again when one changes, moved masses and own values included", () => {
  expect(askedOf(values)).toEqual({
    method: "equal",
    count: 2,
    limits: null,
    brush_mm: 10,
    own_values: [null, 8.5],
    moved: [{ x: 0.1, y: 0.2, step: 1 }],
    focal_brush: "finer",
    passages: [],
  });
});

it("tells what a change is about, so that it can be made on top of another", () => {
  const asked = askedOf(values);
  expect(changedOf(asked, { ...asked, moved: [] })).toEqual({ moved: [] });
  expect(changedOf(asked, askedOf(values))).toEqual({});
  const more = { ...asked, count: 3, own_values: [] };
  expect(changedOf(asked, more)).toEqual(more);
});

it("finds the brush nearest to a pass's", () => {
  expect([1, 7, 100].map((width) => nearestOf([2, 6, 12], width))).toEqual([0, 1, 2]);
});

it("asks for a file with paper, mirror and grid", () => {
  expect(fileAddress(3, "grid.pdf", "Letter", true, 50)).toBe(
    "/api/values/3/files/grid.pdf?paper=Letter&mirrored=true&cell_mm=50",
  );
  expect(fileAddress(3, "grid.pdf", "A4", false, null)).not.toContain("cell_mm");
});
