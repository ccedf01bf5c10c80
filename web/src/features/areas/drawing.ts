/** Which lines of the drawing are wanted, and how it is looked at. */
import type { Drawing } from "./queries";

export interface DrawingLook {
  shown: boolean;
  /** What lies beneath the lines: the photo, the photo made faint, or white paper. */
  ground: "photo" | "faint" | "paper";
  /** From 0, the fewest lines, to 1, all of them; null is the usual detail. */
  detail: number | null;
  inner: boolean;
  /** Places of the thresholds of the value map whose borders are drawn, darkest first. */
  limits: number[];
}

export const NOT_DRAWN: DrawingLook = {
  shown: false,
  ground: "faint",
  detail: null,
  inner: true,
  limits: [],
};

/** How strong a line must be to be drawn at a detail; equal steps of the detail are equal ratios of strength. */
export function faintestAt({ faintest, boldest, usual }: Drawing, detail: number | null): number {
  return detail === null ? usual : boldest * (faintest / boldest) ** detail;
}

/** The detail at which lines of this strength just appear. */
export const detailOf = ({ faintest, boldest }: Drawing, strength: number): number =>
  Math.log(strength / boldest) / Math.log(faintest / boldest);

/** The lines that are drawn. */
export function linesShown(drawing: Drawing, { detail, inner }: DrawingLook) {
  const faintest = faintestAt(drawing, detail);
  return drawing.lines.filter(
    (line) => line.kind === "value" || (line.strength >= faintest && (inner || line.kind === "outline")),
  );
}

/** The address of a file of the drawing as it is shown. */
export function drawingAddress(
  paintingId: number,
  name: string,
  drawing: Drawing,
  look: DrawingLook,
  paper: string,
  mirrored: boolean,
): string {
  const asked = new URLSearchParams({
    faintest: faintestAt(drawing, look.detail).toFixed(2),
    inner: String(look.inner),
    paper,
    mirrored: String(mirrored),
  });
  for (const limit of look.limits) asked.append("limits", String(limit));
  return `/api/areas/${paintingId}/drawing/files/${name}?${asked}`;
}
