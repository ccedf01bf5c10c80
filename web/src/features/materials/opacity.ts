/** How opaque a paint is, and in how many coats it covers, in words. */
import type { Paint } from "./queries";

type Hiding = Pick<Paint, "opacity" | "covers_in" | "by_depth">;

const OPACITY = {
  T: "transparent",
  ST: "semi-transparent",
  SO: "semi-opaque",
  O: "opaque",
} as const;

/** As in "opaque, covers in 2 coats" or "transparent, but so dark that it covers in 1 coat". */
export function hidingInWords({ opacity, covers_in, by_depth }: Hiding, coat = "coat"): string {
  const word = OPACITY[opacity];
  if (covers_in === null) return `${word}, never covers`;
  const coats = `${covers_in} ${coat}${covers_in > 1 ? "s" : ""}`;
  return by_depth ? `${word}, but so dark that it covers in ${coats}` : `${word}, covers in ${coats}`;
}
