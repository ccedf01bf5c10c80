/** A plan in figures: what a comparison shows, row by row. */
import { ml } from "../../shared/ui/numbers";
import type { Summary } from "./queries";

interface Row {
  name: string;
  of: (summary: Summary) => string;
}

const plain = (digits: number) => (count: number) => count.toFixed(digits);

export const ROWS: Row[] = [
  { name: "Passes", of: (s) => String(s.passes) },
  { name: "Mixes", of: (s) => String(s.mixes) },
  { name: "Coats over all", of: (s) => plain(1)(s.coats) },
  { name: "Paint", of: (s) => ml(s.paint_ml) },
  { name: "Medium", of: (s) => (s.medium_ml > 0 ? ml(s.medium_ml) : "none") },
  { name: "Work", of: (s) => `${plain(1)(s.hours)} h` },
  { name: "Waits", of: (s) => (s.waits > 0 ? `${s.waits}, ${Math.round(s.wait_minutes)} min` : "none") },
  { name: "Paint is worth", of: (s) => (s.cost > 0 ? plain(2)(s.cost) : "no prices") },
  { name: "Drawing", of: (s) => drawingWords(s) },
  { name: "Difference from target", of: (s) => `ΔE ${plain(1)(s.away_de00)}` },
];

/** When the drawing is gone, and how often it has to be re-stated. */
export function drawingWords(summary: Summary): string {
  if (summary.lost_after === null) return "stays";
  return `gone after pass ${summary.lost_after}${summary.restated > 1 ? `, ${summary.restated} times` : ""}`;
}
