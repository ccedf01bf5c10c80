/** Passages of the map that are laid with a finer brush: areas, whose outlines the studio adds. */
import { BRUSHES_MM } from "./brushes";
import type { Values } from "./queries";

const SHARPER = 0.75;

/** The next narrower brush that is offered, or the same where there is none. */
export const finerThan = (brushMm: number): number =>
  BRUSHES_MM.filter((width) => width <= brushMm * SHARPER).at(-1) ?? brushMm;

/** The passages with this area laid with a brush of its own, or as the rest again. */
export const withBrush = (
  passages: Values["passages"],
  area: string,
  brushMm: number | null,
): Values["passages"] => [
  ...passages.filter((one) => one.area !== area),
  ...(brushMm === null ? [] : [{ area, brush_mm: brushMm, rings: [] }]),
];
