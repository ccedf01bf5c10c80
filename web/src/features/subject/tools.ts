/** The tools by which the reference is adjusted: what each draws on the photo, and what it makes of where its handles lie. */
import type { Spot } from "../../shared/ui/Handles";
import type { Painting } from "./queries";

export type Adjustments = Painting["adjustments"];
export type Tool = "horizon" | "corners" | "grey" | "focal";

export const TOOL_WORDS: Record<Tool, { title: string; how: string }> = {
  horizon: { title: "Level", how: "Lay the line along something that should be level or upright." },
  corners: {
    title: "Straighten",
    how: "Lay the four corners on something that is a rectangle: a window, a canvas, a door.",
  },
  grey: { title: "Neutral grey", how: "Put the point on something that is grey in daylight." },
  focal: { title: "Focal passage", how: "Put the point where the eye should come to rest." },
};

const spot = (pair: readonly number[]): Spot => ({ x: pair[0]!, y: pair[1]! });
const pair = ({ x, y }: Spot): [number, number] => [x, y];

/** Where a tool's handles begin: at what was set before, else at a usual place. */
export function handlesOf(tool: Tool, painting: Pick<Painting, "adjustments" | "focal">): Spot[] {
  const { horizon, corners, grey } = painting.adjustments;
  switch (tool) {
    case "horizon":
      return horizon
        ? horizon.map(spot)
        : [
            { x: 0.15, y: 0.5 },
            { x: 0.85, y: 0.5 },
          ];
    case "corners":
      return corners
        ? corners.map(spot)
        : [
            { x: 0.2, y: 0.2 },
            { x: 0.8, y: 0.2 },
            { x: 0.8, y: 0.8 },
            { x: 0.2, y: 0.8 },
          ];
    case "grey":
      return [grey ? spot(grey) : { x: 0.5, y: 0.5 }];
    case "focal":
      return [painting.focal ?? { x: 0.5, y: 0.5 }];
  }
}

export const HANDLE_LABELS: Record<Tool, string[]> = {
  horizon: ["Left end of the line", "Right end of the line"],
  corners: ["Upper left corner", "Upper right corner", "Lower right corner", "Lower left corner"],
  grey: ["The grey point"],
  focal: ["The focal passage"],
};

/** The adjustments with what the tool's handles say. */
export function withTool(
  now: Adjustments,
  tool: Exclude<Tool, "focal">,
  handles: readonly Spot[],
): Adjustments {
  switch (tool) {
    case "horizon":
      return { ...now, horizon: handles.map(pair) };
    case "corners":
      return { ...now, corners: handles.map(pair) };
    case "grey":
      return { ...now, grey: pair(handles[0]!) };
  }
}

export const without = (now: Adjustments, tool: Exclude<Tool, "focal">): Adjustments => ({
  ...now,
  [tool]: null,
});

export const UNTOUCHED: Adjustments = {
  quarter_turns: 0,
  mirrored: false,
  horizon: null,
  corners: null,
  grey: null,
  black: 0,
  white: 1,
};

/** What has been done to the reference, in a few words. */
export function adjustmentWords(now: Adjustments): string[] {
  const words: string[] = [];
  if (now.corners) words.push("straightened");
  if (now.quarter_turns) words.push(`turned ${(now.quarter_turns ?? 0) * 90}°`);
  if (now.horizon) words.push("levelled");
  if (now.mirrored) words.push("mirrored");
  if (now.grey) words.push("neutralised");
  if ((now.black ?? 0) > 0 || (now.white ?? 1) < 1) words.push("black and white anchored");
  return words;
}
