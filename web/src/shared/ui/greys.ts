/** Screen greys of Munsell values. */

/** Screen grey 0-255 of a Munsell value: the polynomial of ASTM D1535 and the sRGB encoding, for display only. */
export function greyOf(value: number): number {
  const v = Math.min(10, Math.max(0, value));
  const y = (v * (1.1914 + v * (-0.22533 + v * (0.23352 + v * (-0.020484 + v * 0.00081939))))) / 100;
  const encoded = y <= 0.0031308 ? 12.92 * y : 1.055 * y ** (1 / 2.4) - 0.055;
  return Math.round(255 * Math.min(1, Math.max(0, encoded)));
}
