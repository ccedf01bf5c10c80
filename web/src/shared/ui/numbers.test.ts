import { expect, it } from "vitest";

import { cm2, ml } from "./numbers";

it("rounds to what a hand can measure", () => {
  expect(cm2(3.14159)).toBe("3.1 cm²");
  expect(cm2(1200.4)).toBe("1,200 cm²");
  expect(ml(11.24)).toBe("11 ml");
  expect(ml(0.02)).toBe("under 0.1 ml");
  expect(ml(0)).toBe("0 ml");
});
