import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";

import { UndoProvider } from "../../shared/undo/UndoProvider";
import type { Area } from "../areas";
import type { Mix } from "../mixes";
import { PaintNeeds, PassFacts, PlanFiles } from "./PassFacts";
import { StageStrip } from "./StageStrip";

const step = (area: string, mix: string, volume_ml: number, coats = 1) => ({
  area,
  family: null,
  mix,
  coats,
  film_um: 80,
  area_cm2: 10,
  volume_ml,
});

const pass = {
  number: 2,
  role: "block-in",
  brush_mm: 25,
  medium: "none",
  why: "Every area covered in one go.",
  volume_ml: 3,
  stage_url: "/media/x.jpg",
  steps: [step("a01", "m01", 1, 2), step("a02", "m01", 1), step("a03", "m02", 1)],
};
const mixes = new Map(["m01", "m02"].map((id) => [id, { id, name: `mix ${id}`, dry: "#222222" } as Mix]));
const areas = new Map(["a01", "a02", "a03"].map((id, index) => [id, { id, index, name: id } as Area]));

const text = (node: React.ReactElement) =>
  renderToStaticMarkup(<QueryClientProvider client={new QueryClient()}>{node}</QueryClientProvider>)
    .replace(/<style.*?<\/style>/gs, "")
    .replace(/<[^>]+>/g, " ")
    .replace(/\s+/g, " ");

describe("a pass read aloud", () => {
  it("says its number, why, brush and medium, then pile by pile where and how much", () => {
    const read = text(<PassFacts pass={pass} mixes={mixes} areas={areas} chooseMix={() => {}} />);
    expect(read).toContain("2. block-in");
    expect(read).toContain("25 mm");
    expect(read).toMatch(/mix m01 areas 1, 2 · 2 coats 2 ml .*mix m02 area 3 1 ml/);
  });

  it("says the whole surface instead of a list of every area", () => {
    const ground = { ...pass, steps: ["a01", "a02", "a03"].map((area) => step(area, "m01", 1)) };
    expect(text(<PassFacts pass={ground} mixes={mixes} areas={areas} chooseMix={() => {}} />)).toContain(
      "the whole surface",
    );
  });
});

describe("paint needed", () => {
  const need = {
    key: "PW6",
    name: "titanium white",
    masstone: "#f7f7f0",
    volume_ml: 18,
    mass_g: 27,
    bead_cm: 36,
  };
  const passes = { ground: null, passes: [], volumes: {}, advice: [], findings: [], up_to_date: true };

  it("says when a tube has too little left, and nothing when it has enough", () => {
    expect(text(<PaintNeeds passes={{ ...passes, paint: [{ ...need, left_ml: 3 }] }} />)).toContain(
      "only 3 ml left",
    );
    expect(text(<PaintNeeds passes={{ ...passes, paint: [{ ...need, left_ml: 60 }] }} />)).not.toContain(
      "left",
    );
  });

  it("gives grams and centimetres from the tube", () => {
    const read = text(<PaintNeeds passes={{ ...passes, paint: [{ ...need, left_ml: 60 }] }} />);
    expect(read).toContain("36 cm from the tube · 27 g");
  });
});

it("offers files only when the plan is up to date, and says so", () => {
  const files = (ready: boolean) =>
    renderToStaticMarkup(
      <UndoProvider>
        <PlanFiles paintingId={1} title="Kettle" ready={ready} />
      </UndoProvider>,
    );
  expect(files(true)).not.toContain("disabled=");
  expect(files(false)).toContain("disabled=");
  expect(files(false)).toContain("when the plan is up to date");
});

it("names every stage of the strip and marks the one that is shown", () => {
  const strip = renderToStaticMarkup(
    <StageStrip
      passes={[{ ...pass, number: 1, role: "ground" }, pass]}
      chosen={2}
      choose={() => {}}
      proportion={4 / 3}
    />,
  );
  expect(strip).toContain('aria-label="After pass 1, ground"');
  expect([...strip.matchAll(/aria-current="(\w+)"/g)].map((m) => m[1])).toEqual(["false", "true"]);
});
