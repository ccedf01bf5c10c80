import { expect, it } from "vitest";

import { withBrush } from "./passages";

it("gives an area one brush at a time, and takes it back", () => {
  const finer = withBrush([], "a04", 6);
  expect(finer).toEqual([{ area: "a04", brush_mm: 6, rings: [] }]);
  expect(withBrush(finer, "a04", 4).map((one) => one.brush_mm)).toEqual([4]);
  expect(withBrush(finer, "a05", 4)).toHaveLength(2);
  expect(withBrush(finer, "a04", null)).toEqual([]);
});
