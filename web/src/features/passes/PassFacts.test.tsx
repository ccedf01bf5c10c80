import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { MemoryRouter } from "react-router";
import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";

import { UndoProvider } from "../../shared/undo/UndoProvider";
import type { Area } from "../areas";
import type { Mix } from "../mixes";
import { Amounts } from "./Amounts";
import { Compare } from "./Compare";
import { drawingWords } from "./figures";
import { coatsInWords, milkyInWords } from "./GlazePlan";
import { minutes, PassFacts } from "./PassFacts";
import { PlanFiles } from "./PlanFiles";
import type { PaintPass, Passes, Summary } from "./queries";
import { StageStrip } from "./StageStrip";
import { step, unit } from "./testing";

const pass: PaintPass = {
  id: "block-in",
  number: 2,
  role: "block-in",
  title: "block-in",
  begins: {},
  brush_mm: 25,
  medium: "none",
  why: "Every area covered in one go.",
  minutes: 42,
  volume_ml: 3,
  readable: 0.6,
  stage_url: "/media/x.jpg",
  look_url: "/api/passes/1/stages/2/{look}?of=abc",
  lit_url: "/api/passes/1/lit/2/{place}?of=abc",
  left_ml: { "block-in/m01": 4.2 },
  strings: {},
  steps: [
    step({ id: "s1", area: "a01", mix: "m01", coats: 2 }),
    step({
      id: "s2",
      area: "a02",
      mix: "m02",
      family: "light",
      technique: "glaze",
      medium: "glazing liquid",
      medium_share: 0.9,
    }),
  ],
  units: [
    unit({ steps: ["s1"], coats: 2, words: "patch a01", minutes: 7.6 }),
    unit({
      id: "block-in/m02",
      mix: "m02",
      steps: ["s2"],
      words: "patch a02 (light)",
      technique: "glaze",
      medium: "glazing liquid",
      medium_share: 0.9,
      wait: "dry",
      wait_minutes: 12,
    }),
  ],
  own: [
    {
      id: "own-1",
      role: "block-in",
      before: "block-in/m02",
      title: "pencil the rigging",
      minutes: 12,
      tool: "pencil",
    },
    { id: "own-2", role: "block-in", before: "gone", title: "wipe the rim", minutes: 3, tool: "brush" },
  ],
};
const last: PaintPass = { ...pass, number: 3, role: "light", title: "light" };
const passes: Passes = {
  choices: {
    school: "direct",
    school_of: {},
    ground_kind: "paint",
    first_cover: "own paint",
    hand: "right",
    film_factor: 1,
    fading: [],
    techniques: {},
    side_mm: 0,
    sides: "one colour",
    face: { lab: null, texture: "fine", absorbency: "medium" },
    order: [],
    rules_off: {},
    moves: [],
    cuts: {},
    notes: {},
    own_units: [],
  },
  school: "direct",
  ground: null,
  mixes: [],
  passes: [pass, last],
  jobs: [
    {
      kind: "drawing",
      before_pass: 2,
      title: "Draw",
      why: "Big masses first.",
      mix: null,
      medium: null,
      area_cm2: 0,
      coats: 0,
      volume_ml: 0,
      medium_ml: 0,
      caution: "",
    },
    {
      kind: "varnish",
      before_pass: 4,
      title: "Varnish",
      why: "Darks go down.",
      mix: null,
      medium: null,
      area_cm2: 0,
      coats: 2,
      volume_ml: 0,
      medium_ml: 15,
      caution: "Use a suitable respirator.",
    },
  ],
  doses: {},
  strings: [],
  volumes: {},
  paint: [],
  mediums: [],
  kept: [],
  pace: null,
  basis: "Minutes, paint and drying by common practice.",
  held_back: 0,
  price: 0,
  unpriced: [],
  advice: [],
  beside_the_photo: [],
  findings: [],
  lost_moves: 0,
  up_to_date: true,
};
const mixes = new Map(["m01", "m02"].map((id) => [id, { id, name: `mix ${id}`, dry: "#222222" } as Mix]));
const areas = new Map(["a01", "a02"].map((id, index) => [id, { id, index, name: `patch ${id}` } as Area]));
const nothing = () => {};

