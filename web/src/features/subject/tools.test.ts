import { describe, expect, it } from "vitest";

import { inside, nudged } from "../../shared/ui/Handles";
import { adjustmentWords, handlesOf, HANDLE_LABELS, UNTOUCHED, without, withTool, type Tool } from "./tools";

const TOOLS: Tool[] = ["horizon", "corners", "grey", "focal"];

describe("handles on the photo", () => {
  it("have a name each and lie inside the picture", () => {
    for (const tool of TOOLS) {
      const spots = handlesOf(tool, { adjustments: UNTOUCHED, focal: null });
      expect(spots).toHaveLength(HANDLE_LABELS[tool].length);
      for (const spot of spots) expect(inside(spot)).toEqual(spot);
    }
  });

  it("begin where they were left", () => {
    const moved = [
      { x: 0.1, y: 0.4 },
      { x: 0.9, y: 0.45 },
    ];
    const adjustments = withTool(UNTOUCHED, "horizon", moved);
    expect(handlesOf("horizon", { adjustments, focal: null })).toEqual(moved);
    expect(handlesOf("focal", { adjustments, focal: { x: 0.3, y: 0.2, radius: 0.1 } })[0]).toMatchObject({
      x: 0.3,
    });
  });

  it("move with the arrow keys and stop at the edge", () => {
    expect(nudged({ x: 0.5, y: 0.5 }, "ArrowUp")!.y).toBeLessThan(0.5);
    expect(nudged({ x: 0, y: 0.5 }, "ArrowLeft")).toEqual({ x: 0, y: 0.5 });
    expect(nudged({ x: 0, y: 0 }, "Enter")).toBeNull();
  });
});

describe("adjustments", () => {
  it("are told in words and taken back one by one", () => {
    const all = {
      ...withTool(
        withTool(UNTOUCHED, "grey", [{ x: 0.2, y: 0.3 }]),
        "corners",
        handlesOf("corners", { adjustments: UNTOUCHED, focal: null }),
      ),
      quarter_turns: 3 as const,
      mirrored: true,
      black: 0.05,
    };
    expect(adjustmentWords(all)).toEqual([
      "straightened",
      "turned 270°",
      "mirrored",
      "neutralised",
      "black and white anchored",
    ]);
    expect(without(all, "grey").grey).toBeNull();
    expect(adjustmentWords(UNTOUCHED)).toEqual([]);
  });
});
