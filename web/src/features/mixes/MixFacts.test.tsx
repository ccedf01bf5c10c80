import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";

import { Doses, doseInWords } from "./Doses";
import { AreaMixes, MixFacts } from "./MixFacts";
import { Pile } from "./Pile";
import type { Mix } from "./queries";

const mix: Mix = {
  id: "m03",
  name: "mid blue",
  pile: [
    { key: "PW6", name: "titanium white", parts: 22, let_down_with: null },
    { key: "PB29", name: "ultramarine blue", parts: 7, let_down_with: null },
    { key: "PB15:3", name: "phthalo blue", parts: 1, let_down_with: "medium" },
  ],
  parts: { PW6: 220, PB29: 70, "PB15:3": 1 },
  photo: "#111111",
  dry: "#222222",
  wet: "#333333",
  lab_dry: [50, 0, -30],
  lab_wet: [55, 0, -30],
  target_lab: [50, 0, -30],
  value_dry: 5.2,
  value_wet: 5.7,
  de00: 0.4,
  value_error: -0.5,
  value_words: "half a step too dark",
  colour_words: "colour right",
  source: "catalogue",
  lights: [],
  lamp_shift: 0.8,
  kept: false,
  doses: [
    { source: "PW6", name: "titanium white", parts: 11, colour: "#fefefe", pile: false },
    { source: "m01", name: "dark blue", parts: 3, colour: "#112244", pile: true },
    { source: "PB15:3", name: "phthalo blue", parts: 1, colour: "#101030", pile: false },
  ],
  expected_de00: 1.3,
  likely_worst_de00: 2.4,
  worst_part: { area: "a12", family: "half-tone", de00: 5.2, is_far: true },
  serves: [
    { area: "a12", family: "half-tone" },
    { area: "a11", family: "light" },
  ],
};

const amounts = [
  { source: "PW6", volume_ml: 2.2, drops: null },
  { source: "m01", volume_ml: 0.6, drops: 12 },
  { source: "PB15:3", volume_ml: 0.2, drops: 4 },
];

const text = (node: React.ReactElement) =>
  renderToStaticMarkup(node)
    .replace(/<style.*?<\/style>/gs, "")
    .replace(/<[^>]+>/g, " ")
    .replace(/\s+/g, " ");

const band = { share: 0.25, doses: mix.doses, dry: "#888888", photo: "#898989", de00: 1.21 };
const string = {
  area: "a12",
  volume_ml: null,
  parts: [],
  bands: [
    { ...band, name: "light end, the left", words: "pale blue" },
    { ...band, name: "between", words: "3 pale blue + 1 dark blue", share: 0.75 },
  ].map((one) => ({ ...one, doses: [{ ...mix.doses[0]!, source: mix.id }] })),
};

describe("a recipe read aloud", () => {
  it("names the doses in the order of adding, and in drops and millilitres where the pile's volume is known", () => {
    expect(text(<Doses mix={mix} />)).toMatch(
      /11 parts titanium white 3 parts dark blue from its pile 1 part phthalo blue/,
    );
    expect(text(<Doses mix={mix} amounts={amounts} />)).toMatch(
      /titanium white 2\.2 ml .*dark blue .*12 drops .*4 drops/,
    );
    expect(doseInWords({ volume_ml: 0.05, drops: 1 })).toBe("1 drop");
  });

  it("names parts and paints in the order of adding, and what is let down", () => {
    const read = text(<Pile mix={mix} />);
    expect(read).toMatch(
      /22 parts titanium white .*7 parts ultramarine blue .*1 part phthalo blue .*let down 1:9 in medium/,
    );
  });

  it("says in words how near it comes and what it is for", () => {
    const names = new Map([
      ["a11", "the bowl"],
      ["a12", "inside of the bowl"],
      ["a13", "the wall"],
      ["a14", "the rim"],
    ]);
    const half = {
      ...mix,
      id: "m03.m07",
      name: "half mid blue, half grey",
      doses: [{ ...mix.doses[1]!, source: "m03" }],
      serves: [{ area: "a14", family: "shadow" }],
    };
    const read = text(
      <MixFacts
        mix={mix}
        volume={11.2}
        amounts={amounts}
        areaNames={names}
        blends={[half]}
        strings={[{ ...string, area: "a13" }]}
        bench={null}
        giveBack={() => {}}
        choose={() => {}}
      />,
    );
    expect(read).toContain("half a step too dark");
    expect(read).toContain("colour right");
    expect(read).toContain("11 ml");
    expect(read).toContain("It dries 0.5 steps darker");
    expect(read).toContain("inside of the bowl: half-tone");
    expect(read).toContain("the rim: shadow: half mid blue, half grey");
    expect(read).toContain("the wall: in the string of its gradation");
  });

  it("says the whole surface where a mix is for everything", () => {
    const names = new Map([
      ["a11", "x"],
      ["a12", "y"],
    ]);
    expect(
      text(
        <MixFacts
          mix={mix}
          volume={undefined}
          amounts={undefined}
          areaNames={names}
          blends={[]}
          strings={[]}
          bench={null}
          giveBack={() => {}}
          choose={() => {}}
        />,
      ),
    ).toContain("the whole surface");
  });
});

describe("the mixes of an area", () => {
  const dark = { ...mix, id: "m01", name: "dark blue", serves: [{ area: "a12", family: "shadow" }] };
  const other = { ...mix, id: "m09", name: "ochre", serves: [{ area: "a01", family: "light" }] };

  it("come from dark to light and leave other areas' mixes out", () => {
    const mixes = [mix, dark, other];
    const read = text(
      <AreaMixes
        areaId="a12"
        areaName="the bowl"
        mixes={mixes}
        string={{ ...string, volume_ml: 4 }}
        volumes={{ m01: 2, m03: 0.04 }}
        amounts={{ m03: amounts }}
        choose={() => {}}
      />,
    );
    expect(read.indexOf("shadow")).toBeLessThan(read.indexOf("half-tone"));
    expect(read).toContain("dark blue, 2 ml");
    expect(read).toContain("under 0.1 ml");
    expect(read).not.toContain("ochre");
    expect(read).toMatch(/Its gradation, light to dark.*pale blue.*light end, the left · ΔE 1\.2.*1 ml/);
    expect(read).toMatch(/3 pale blue \+ 1 dark blue.*between.*3 ml/);
  });
});