const text = (node: React.ReactElement) =>
  renderToStaticMarkup(<QueryClientProvider client={new QueryClient()}>{node}</QueryClientProvider>)
    .replace(/<style.*?<\/style>/gs, "")
    .replace(/<[^>]+>/g, " ")
    .replace(/\s+/g, " ");

const read = (
  shown: PaintPass,
  open: number | null = null,
  jobs: Passes["jobs"] = [],
  strings: Passes["strings"] = [],
  beside: Passes["beside_the_photo"] = [],
) =>
  text(
    <PassFacts
      pass={shown}
      passes={{ ...passes, jobs: [...passes.jobs, ...jobs], strings, beside_the_photo: beside }}
      mixes={mixes}
      areas={areas}
      area={null}
      lookAt={nothing}
      chooseMix={nothing}
      move={nothing}
      setAside={nothing}
      lay={nothing}
      unit={open}
      chooseUnit={nothing}
      cut={nothing}
      note={nothing}
      changeOwn={nothing}
    />,
  );

describe("a pass read aloud", () => {
  it("says its number, why and medium, then unit by unit with what, where, how long and how much", () => {
    const words = read(pass);
    expect(words).toContain("2. block-in");
    expect(words).toContain("2 units, about 40 min");
    expect(words).toMatch(
      /1\. mix m01 patch a01 flat, 25 mm \(1 in\) · 2 coats 8 min 1 ml .*2\. mix m02 patch a02 \(light\) .*glaze, 90 % glazing liquid/,
    );
    expect(words).toMatch(/Wait 12 min before it/);
    expect(words).toMatch(
      /1\. mix m01 .*pencil the rigging 12 min Pencil\. .*2\. mix m02 .*wipe the rim 3 min/,
    );
    expect(words).toContain("60 % of what is needed");
    expect(read({ ...pass, readable: 1 })).not.toContain("of what is needed");
    const again = { ...passes.jobs[0]!, kind: "re-stating", before_pass: 3, title: "Draw again" } as const;
    expect(read(pass, null, [again])).not.toContain("of what is needed");
  });

  it("for two things, a pass says where each of them begins", () => {
    const begins = { "block-in/m01": "block-in", "block-in/m02": "half-tone" };
    const words = read({ ...pass, title: "block-in, then half-tone", begins });
    expect(words).toContain("2. block-in, then half-tone");
    expect(words).toMatch(/ Block-in 1\. mix m01 .* Half-tone .*2\. mix m02 /);
    expect(read(pass)).not.toMatch(/ Block-in 1\./);
  });

  it("opened, a unit says what to mind: edges, what is left in the pile, how long it can be blended", () => {
    const words = read(pass, 0);
    expect(words).toContain("Cut the hard edge against “patch a02”.");
    expect(words).toContain("On the palette, mix m01 4.2 ml");
    expect(words).toContain("Can be blended for 6 min");
    expect(words).toContain("Its part");
    expect(words).not.toContain("Join with the unit before");
    expect(read(pass, 1)).toContain("Join with the unit before");
  });

  it("says of a gradation the piles of its string, light to dark, and how much of each this unit takes", () => {
    const band = { dry: "#888888", photo: "#898989", de00: 1.2, doses: [], share: 0.5 };
    const string = {
      area: "a02",
      volume_ml: 40,
      parts: [],
      bands: [
        { ...band, name: "light end, the left", words: "pale grey" },
        { ...band, name: "dark end, the right", words: "3 pale grey + 1 umber" },
      ],
    };
    const running = { ...pass, strings: { [pass.units[0]!.id]: "a02" } };
    const words = read(running, 0, [], [string]);
    expect(words).toContain("1. string of 2 piles");
    expect(words).toMatch(/pale grey .*light end, the left.*3 pale grey \+ 1 umber .*dark end, the right/);
    expect(words).not.toContain("20 ml"); // of this unit, not of all passes
    expect(read(pass, 0, [], [string])).not.toContain("string of");
  });

  it("with the last pass says how near the finished painting comes to the photo", () => {
    const near = {
      id: "passes.N030",
      severity: "note",
      message: "Within 4.2.",
      hint: "More piles.",
      subject: null,
    } as const;
    expect(read(last, null, [], [], [near])).toMatch(/Beside the photo .*Within 4\.2\. .*More piles\./);
    expect(read(pass, null, [], [], [near])).not.toContain("Beside the photo");
  });

  it("begins with the jobs before it, and ends with the last ones after the last pass only", () => {
    expect(read(pass)).toMatch(/Before this pass .*Draw .*2\. block-in/);
    expect(read(pass)).not.toContain("Varnish");
    expect(read(last)).toMatch(/3\. light .*At the end .*Varnish.*respirator/);
  });

  it("says times as a painter would", () => {
    expect([3, 42, 89, 100, 200].map(minutes)).toEqual(["5 min", "40 min", "90 min", "1.5 h", "3.5 h"]);
  });
});

