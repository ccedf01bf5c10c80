/** Changes of the areas by hand as plain data, and what to call them. */
import type { Spot } from "../../shared/ui/Handles";
import type { Area, Edit } from "./queries";

const EMPTY: Omit<Edit, "kind"> = { spots: [], line: [], shape: [], rings: [], by: "value" };

const pair = (spot: Spot): [number, number] => [spot.x, spot.y];

const middle = (area: Area): [number, number] => [area.centre[0]!, area.centre[1]!];

export const putTogether = (areas: readonly Area[]): Edit => ({
  ...EMPTY,
  kind: "merge",
  spots: areas.map(middle),
});

export const partBy = (area: Area, by: "value" | "colour"): Edit => ({
  ...EMPTY,
  kind: "split",
  spot: middle(area),
  by,
});

export const partAlong = (area: Area, line: readonly Spot[]): Edit => ({
  ...EMPTY,
  kind: "split",
  spot: middle(area),
  by: "line",
  line: line.map(pair),
});

/** What lies under a lasso goes to the area, or with null becomes one of its own; `width` makes it a stroke. */
export const give = (shape: readonly Spot[], to: Area | null, width: number | null): Edit => ({
  ...EMPTY,
  kind: "give",
  shape: shape.map(pair),
  to: to && middle(to),
  width,
});

export const absorbBelow = (cm2: number): Edit => ({ ...EMPTY, kind: "absorb", below_cm2: cm2 });

export const lockOf = (area: Area): Edit => ({ ...EMPTY, kind: "lock", spot: middle(area) });

const BY = { value: "by value", colour: "by colour", line: "along a line" };

/** What was done, for the list of changes and for undo. */
export function editWords(edit: Edit): string {
  switch (edit.kind) {
    case "merge":
      return `Merged ${edit.spots?.length ?? 0} areas`;
    case "split":
      return `Split an area ${BY[edit.by ?? "value"]}`;
    case "give":
      return edit.to ? "Added a piece to an area" : "Made a new area";
    case "absorb":
      return `Merged areas below ${edit.below_cm2} cm² with their neighbours`;
    case "lock":
      return "Locked an area";
  }
}

/** The list without the lock that holds this area. */
export function unlocked(
  edits: readonly Edit[],
  area: Area,
  holds: (edit: Edit, area: Area) => boolean,
): Edit[] {
  const at = edits.findIndex((edit) => edit.kind === "lock" && holds(edit, area));
  return edits.filter((_, index) => index !== at);
}

/** Whether a place lies inside outlines taken together (even-odd). */
export function inside(
  rings: readonly (readonly (readonly number[])[])[],
  [x, y]: readonly number[],
): boolean {
  let odd = false;
  for (const ring of rings) {
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i, i += 1) {
      const [xi, yi] = ring[i] as [number, number];
      const [xj, yj] = ring[j] as [number, number];
      if (yi > y! !== yj > y! && x! < ((xj - xi) * (y! - yi)) / (yj - yi) + xi) odd = !odd;
    }
  }
  return odd;
}

/** A drawn line with only every point that is far enough from the last, so that a quick hand sends little. */
export function thinned(points: readonly Spot[], least = 0.004): Spot[] {
  const kept: Spot[] = [];
  for (const point of points) {
    const last = kept.at(-1);
    if (!last || Math.hypot(point.x - last.x, point.y - last.y) >= least) kept.push(point);
  }
  return kept;
}
