/** Differences along a border in words. */
import type { Border } from "./queries";

const FAINT_CHROMA = 3;
const FAINT_HUE_DEG = 10;

/** How the second side differs from the first (`way` 1), or the first from the second (-1). */
export function differenceWords(border: Border, way: 1 | -1): string {
  const step = way * border.value_difference;
  const chroma = way * border.chroma_difference;
  const words = [`${Math.abs(step).toFixed(1)} steps ${step >= 0 ? "lighter" : "darker"}`];
  if (Math.abs(chroma) >= FAINT_CHROMA) {
    words.push(`${chroma > 0 ? "stronger" : "greyer"} by ${Math.abs(chroma).toFixed(0)} of chroma`);
  }
  if (Math.abs(border.hue_difference_deg) >= FAINT_HUE_DEG) {
    words.push(`${Math.abs(border.hue_difference_deg).toFixed(0)}° off in hue`);
  }
  return words.join(", ");
}
