import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it, vi } from "vitest";

import { AreaFacts } from "./AreaFacts";
import { AreaOverlay } from "./AreaOverlay";
import { ChangesFacts } from "./ChangesFacts";
import { absorbBelow } from "./edits";
import { cureOf, Findings } from "./Findings";
import type { Area, Areas, Border, Finding } from "./queries";
import { FlowMarks } from "./FlowMarks";
import { GradationArrow } from "./Gradation";
import { AreaTable, BorderTable } from "./Tables";
import { ThingFacts } from "./ThingFacts";
import type { AreaEdits } from "./useAreaEdits";

const area = (id: string, facts: Partial<Area> = {}): Area => ({
  id,
  index: Number(id.slice(1)) - 1,
  named: false,
  name: `passage ${id}`,
  area_cm2: 12,
  share: 0.1,
  value: 5,
  lab: [50, 0, 0],
  colour: "#777777",
  centre: [0.5, 0.5],
  outline: "M0 0 1 1Z",
  families: [],
  light: "#aaaaaa",
  shadow: "#444444",
  texture_mm: 2,
  gradation: null,
  way: null,
  growth: null,
  flow: null,
  mirrors: null,
  may_mirror: null,
  flat: false,
  plane: "middle",
  found_plane: "middle",
  beneath: [],
  target: null,
  target_value: null,
  handling: "usual",
  locked: false,
  ...facts,
});

const border: Border = {
  a: "a01",
  b: "a02",
  length_mm: 42,
  softness: "firm",
  found_softness: "firm",
  width_mm: 2,
  de00: 12,
  value_difference: 1.5,
  chroma_difference: 0,
  hue_difference_deg: 0,
  over: "a02",
  own: false,
};

const finding = (id: string, areas: string[]): Finding => ({
  key: `${id} x`,
  id,
  severity: "warning",
  message: `Something about ${areas.join()}.`,
  hint: "Do this.",
  areas,
  dismissed: null,
});

const areas: Areas = {
  areas: [area("a01"), area("a02", { handling: "bare", locked: true })],
  things: [
    { id: "a01", name: "", areas: ["a01"], said: false },
    { id: "a02", name: "", areas: ["a02"], said: false },
  ],
  borders: [border],
  detail: null,
  found_detail: 24,
  edits: [absorbBelow(3)],
  lost: [{ edit: 0, message: "You absorbed small areas, but there were none.", hint: "Take it off." }],
  advice: [],
  waiting: [],
  surfaces: {},
  labels_url: null,
  up_to_date: true,
};

function edits() {
  return {
    busy: null,
    setDetail: vi.fn(),
    setEdits: vi.fn(),
    add: vi.fn(),
    say: vi.fn(),
    sayOfBorder: vi.fn(),
    sayOfThing: vi.fn(),
    setAside: vi.fn(),
  } as unknown as AreaEdits & Record<string, ReturnType<typeof vi.fn>>;
}

const drawn = (what: React.ReactNode) =>
  renderToStaticMarkup(<QueryClientProvider client={new QueryClient()}>{what}</QueryClientProvider>);

