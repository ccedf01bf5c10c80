import { expect, it } from "vitest";

import { byteAt } from "./pixels";

const greys = { width: 3, height: 2, data: Uint8Array.from([1, 2, 3, 4, 5, 6]) };

it("reads the byte under a point given as shares", () => {
  expect(byteAt(greys, { x: 0, y: 0 })).toBe(1);
  expect(byteAt(greys, { x: 0.5, y: 0.25 })).toBe(2);
  expect(byteAt(greys, { x: 0.99, y: 0.99 })).toBe(6);
});

it("stays inside at the very edge", () => {
  expect(byteAt(greys, { x: 1, y: 1 })).toBe(6);
});
