/** Passages of the map that are laid with a finer brush: areas, whose outlines the studio adds. */
import type { Values } from "./queries";

/** The passages with this area laid with a brush of its own, or as the rest again. */
export const withBrush = (
  passages: Values["passages"],
  area: string,
  brushMm: number | null,
): Values["passages"] => [
  ...passages.filter((one) => one.area !== area),
  ...(brushMm === null ? [] : [{ area, brush_mm: brushMm, rings: [] }]),
];
