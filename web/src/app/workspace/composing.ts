/** What lies over the picture to compose and to draw by; kept while the painter looks at other views. */
import { NOT_DRAWN, type DrawingLook } from "../../features/areas";

export interface Composing {
  guides: string[];
  cellMm: number | null;
  drawing: DrawingLook;
}

export const NOTHING_LAID: Composing = { guides: [], cellMm: null, drawing: NOT_DRAWN };