describe("the facts of an area", () => {
  it("say how it meets its neighbour and what lies over what", () => {
    const text = drawn(
      <AreaFacts area={areas.areas[0]!} areas={areas.areas} borders={[border]} edits={edits()} />,
    );
    expect(text).toContain("passage a02");
    expect(text).toContain("42 mm long");
    expect(text).toContain("1.5 steps lighter");
    expect(text).toContain("Runs under it");
    const other = drawn(
      <AreaFacts area={areas.areas[1]!} areas={areas.areas} borders={[border]} edits={edits()} />,
    );
    expect(other).toContain("1.5 steps darker");
    expect(other).toContain("Lies over it");
  });

  it("say how its colour runs, with its two ends", () => {
    const gradation = {
      start: [0.1, 0.1],
      end: [0.4, 0.1],
      start_colour: "#cccccc",
      end_colour: "#333333",
      drawn: false,
    };
    const text = drawn(
      <AreaFacts area={area("a01", { gradation })} areas={areas.areas} borders={[]} edits={edits()} />,
    );
    expect(text).toContain("one blend from end to end");
    expect(
      drawn(
        <AreaFacts
          area={area("a01", { gradation, flat: true })}
          areas={areas.areas}
          borders={[]}
          edits={edits()}
        />,
      ),
    ).toContain("painted in bands, as you want it");
    expect(text).toContain("Its darker end");
    const arrow = drawn(
      <GradationArrow gradation={gradation} picture={{ width: 800, height: 600 }} drawn={() => {}} />,
    );
    expect(arrow).toContain('x1="80" y1="60" x2="320" y2="60"');
    expect(arrow).toContain("translate(320 60) rotate(0)");
  });

  it("say which way strokes run, and what grows over them as marks on the picture", () => {
    const flow = { spacing: 0.1, marks: [{ x: 0.5, y: 0.5, degrees: 90 }] };
    const furred = area("a01", { way: "upright", growth: "fur", flow });
    const text = drawn(
      <AreaFacts
        area={furred}
        areas={[furred, area("a02")]}
        borders={[]}
        edits={edits()}
        surfaces={{ fur: "Laid in tufts along the marks." }}
      />,
    );
    expect(text).toContain("upright");
    expect(text).toContain("Laid in tufts along the marks");
    expect(text).not.toContain("Draw a gradation");
    const marks = drawn(<FlowMarks flow={flow} picture={{ width: 800, height: 600 }} />);
    expect(marks).toMatch(/d="M400,272.8L400,327.2"/);
  });

  it("stand in a table with what is locked or left bare", () => {
    const text = drawn(<AreaTable areas={areas.areas} things={areas.things} choose={() => {}} />);
    expect(text).toContain("middle · locked · left bare");
    expect(text.match(/<tr/g)).toHaveLength(3);
  });

  it("stand beneath the thing they are parts of, with its name and whole size", () => {
    const bowl = [{ id: "a01", name: "bowl", areas: ["a01", "a02"], said: true }];
    const text = drawn(<AreaTable areas={areas.areas} things={bowl} choose={() => {}} />);
    expect(text).toContain("In 1 thing.");
    expect(text.indexOf(">bowl<")).toBeLessThan(text.indexOf("passage a01"));
    expect(text.match(/<tr/g)).toHaveLength(4);
  });

  it("name the other parts of their thing, and take one out of it", () => {
    const bowl = [{ id: "a01", name: "bowl", areas: ["a01", "a02"], said: true }];
    const text = drawn(
      <ThingFacts
        area={areas.areas[0]!}
        areas={areas.areas}
        things={bowl}
        edits={edits()}
        choose={() => {}}
      />,
    );
    expect(text).toContain("Part of one thing, with 1 more");
    expect(text).toContain("passage a02");
    expect(text).toContain("Take it out");
  });

  it("stand beside a table of all borders", () => {
    const text = drawn(<BorderTable areas={areas.areas} borders={[border]} />);
    expect(text).toContain("passage a02 over passage a01");
    expect(text).toContain("the second is 1.5 steps darker");
  });
});

it("veils the farther planes more", () => {
  const planes = [area("a01", { plane: "front" }), area("a02", { plane: "back" })];
  const text = drawn(<AreaOverlay areas={planes} widthMm={400} heightMm={300} chosen={new Set()} planes />);
  expect(text).toContain("2 areas in three planes of depth");
  expect(text.match(/rgba\(227,227,227,0.8\)/g)).toHaveLength(1);
});

it("tells which change could not be kept", () => {
  const text = drawn(<ChangesFacts areas={areas} edits={edits()} />);
  expect(text).toContain("24 areas, as the picture suggests, then 1 change by hand");
  expect(text).toContain("there were none");
});

describe("findings", () => {
  it("that were set aside are counted, not shown", () => {
    const text = drawn(
      <Findings
        findings={[
          finding("areas.W002", ["a01"]),
          { ...finding("areas.W005", ["a02"]), dismissed: "a lamp" },
        ]}
        areas={areas}
        edits={edits()}
        show={() => {}}
      />,
    );
    expect(text).toContain("Before you paint: 1");
    expect(text).toContain("set aside (1)");
    expect(text).not.toContain("about a02");
  });

  it.each([
    ["areas.W003", ["a01", "a02"], "sayOfBorder"],
    ["areas.N009", ["a01"], "add"],
    ["areas.W022", ["a01"], "add"],
    ["areas.N012", ["a01", "a02"], "add"],
    ["areas.N016", ["a01"], "add"],
    ["areas.W013", ["a01", "a02"], "say"],
  ])("%s is one tap from its cure", (id, about, done) => {
    const kept = edits();
    cureOf(finding(id, about), areas, kept)!.mend();
    expect(kept[done]).toHaveBeenCalledOnce();
  });

  it("without a cure at a tap are shown on the picture", () => {
    expect(cureOf(finding("areas.W002", ["a01", "a02"]), areas, edits())).toBeNull();
    expect(cureOf(finding("areas.W006", []), areas, edits())).toBeNull();
  });
});
