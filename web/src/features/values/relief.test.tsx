import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";

import { ContourLabels } from "./ContourLabels";
import { LookFacts } from "./LookFacts";
import { LOOKS } from "./looks";
import { ProfilePanel } from "./Profile";
import { CharacterFacts, WhereTheEyeGoes } from "./ReliefFacts";
import { TransferFiles } from "./TransferFiles";

const text = (node: React.ReactElement) =>
  renderToStaticMarkup(node)
    .replace(/<style.*?<\/style>/gs, "")
    .replace(/<[^>]+>/g, " ")
    .replace(/\s+/g, " ");

const relief = {
  contours: [
    { value: 3.3, path: "M0,0 1,1 1,0Z", labels: [[0.2, 0.3]] },
    {
      value: 6.4,
      path: "M0,0 1,1 1,0Z",
      labels: [
        [0.5, 0.5],
        [0.7, 0.1],
      ],
    },
  ],
  masses: [
    { step: 0, share: 0.42, area_cm2: 504, inside: [0.5, 0.5] },
    { step: 1, share: 0.3, area_cm2: 360, inside: [0.1, 0.1] },
  ],
  notan: [[5], [3, 7]],
  key: "low",
  contrast: "full",
  words: "Low key, full contrast: half the picture lies below value 3.8, from 1.8 to 9.5.",
  accents: [
    { kind: "value" as const, x: 0.6, y: 0.8, words: "Value contrast is strongest at the bottom." },
    { kind: "edges" as const, x: 0.3, y: 0.4, words: "The edges are strongest in the centre." },
  ],
};

describe("the relief read aloud", () => {
  it("tells key, contrast and the largest mass", () => {
    const read = text(<CharacterFacts relief={relief} />);
    expect(read).toContain("Low key, full contrast");
    expect(read).toContain("2 masses; the largest covers 42 %");
  });

  it("tells where the eye goes, and to mark the focal passage while there is none", () => {
    expect(text(<WhereTheEyeGoes relief={relief} marked={false} />)).toContain("Mark the focal passage");
    const marked = text(<WhereTheEyeGoes relief={relief} marked />);
    expect(marked).toContain("strongest at the bottom");
    expect(marked).not.toContain("Mark the focal passage");
  });

  it("writes every contour's height on each of its islands", () => {
    const drawn = renderToStaticMarkup(
      <ContourLabels relief={relief} picture={{ width: 400, height: 300 }} />,
    );
    expect(drawn).toContain("Contours at 3.3, 6.4");
    expect(drawn.match(/>6\.4</g)).toHaveLength(2);
    expect(drawn).toContain('x="80"');
  });
});

describe("ways to look", () => {
  const looking = {
    look: "map",
    flip: "none",
    squintDeg: 0,
    distanceMm: 1500,
    otherBrush: null,
    wipe: null,
  } as const;

  it("are all offered, with the one that is shown pressed", () => {
    const shown = renderToStaticMarkup(
      <LookFacts looking={looking} profile={false} set={() => {}} showProfile={() => {}} />,
    );
    for (const [, title] of LOOKS) expect(shown).toContain(title);
    expect(shown.match(/aria-pressed="true"/g)).toHaveLength(1);
    expect(shown).toContain("eyes open");
    expect(shown).not.toContain("Viewing distance");
  });

  it("tell degrees and distance while squinting", () => {
    const squinting = { ...looking, squintDeg: 0.35, distanceMm: 2000 };
    const shown = renderToStaticMarkup(
      <LookFacts looking={squinting} profile set={() => {}} showProfile={() => {}} />,
    );
    expect(shown).toContain("0.35° seen from 2.0 m");
    expect(shown).toContain("Viewing distance");
    expect(shown.match(/aria-pressed="true"/g)).toHaveLength(2);
  });
});

it("reads a profile aloud with its length, range and steps", () => {
  const greys = { width: 10, height: 4, data: Uint8Array.from({ length: 40 }, (_, i) => (i % 10) * 25) };
  const shown = renderToStaticMarkup(
    <ProfilePanel
      greys={greys}
      ends={[
        { x: 0, y: 0.5 },
        { x: 1, y: 0.5 },
      ]}
      thresholds={[3, 6]}
      tones={["#333333", "#777777", "#cccccc"]}
      widthMm={400}
      heightMm={300}
    />,
  );
  expect(shown).toContain("Profile over 400 mm: values from 0.0 to 8.8, 3 steps");
  expect(shown.match(/<rect/g)).toHaveLength(3);
});

it("offers everything for the support and for other programs", () => {
  const shown = renderToStaticMarkup(<TransferFiles paintingId={7} cellMm={50} />);
  for (const name of ["grid.pdf", "contours.svg", "value-map.svg", "ladder.pdf"]) {
    expect(shown).toContain(`/api/values/7/files/${name}?`);
  }
});
