/** Small things of language that every page needs. */

/** As a sentence begins. */
export const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** So many of a thing: "1 remark", "2 remarks". */
export const soMany = (count: number, thing: string): string => `${count} ${thing}${count === 1 ? "" : "s"}`;

const momentOf = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" });
/** A day with its time: "28 Nov 2026, 03:53". */
export const moment = (time: string): string => momentOf.format(new Date(time));

const longDayOf = new Intl.DateTimeFormat("en-GB", { dateStyle: "long" });
/** A day in full: "28 November 2026". */
export const longDay = (time: string): string => longDayOf.format(new Date(time));
