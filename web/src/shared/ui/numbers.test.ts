import { expect, it } from "vitest";

import { cm2, differenceWords, ml, valueWords } from "./numbers";

it("rounds to what a hand can measure", () => {
  expect(cm2(3.14159)).toBe("3.1 cm²");
  expect(cm2(1200.4)).toBe("1,200 cm²");
  expect(ml(11.24)).toBe("11 ml");
  expect(ml(0.02)).toBe("under 0.1 ml");
  expect(ml(0)).toBe("0 ml");
});

it("says value errors as painters do", () => {
  expect(valueWords(0.02)).toBe("value right");
  expect(valueWords(-0.5)).toBe("half a step too dark");
  expect(valueWords(0.3)).toBe("a quarter step too light");
  expect(valueWords(-1.5)).toBe("1.5 steps too dark");
});

it("says colour differences in words that grow", () => {
  expect([0.3, 1.5, 3, 8].map(differenceWords)).toEqual([
    "no visible difference",
    "seen only side by side",
    "slightly off",
    "plainly off: out of these tubes' reach",
  ]);
});
