/** Passages of the map that are laid with a finer brush: marked by the outline of an area. */
import type { Values, ValuesIn } from "./queries";

export type Passage = ValuesIn["passages"] extends (infer One)[] | undefined ? One : never;

/** The rings of an outline (SVG path data in mm) as shares of the picture. */
export function ringsOf(outline: string, widthMm: number, heightMm: number): number[][][] {
  const share = (mm: number, whole: number) => Math.min(1, Math.max(0, mm / whole));
  return outline
    .split("M")
    .filter(Boolean)
    .map((ring) =>
      ring
        .replace("Z", "")
        .trim()
        .split(" ")
        .map((spot) => {
          const [x, y] = spot.split(",").map(Number);
          return [share(x!, widthMm), share(y!, heightMm)];
        }),
    );
}

/** The passages with this area laid with a brush of its own, or as the rest again. */
export const withBrush = (
  passages: Values["passages"],
  area: { id: string; outline: string },
  brushMm: number | null,
  widthMm: number,
  heightMm: number,
): Values["passages"] => [
  ...passages.filter((one) => one.area !== area.id),
  ...(brushMm === null
    ? []
    : [{ area: area.id, brush_mm: brushMm, rings: ringsOf(area.outline, widthMm, heightMm) }]),
];
