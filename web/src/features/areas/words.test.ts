import { expect, test } from "vitest";

import type { Border } from "./queries";
import { differenceWords } from "./words";

const border = { value_difference: 1.5, chroma_difference: -8, hue_difference_deg: 40 } as Border;

test("a border is told from either side", () => {
  expect(differenceWords(border, 1)).toBe("1.5 steps lighter, greyer by 8 of chroma, 40° off in hue");
  expect(differenceWords(border, -1)).toBe("1.5 steps darker, stronger by 8 of chroma, 40° off in hue");
});

test("what nobody sees is not told", () => {
  const plain = { ...border, chroma_difference: 1, hue_difference_deg: 5 };
  expect(differenceWords(plain, 1)).toBe("1.5 steps lighter");
});
