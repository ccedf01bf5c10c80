import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";

import { Guides } from "./Guides";
import { GuidesOverlay } from "./GuidesOverlay";
import { Lattice } from "./Lattice";
import { localMinute } from "./NewObservationDialog";
import { ToolOverlay } from "./ToolOverlay";
import { handlesOf, UNTOUCHED, type Tool } from "./tools";
import type { Zone } from "./queries";

const picture = { width: 400, height: 300 };
const thirds = {
  guide: "thirds" as const,
  title: "Thirds",
  lines: [
    [
      [1 / 3, 0],
      [1 / 3, 1],
    ],
    [
      [0, 2 / 3],
      [1, 2 / 3],
    ],
  ],
};

describe("guides over the picture", () => {
  it("are drawn in two tones, so that they show on light and dark", () => {
    const drawn = renderToStaticMarkup(
      <GuidesOverlay
        picture={picture}
        guides={[thirds]}
        focal={null}
        cellMm={null}
        widthMm={400}
        heightMm={300}
      />,
    );
    expect(drawn.match(/<line/g)).toHaveLength(4);
    expect(drawn).toContain("Over the picture: thirds");
  });

  it("letter the cells of the grid and ring the focal passage", () => {
    const drawn = renderToStaticMarkup(
      <GuidesOverlay
        picture={picture}
        guides={[]}
        focal={{ x: 0.5, y: 0.5, radius: 0.1 }}
        cellMm={100}
        widthMm={400}
        heightMm={300}
      />,
    );
    for (const name of ["A", "B", "C", "D", "1", "2", "3"]) expect(drawn).toContain(`>${name}</text>`);
    expect(drawn).not.toContain(">E</text>");
    expect(drawn.match(/r="40"/g)).toHaveLength(2);
  });

  it("say so where there are none", () => {
    const drawn = renderToStaticMarkup(
      <GuidesOverlay picture={picture} guides={[]} focal={null} cellMm={null} widthMm={400} heightMm={300} />,
    );
    expect(drawn).toContain("No guides");
  });

  it("offer only grids that can be read on the support", () => {
    const small = renderToStaticMarkup(
      <Guides
        offered={[thirds]}
        shown={[]}
        show={() => {}}
        cellMm={null}
        setCellMm={() => {}}
        shortSideMm={60}
      />,
    );
    expect(small).toContain("No grid");
    expect(small).toContain('max="3"'); // cells of 1, 2 and 2.5 cm
  });
});

describe("a tool's handles", () => {
  it.each<[Tool, number, number]>([
    ["horizon", 2, 1],
    ["corners", 4, 4],
    ["grey", 1, 0],
  ])("of %s can be reached by keyboard, with their lines between them", (tool, handles, lines) => {
    const drawn = renderToStaticMarkup(
      <ToolOverlay
        tool={tool}
        picture={picture}
        handles={handlesOf(tool, { adjustments: UNTOUCHED, focal: null })}
        radius={0.1}
        move={() => {}}
      />,
    );
    expect(drawn.match(/tabindex="0"/gi)).toHaveLength(handles);
    expect(drawn.match(/<line/g) ?? []).toHaveLength(2 * lines);
    expect(drawn).toContain("arrow keys");
  });
});

const PLAIN: Zone = { name: "", value: 5, hue: "grey", chroma: "grey", lit: true, plane: "middle" };

describe("the lattice of an observation", () => {
  const observation = {
    columns: 4,
    rows: 4,
    cells: Array.from({ length: 16 }, (_, i) => (i < 8 ? 0 : 1)),
    zones: [{ ...PLAIN, name: "sky" }, PLAIN],
    borders: "stepped" as const,
    notes: { when: "", place: "", weather: "" },
  };

  it("shows every cell in its zone's colour and says where the cursor stands", () => {
    const drawn = renderToStaticMarkup(
      <Lattice
        observation={observation}
        colours={["#aabbcc", "#112233"]}
        lay={() => {}}
        layInstead={() => {}}
        inBlocks
        overSketch={false}
      />,
    );
    expect(drawn.match(/#aabbcc/g)).toHaveLength(8);
    expect(drawn.match(/#112233/g)).toHaveLength(8);
    expect(drawn).toContain("Here: sky");
  });

  it("lets a sketch shine through", () => {
    const drawn = renderToStaticMarkup(
      <Lattice
        observation={observation}
        colours={[]}
        lay={() => {}}
        layInstead={() => {}}
        inBlocks={false}
        overSketch
      />,
    );
    expect(drawn.match(/fill-opacity="0.7"/g)).toHaveLength(16);
  });
});

it("begins an observation at this device's minute", () => {
  expect(localMinute(new Date(2026, 4, 2, 9, 7, 42))).toBe("2026-05-02T09:07");
});
