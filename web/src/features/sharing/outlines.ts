/** Which area lies under a finger, by the outlines alone. */
import type { Seen } from "./queries";

/** The area under a point (shares of the picture); null on none, and where nothing can be drawn. */
export function areaUnder(
  seen: Pick<Seen, "areas" | "width_mm" | "height_mm">,
  at: { x: number; y: number },
  inside: (outline: string, x: number, y: number) => boolean = isInside,
): string | null {
  const [x, y] = [at.x * seen.width_mm, at.y * seen.height_mm];
  return seen.areas.find((one) => inside(one.outline, x, y))?.id ?? null;
}

function isInside(outline: string, x: number, y: number): boolean {
  const context = document.createElement("canvas").getContext("2d");
  return context?.isPointInPath(new Path2D(outline), x, y, "evenodd") ?? false;
}
