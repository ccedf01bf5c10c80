/** The profile along a line, read from the value picture in the browser so that it follows the hand. */
import type { Spot } from "../../shared/ui/Handles";
import type { Greys } from "../../shared/ui/pixels";

const SCALE = 25.5;

/** Values at so many points from one spot to the other, between pixels linearly. */
export function sampled(greys: Greys, from: Spot, to: Spot, count: number): number[] {
  return Array.from({ length: count }, (_, i) => {
    const t = count === 1 ? 0 : i / (count - 1);
    const x = (from.x + (to.x - from.x) * t) * greys.width - 0.5;
    const y = (from.y + (to.y - from.y) * t) * greys.height - 0.5;
    return between(greys, x, y) / SCALE;
  });
}

function between({ width, height, data }: Greys, x: number, y: number): number {
  const x0 = Math.min(width - 1, Math.max(0, Math.floor(x)));
  const y0 = Math.min(height - 1, Math.max(0, Math.floor(y)));
  const x1 = Math.min(width - 1, x0 + 1);
  const y1 = Math.min(height - 1, y0 + 1);
  const fx = Math.min(1, Math.max(0, x - x0));
  const fy = Math.min(1, Math.max(0, y - y0));
  const at = (column: number, row: number) => data[row * width + column]!;
  const top = at(x0, y0) * (1 - fx) + at(x1, y0) * fx;
  const bottom = at(x0, y1) * (1 - fx) + at(x1, y1) * fx;
  return top * (1 - fy) + bottom * fy;
}

/** The profile as path data in a box of this size, value 10 at the top. */
export function profilePath(values: readonly number[], width: number, height: number): string {
  return values
    .map((value, i) => {
      const x = values.length > 1 ? (i / (values.length - 1)) * width : 0;
      return `${i === 0 ? "M" : "L"}${x.toFixed(1)},${(height - (value / 10) * height).toFixed(1)}`;
    })
    .join("");
}

/** The length of a line in mm on the support. */
export const lengthMm = (from: Spot, to: Spot, widthMm: number, heightMm: number): number =>
  Math.hypot((to.x - from.x) * widthMm, (to.y - from.y) * heightMm);

/** The blur of squinting, in picture pixels: so many degrees of view at a viewing distance. */
export const squintPx = (degrees: number, distanceMm: number, widthMm: number, widthPx: number): number =>
  (2 * distanceMm * Math.tan((degrees * Math.PI) / 360) * widthPx) / widthMm;
