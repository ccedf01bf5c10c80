import { expect, it } from "vitest";

import { amountOf, asItem, nameOf, NEW, NUMBERS } from "./supplies";

const typedOf = (what: keyof typeof NEW) =>
  Object.fromEntries(NUMBERS[what].map(([name]) => [name, String(NEW[what][name as never] ?? "")]));

it("names things as they stand on the shelf", () => {
  expect(nameOf(NEW.medium)).toBe("matt medium");
  expect(nameOf(NEW.support)).toBe("400 × 300 mm, fine");
  expect(nameOf(NEW.brush)).toBe("flat, 12 mm");
  expect(amountOf({ ...NEW.medium, left_ml: 20 })).toBe("20 of 250 ml");
  expect([amountOf(NEW.brush), amountOf({ ...NEW.brush, count: 3 })]).toEqual(["1 piece", "3 pieces"]);
});

it("reads decimal commas and an empty price, and names the field that is no number", () => {
  const read = asItem(NEW.medium, { ...typedOf("medium"), left_ml: "12,5", price: " " });
  expect(read).toEqual({ item: { ...NEW.medium, left_ml: 12.5, price: null } });
  expect(asItem(NEW.support, { ...typedOf("support"), side_mm: "" })).toEqual({
    wrong: "Depth of the sides, mm",
  });
  expect(asItem(NEW.brush, { ...typedOf("brush"), width_mm: "wide" })).toEqual({ wrong: "Width, mm" });
});
