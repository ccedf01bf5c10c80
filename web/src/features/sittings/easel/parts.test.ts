import { expect, it } from "vitest";

import { boxOf, maskOf, painted, partsOf, passageAt, unitsAt } from "./parts";
import type { ListedTask, TakenList } from "./queries";

const list = {
  areas: [
    { id: "a1", index: 0, name: "wall", centre: [0.5, 0.5] },
    { id: "a2", index: 1, name: "cup", centre: [0.5, 0.5] },
  ],
  families: ["accent", "shadow", "half-tone", "light", "highlight"],
} as unknown as TakenList;

/** Ten by ten: the wall, and a cup of four pixels whose right half is light. */
const rgba = new Uint8ClampedArray(400);
for (const [x, y, family] of [
  [4, 4, 1],
  [5, 4, 3],
  [4, 5, 1],
  [5, 5, 3],
] as const) {
  rgba[4 * (10 * y + x)] = 1;
  rgba[4 * (10 * y + x) + 1] = family;
}
const parts = partsOf(rgba, 10, 10);
const unit = (id: string, passages: ListedTask["passages"]): ListedTask =>
  ({ id, kind: "unit", subject: id, title: id, minutes: 5, coat: 1, passages }) as ListedTask;
const light = unit("light", [{ area: "a2", family: "light" }]);
const cup = unit("cup", [{ area: "a2", family: null }]);

it("a unit's mask holds its parts and nothing else", () => {
  const alpha = (mask: Uint8ClampedArray, x: number, y: number) => mask[4 * (10 * y + x) + 3];
  const lit = maskOf(parts, painted([light], list), false, 0, 255);
  expect([alpha(lit, 5, 4), alpha(lit, 4, 4), alpha(lit, 0, 0)]).toEqual([255, 0, 0]);
  const veil = maskOf(parts, painted([cup], list), true, 110, 200);
  expect([alpha(veil, 5, 4), alpha(veil, 4, 5), alpha(veil, 0, 0)]).toEqual([0, 0, 200]);
});

it("the close-up holds all of it with a margin, the whole picture where nothing is painted", () => {
  const box = boxOf(parts, painted([cup], list));
  expect(box.x).toBeCloseTo(0.36);
  expect(box.width).toBeCloseTo(0.28);
  expect(boxOf(parts, painted([], list))).toEqual({ x: 0, y: 0, width: 1, height: 1 });
});

it("a tap tells the passage and the units that paint it, each once", () => {
  expect(passageAt(parts, list, { x: 0.55, y: 0.45 })).toEqual({ area: "a2", family: "light" });
  expect(passageAt(parts, list, { x: 1, y: 1 })).toEqual({ area: "a1", family: "accent" });
  const tasks = [cup, light, { ...cup, id: "cup#2", coat: 2 }];
  expect(unitsAt({ tasks }, { area: "a2", family: "light" }).map((one) => one.id)).toEqual(["cup", "light"]);
  expect(unitsAt({ tasks }, { area: "a2", family: "shadow" }).map((one) => one.id)).toEqual(["cup"]);
});
