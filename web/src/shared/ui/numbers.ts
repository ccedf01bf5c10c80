/** Numbers in a painter's words: rounded to what a hand can measure, with their unit. */

const plain = (digits: number) => new Intl.NumberFormat("en", { maximumFractionDigits: digits });

export const cm2 = (area: number): string => `${plain(area < 10 ? 1 : 0).format(area)} cm²`;
export const ml = (volume: number): string =>
  volume > 0 && volume < 0.1 ? "under 0.1 ml" : `${plain(volume < 10 ? 1 : 0).format(volume)} ml`;
export const mm = (length: number): string => `${plain(1).format(length)} mm`;
export const share = (part: number): string => `${Math.round(part * 100)} %`;
export const value = (v: number): string => v.toFixed(1);

/** An error with its sign, as in "+0.4" and "−0.2". */
export const signed = (error: number, digits = 1): string => {
  const rounded = Number(error.toFixed(digits));
  return `${rounded > 0 ? "+" : rounded < 0 ? "−" : ""}${Math.abs(rounded).toFixed(digits)}`;
};

/** A number as it was typed, with a point or a comma; NaN where nothing, or no number, was. */
export const typedNumber = (text: string): number =>
  text.trim() === "" ? Number.NaN : Number(text.trim().replace(",", "."));
