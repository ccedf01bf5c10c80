/** Patches as plain data: where a patch's corner lies, and what dragging it means for its width and turn. */
import type { Size } from "../../shared/geometry/viewport";
import type { Spot } from "../../shared/ui/Handles";
import type { Reference } from "./queries";

export type Patch = Reference["patch"];

const middleOf = (outline: readonly (readonly number[])[]): Spot => ({
  x: outline.reduce((sum, spot) => sum + spot[0]!, 0) / outline.length,
  y: outline.reduce((sum, spot) => sum + spot[1]!, 0) / outline.length,
});

/** Where a point of the patch's photo (shares of it) lies on the base (shares of that). */
export function placed(patch: Patch, photo: Size, base: Size, spot: Spot): Spot {
  const middle = middleOf(patch.outline);
  const scale = ((patch.width ?? 1) * base.width) / photo.width;
  const angle = ((patch.turn_deg ?? 0) * Math.PI) / 180;
  const dx = (spot.x - middle.x) * photo.width * scale * (patch.mirrored ? -1 : 1);
  const dy = (spot.y - middle.y) * photo.height * scale;
  return {
    x: patch.at[0]! + (dx * Math.cos(angle) - dy * Math.sin(angle)) / base.width,
    y: patch.at[1]! + (dx * Math.sin(angle) + dy * Math.cos(angle)) / base.height,
  };
}

/** The outline on the base, as shares of it. */
export const placedOutline = (patch: Patch, photo: Size, base: Size): Spot[] =>
  patch.outline.map(([x, y]) => placed(patch, photo, base, { x: x!, y: y! }));

/** The patch with its first point of the outline dragged to a place on the base: wider or narrower, turned. */
export function pulled(patch: Patch, photo: Size, base: Size, to: Spot): Patch {
  const first = placed(patch, photo, base, { x: patch.outline[0]![0]!, y: patch.outline[0]![1]! });
  const from = [(first.x - patch.at[0]!) * base.width, (first.y - patch.at[1]!) * base.height] as const;
  const now = [(to.x - patch.at[0]!) * base.width, (to.y - patch.at[1]!) * base.height] as const;
  const before = Math.hypot(...from);
  if (before < 1) return patch;
  const turn = ((Math.atan2(now[1], now[0]) - Math.atan2(from[1], from[0])) * 180) / Math.PI;
  const width = Math.min(4, Math.max(0.02, (patch.width ?? 1) * (Math.hypot(...now) / before)));
  return { ...patch, width, turn_deg: wrapped((patch.turn_deg ?? 0) + turn) };
}

const wrapped = (deg: number): number => ((((deg + 180) % 360) + 360) % 360) - 180;

/** The outline with one more point in the middle of its longest side. */
export function withPoint(outline: readonly number[][]): number[][] {
  let longest = 0;
  let at = 0;
  outline.forEach(([x, y], i) => {
    const [nx, ny] = outline[(i + 1) % outline.length]!;
    const length = Math.hypot(nx! - x!, ny! - y!);
    if (length > longest) [longest, at] = [length, i];
  });
  const [x, y] = outline[at]!;
  const [nx, ny] = outline[(at + 1) % outline.length]!;
  const middle = [(x! + nx!) / 2, (y! + ny!) / 2];
  return [...outline.slice(0, at + 1), middle, ...outline.slice(at + 1)];
}
