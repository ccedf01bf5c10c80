import { expect, it } from "vitest";

import { asTube, paintFacts } from "./TubeDialog";

const typed = { key: "PB29", volume_ml: "60", left_ml: "12,5", nozzle_mm: "8", price: "", notes: "" };

it("reads decimal commas as painters type them", () => {
  expect(asTube(typed).left_ml).toBe(12.5);
});

it("takes an empty or unreadable amount for no number, not for zero", () => {
  expect(asTube({ ...typed, left_ml: " " }).left_ml).toBeNaN();
  expect(asTube({ ...typed, left_ml: "half" }).left_ml).toBeNaN();
  expect(asTube(typed).price).toBeNull();
  expect(asTube({ ...typed, price: "7,90" }).price).toBe(7.9);
});

it("tells pigments, opacity, finish, strength and lightfastness of a paint in words", () => {
  const paint = {
    key: "lilac",
    name: "light violet",
    pigments: ["PW6", "PV23"],
    opacity: "SO",
    lightfastness: "II",
    finish: "satin",
    density_kg_per_l: 1.4,
    strong: false,
    strength: 4,
    masstone: "#777777",
    tint: "#888888",
    lift: 12.3,
    covers_in: 2,
    by_depth: false,
    cautions: [],
  } as const;
  expect(paintFacts({ ...paint, pigments: [...paint.pigments], cautions: [] })).toBe(
    "Pigments PW6 + PV23; semi-opaque, covers in 2 brush coats (a thin film lifts black by 12 L*), dries satin. Lightfastness II, very good (generic; your tube’s label decides).",
  );
  expect(
    paintFacts({ ...paint, pigments: ["PB15:3"], cautions: [], strong: true, lightfastness: "III" }),
  ).toMatch(/^Pigment PB15:3; .*let it down.*it will fade/);
});
