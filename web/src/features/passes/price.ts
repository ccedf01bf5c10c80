/** A price in the painter's own money. */
export const price = (amount: number): string => amount.toFixed(2);
