import { expect, it } from "vitest";

import { converted, FORMATS, written } from "./sizes";

it("converts between millimetres and inches and back", () => {
  expect(converted("406.4", "mm", "in")).toBe("16");
  expect(converted("16", "in", "mm")).toBe("406.4");
  expect(converted("12,5", "mm", "mm")).toBe("12,5");
});

it("leaves what is no number as typed", () => {
  expect(converted("", "mm", "in")).toBe("");
  expect(converted("wide", "mm", "in")).toBe("wide");
});

it("writes sizes as the server reads them", () => {
  expect(written(" 400", "300 ", "mm")).toBe("400x300mm");
  expect(FORMATS.mm.every((format) => format.width >= format.height)).toBe(true);
});
