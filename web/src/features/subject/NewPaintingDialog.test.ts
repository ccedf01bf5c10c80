import { expect, it } from "vitest";

import { titleFrom } from "./NewPaintingDialog";

it("makes a readable name from a file's", () => {
  expect(titleFrom("kettle-and_lemons.JPG")).toBe("Kettle and lemons");
  expect(titleFrom("boat")).toBe("Boat");
});
