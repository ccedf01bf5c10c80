import { expect, it } from "vitest";

import { ringsOf, withBrush } from "./passages";

it("reads the rings of an outline as shares", () => {
  expect(
    ringsOf("M0.00,0.00 200.00,0.00 200.00,150.00ZM10.00,30.00 20.00,30.00 20.00,60.00Z", 400, 300),
  ).toEqual([
    [
      [0, 0],
      [0.5, 0],
      [0.5, 0.5],
    ],
    [
      [0.025, 0.1],
      [0.05, 0.1],
      [0.05, 0.2],
    ],
  ]);
});

it("gives an area one brush at a time, and takes it back", () => {
  const eye = { id: "a04", outline: "M0,0 40,0 40,30Z" };
  const finer = withBrush([], eye, 6, 400, 300);
  expect(finer.map((one) => [one.area, one.brush_mm])).toEqual([["a04", 6]]);
  expect(withBrush(finer, eye, 4, 400, 300).map((one) => one.brush_mm)).toEqual([4]);
  expect(withBrush(finer, eye, null, 400, 300)).toEqual([]);
});