describe("amounts", () => {
  const need = {
    key: "PW6",
    name: "titanium white",
    masstone: "#f7f7f0",
    volume_ml: 18,
    mass_g: 27,
    bead_cm: 36,
    left_ml: 60,
    buy: "",
    buy_price: null,
  };
  const words = (more: Partial<typeof need>) =>
    text(
      <Amounts
        paintingId={1}
        passes={{ ...passes, paint: [{ ...need, ...more }] }}
        mixes={mixes}
        areas={[]}
        things={[]}
        chooseArea={nothing}
        keepCheaper={null}
      />,
    );

  it("say when a tube has too little left and what to buy, and nothing when it has enough", () => {
    const short = words({ left_ml: 3, buy: "1 x 20 ml" });
    expect(short).toContain("only 3 ml left");
    expect(short).toContain("15 ml missing, 1 x 20 ml");
    expect(words({})).toContain("the shelf has all the paint");
  });

  it("give grams and centimetres from the tube", () => {
    expect(words({})).toContain("36 cm from the tube · 27 g");
  });
});

const summary: Summary = {
  passes: 6,
  mixes: 20,
  coats: 3.2,
  paint_ml: 40,
  medium_ml: 0,
  hours: 3.71,
  waits: 2,
  wait_minutes: 44,
  cost: 0,
  lost_after: 2,
  restated: 2,
  away_de00: 0.8,
};

it("compares plans figure by figure", () => {
  const words = text(<Compare label="Two" columns={[{ key: "a", head: "as it is", summary }]} />);
  for (const part of [
    "Passes 6",
    "Coats over all 3.2",
    "Medium none",
    "Work 3.7 h",
    "Waits 2, 44 min",
    "no prices",
  ])
    expect(words).toContain(part);
  expect(drawingWords(summary)).toBe("gone after pass 2, 2 times");
  expect(drawingWords({ ...summary, lost_after: null })).toBe("stays");
});

it("says the coats of a glaze with their medium, and how it looks while it is wet", () => {
  expect(coatsInWords([0.95])).toBe("1 coat at 95 % medium");
  expect(coatsInWords([0.9, 0.9, 0.8])).toBe("2 coats at 90 % medium, then 1 coat at 80 % medium");
  expect(milkyInWords(4.2)).toContain("milky, 4 L* lighter");
  expect(milkyInWords(0.3)).toContain("the same");
  expect(milkyInWords(-2)).toContain("2 L* darker");
});

it("offers files only when the plan is up to date, and says so", () => {
  const files = (ready: boolean) =>
    renderToStaticMarkup(
      <QueryClientProvider client={new QueryClient()}>
        <MemoryRouter>
          <UndoProvider>
            <PlanFiles paintingId={1} title="Kettle" ready={ready} />
          </UndoProvider>
        </MemoryRouter>
      </QueryClientProvider>,
    );
  expect(files(true)).not.toContain("disabled=");
  expect(files(false)).toContain("disabled=");
  expect(files(false)).toContain("when the plan is up to date");
});

it("names every stage of the strip, marks the one that is shown, and keeps the place of one not painted yet", () => {
  const strip = renderToStaticMarkup(
    <StageStrip
      passes={[{ ...pass, number: 1, role: "ground", title: "ground", stage_url: "" }, pass]}
      chosen={2}
      choose={nothing}
      proportion={4 / 3}
    />,
  );
  expect(strip).toContain('aria-label="After pass 1, ground"');
  expect([...strip.matchAll(/aria-current="(\w+)"/g)].map((m) => m[1])).toEqual(["false", "true"]);
  expect(strip.match(/<img/g)).toHaveLength(1);
});
