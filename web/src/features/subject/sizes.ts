/** Supports as painters buy them, and the unit they think in. */

export type Unit = "mm" | "in";

export interface Format {
  width: number;
  height: number;
}

/** Common stretched canvases and panels, landscape; in the unit in which they are sold. */
export const FORMATS: Record<Unit, Format[]> = {
  mm: [
    { width: 240, height: 180 },
    { width: 300, height: 240 },
    { width: 400, height: 300 },
    { width: 500, height: 400 },
    { width: 600, height: 400 },
    { width: 700, height: 500 },
  ],
  in: [
    { width: 10, height: 8 },
    { width: 12, height: 9 },
    { width: 14, height: 11 },
    { width: 16, height: 12 },
    { width: 20, height: 16 },
    { width: 24, height: 18 },
  ],
};

const MM_PER_INCH = 25.4;

/** As the server reads it. */
export const written = (width: string, height: string, unit: Unit): string =>
  `${width.trim()}x${height.trim()}${unit}`;

/** A length in the other unit, as text for a field; what is no number stays as typed. */
export function converted(length: string, from: Unit, to: Unit): string {
  const number = Number(length.replace(",", "."));
  if (from === to || !length.trim() || Number.isNaN(number)) return length;
  const there = from === "mm" ? number / MM_PER_INCH : number * MM_PER_INCH;
  return String(Math.round(there * 100) / 100);
}
