/** What the hand does to the areas on the picture; tapping chooses when there is no tool. */
import type { Spot } from "../../shared/ui/Handles";
import type { Area } from "./queries";

export type AreaTool =
  | { kind: "merge"; with: string[] }
  | { kind: "line"; line: [Spot, Spot] }
  | { kind: "outline"; own: boolean }
  | { kind: "stroke" };

export const STROKE_MM = 8;
const HALF_LINE = 0.12;

/** A line across an area, to be moved by its ends. */
export function lineAcross(area: Area): [Spot, Spot] {
  const [x, y] = area.centre as [number, number];
  return [
    { x: Math.max(0, x - HALF_LINE), y },
    { x: Math.min(1, x + HALF_LINE), y },
  ];
}

/** What to do with the tool that is in hand. */
export function toolWords(tool: AreaTool, area: Area | undefined): string {
  switch (tool.kind) {
    case "merge":
      return "Tap every area that belongs with it.";
    case "line":
      return "Lay the line across the area; it runs on beyond its ends.";
    case "outline":
      return tool.own ? "Outline what is to be an area of its own." : `Outline what goes to “${area?.name}”.`;
    case "stroke":
      return `Stroke over what goes to “${area?.name}”.`;
  }
}
