/** Outlines on the a*b* plane as SVG: a* to the right, b* upwards. */

/** Half the width of the plane that is drawn. */
export const SPAN = 75;

/** A closed ring of [a*, b*] points as path data. */
export const ringPath = (ring: readonly (readonly number[])[]): string =>
  ring.length === 0 ? "" : `M${ring.map(([a, b]) => `${a!.toFixed(1)},${(-b!).toFixed(1)}`).join("L")}Z`;
