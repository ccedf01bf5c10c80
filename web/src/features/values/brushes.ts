/** Widths of flats that are offered, in mm. */
export const BRUSHES_MM = [2, 3, 4, 6, 8, 12, 18, 25, 38, 50];
