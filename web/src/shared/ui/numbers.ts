/** Numbers in a painter's words: rounded to what a hand can measure, with their unit. */

const plain = (digits: number) => new Intl.NumberFormat("en", { maximumFractionDigits: digits });

export const cm2 = (area: number): string => `${plain(area < 10 ? 1 : 0).format(area)} cm²`;
export const ml = (volume: number): string =>
  volume > 0 && volume < 0.1 ? "under 0.1 ml" : `${plain(volume < 10 ? 1 : 0).format(volume)} ml`;
export const mm = (length: number): string => `${plain(1).format(length)} mm`;
export const share = (part: number): string => `${Math.round(part * 100)} %`;
export const value = (v: number): string => v.toFixed(1);

/** A value error in words: half a step is what an eye judges at a glance. */
export function valueWords(error: number): string {
  const size = Math.abs(error);
  if (size < 0.1) return "value right";
  const amount =
    size < 0.2
      ? "a trace"
      : size < 0.4
        ? "a quarter step"
        : size < 0.65
          ? "half a step"
          : `${size.toFixed(1)} steps`;
  return `${amount} too ${error > 0 ? "light" : "dark"}`;
}

/** A colour difference in words. */
export function differenceWords(de00: number): string {
  if (de00 < 1) return "no visible difference";
  if (de00 < 2) return "seen only side by side";
  if (de00 < 4) return "slightly off";
  return "plainly off: out of these tubes' reach";
}
