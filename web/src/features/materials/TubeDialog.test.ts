import { expect, it } from "vitest";

import { asTube } from "./TubeDialog";

const typed = { key: "PB29", volume_ml: "60", left_ml: "12,5", nozzle_mm: "8", notes: "" };

it("reads decimal commas as painters type them", () => {
  expect(asTube(typed).left_ml).toBe(12.5);
});

it("takes an empty or unreadable amount for no number, not for zero", () => {
  expect(asTube({ ...typed, left_ml: " " }).left_ml).toBeNaN();
  expect(asTube({ ...typed, left_ml: "half" }).left_ml).toBeNaN();
});
