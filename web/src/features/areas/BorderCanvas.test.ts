import { expect, test } from "vitest";

import { CODES, drawBorders } from "./BorderCanvas";

/** Two areas side by side, 40 x 40. */
const labels = {
  width: 40,
  height: 40,
  data: Uint8Array.from({ length: 1600 }, (_, i) => (i % 40 < 20 ? 0 : 1)),
};

const drawn = (softness: keyof typeof CODES, strong = true) => {
  const pixels = new Uint32Array(1600);
  drawBorders(pixels, labels, new Map([[1, { softness, strong }]]));
  return pixels;
};

const inked = (pixels: Uint32Array) => pixels.filter((pixel) => pixel !== 0).length;

test("the softer a border, the less of it is drawn", () => {
  const amounts = (["hard", "firm", "soft", "lost"] as const).map((softness) => inked(drawn(softness)));
  expect(amounts).toEqual([...amounts].sort((a, b) => b - a));
  expect(amounts.at(-1)).toBeGreaterThan(0);
});

test("a border is dark on light, so that it shows on any picture; one that is not chosen is faint", () => {
  const tones = new Set(drawn("firm"));
  expect(tones).toContain(0xff1c1c1c);
  expect(tones).toContain(0xfff1f1f1);
  expect(new Set(drawn("firm", false))).toEqual(new Set([0, 0x66f1f1f1]));
});

test("nothing is drawn where no border is known", () => {
  const pixels = new Uint32Array(1600);
  drawBorders(pixels, labels, new Map());
  expect(inked(pixels)).toBe(0);
});
