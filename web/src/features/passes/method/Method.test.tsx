import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";

import type { Area } from "../../areas";
import {
  groundsQuery,
  schoolsQuery,
  tradeQuery,
  whatIfQuery,
  type Choices,
  type Passes,
  type Summary,
} from "../queries";
import { Method } from "./Method";
import { WhatIf } from "../WhatIf";

const choices: Choices = {
  school: "direct",
  school_of: { a02: "light-first" },
  ground_kind: "paint",
  first_cover: "own paint",
  hand: "left",
  film_factor: 1.2,
  fading: ["a01"],
  techniques: { "light/a01/light": "scumble" },
  side_mm: 20,
  sides: "one colour",
  face: { lab: null, texture: "fine", absorbency: "medium" },
  order: [],
  rules_off: { "passes.R03": "by rows" },
  moves: [{ step: "light/a01/light", before: null, role: "light" }],
  cuts: {},
  notes: {},
  own_units: [],
};
const passes = { choices, school: "direct", held_back: 0.5, lost_moves: 1, passes: [] } as unknown as Passes;
const trade = {
  schools: [
    {
      key: "direct",
      title: "Direct",
      idea: "Opaque, darks first.",
      ground: "warm earth",
      mediums: [],
      rules: ["passes.R08", "passes.R03"],
    },
    {
      key: "glazes",
      title: "Glazes",
      idea: "Clear films.",
      ground: "white",
      mediums: ["glazing liquid"],
      rules: [],
    },
    {
      key: "light-first",
      title: "Light first",
      idea: "Clean yellows.",
      ground: "white",
      mediums: [],
      rules: [],
    },
  ],
  rules: [
    { id: "passes.R08", title: "Brushes shrink", reason: "Large first.", hard: false },
    { id: "passes.R03", title: "Dark before light", reason: "Values can be judged.", hard: false },
  ],
  grounds: {
    white: "The primed support.",
    grey: "Neutral.",
    "warm earth": "It glows through.",
    black: "Out of the dark.",
  },
  faces: { "white priming": null, "bare linen": [62, 3, 14] },
  techniques: { opaque: "a full brush coat", scumble: "a broken film" },
};
const summary: Summary = {
  passes: 6,
  mixes: 20,
  coats: 3.2,
  paint_ml: 40,
  medium_ml: 0,
  hours: 3.7,
  waits: 2,
  wait_minutes: 44,
  cost: 5.5,
  lost_after: 2,
  restated: 1,
  away_de00: 0.8,
};
const areas = new Map(
  ["a01", "a02"].map((id, index) => [
    id,
    { id, index, name: `patch ${id}`, families: [] } as unknown as Area,
  ]),
);

function client() {
  const queries = new QueryClient();
  queries.setQueryData(tradeQuery.queryKey, trade as never);
  queries.setQueryData(schoolsQuery(1).queryKey, {
    schools: { direct: summary, glazes: { ...summary, medium_ml: 33, lost_after: null } },
  } as never);
  queries.setQueryData(groundsQuery(1).queryKey, {
    grounds: [
      { tone: "white", kind: "paint", colour: null, through_de00: 20, gesso_ml: 0, summary },
      { tone: "grey", kind: "paint", colour: "#777777", through_de00: 9, gesso_ml: 0, summary },
      { tone: "grey", kind: "gesso", colour: "#777777", through_de00: 9, gesso_ml: 6, summary },
    ],
    savings: [],
  } as never);
  queries.setQueryData(whatIfQuery(1).queryKey, {
    now: summary,
    then: { ...summary, paint_ml: 150 },
    paint_now: { PW6: 18 },
    paint_then: { PW6: 70, PB29: 2 },
  } as never);
  return queries;
}

const html = (node: React.ReactElement) =>
  renderToStaticMarkup(<QueryClientProvider client={client()}>{node}</QueryClientProvider>);
const text = (node: React.ReactElement) =>
  html(node)
    .replace(/<style.*?<\/style>/gs, "")
    .replace(/<[^>]+>/g, " ")
    .replace(/\s+/g, " ");
const change = () => Promise.resolve(true);
const method = (area?: Area) => (
  <Method
    paintingId={1}
    passes={passes}
    area={area}
    pass={2}
    areas={areas}
    change={change}
    setAside={() => {}}
  />
);

describe("the method of painting", () => {
  it("says what the school is about and how far lights are held back", () => {
    expect(text(method())).toContain("Opaque, darks first. Lights are held back by 0.5 value steps");
  });

  it("lists the areas with a method of their own, rules turned off with the reason, and what was moved", () => {
    const words = text(method());
    expect(words).toContain("patch a02: Light first");
    expect(words).toContain("patch a01: fades out");
    expect(words).toMatch(/Dark before light is turned off: by rows/);
    expect(words).toContain("1 step moved by hand; 1 of them have no place");
    expect(words).toContain("1 step is laid differently");
  });

  it("compares the school with another, and offers to use it", () => {
    const words = text(method());
    expect(words).toMatch(/Direct Glazes Passes 6 6/);
    expect(words).toContain("Medium none 33 ml");
    expect(words).toContain("gone after pass 2 stays");
    expect(words).toContain("Use this method");
  });

  it("offers the grounds in the stuff that was chosen, and the bare white with both", () => {
    const words = text(method());
    expect(words.match(/coats over all/g)).toHaveLength(2);
    expect(html(method())).toContain('aria-label="Use it: the grey ground"');
    expect(words).toContain("a wash over it differs by ΔE 9");
  });

  it("lists the rules that hold with their reasons, and lets each be turned off", () => {
    expect(text(method())).toContain("Brushes shrink Large first. Turn off");
    expect(html(method())).toContain('aria-label="Turn off: Brushes shrink"');
    expect(html(method())).not.toContain('aria-label="Turn off: Dark before light"'); // it is set aside already
  });

  it("asks to tap an area, and then gives it a method of its own", () => {
    expect(text(method())).toContain("Tap an area on the picture");
    const words = text(method(areas.get("a01")));
    expect(words).toContain("1 patch a01");
    expect(words).toContain("Method for this area");
    expect(words).toContain("A glaze after pass 2");
  });
});

it("sets the plan beside what would be, paint by paint", () => {
  const words = text(
    <WhatIf
      paintingId={1}
      palettes={[{ name: "Kettle palette", keys: ["PW6"] }]}
      others={[{ id: 2, title: "Slipway" }]}
      nameOf={(key) => ({ PW6: "titanium white", PB29: "ultramarine blue" })[key] ?? key}
    />,
  );
  expect(words).toContain("Paint 40 ml 150 ml");
  expect(words).toContain("titanium white 18 ml → 70 ml");
  expect(words).toContain("ultramarine blue 0 ml → 2 ml");
  expect(words).toContain("Two panels side by side");
});
