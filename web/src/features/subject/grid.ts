/** The transfer grid on the screen: where its lines stand and how its columns are lettered, as on the printed sheet. */

/** Lines across a length, as shares of it, both ends included; the last cell may be cut. */
export function lineShares(lengthMm: number, cellMm: number): number[] {
  const count = Math.ceil(lengthMm / cellMm - 1e-9);
  return [...Array.from({ length: count }, (_, i) => (i * cellMm) / lengthMm), 1];
}

/** A, B ... Z, AA, AB ... */
export function letters(column: number): string {
  let name = "";
  for (let rest = column + 1; rest > 0; rest = Math.floor((rest - 1) / 26)) {
    name = String.fromCharCode(65 + ((rest - 1) % 26)) + name;
  }
  return name;
}
