import { expect, test } from "vitest";

import { greyOf } from "./greys";

test("Munsell value 5 is the grey that reflects 19.27 % of the light", () => {
  // ASTM D1535: value 5 is Y = 19.27 relative to the perfect diffuser, #797979 on the screen
  expect(greyOf(5)).toBe(0x79);
  expect(greyOf(0)).toBe(0);
  expect(greyOf(10)).toBeGreaterThan(250);
});
