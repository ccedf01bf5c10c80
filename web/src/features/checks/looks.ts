/** How the painting is looked at beside what it should look like. */

export type Show = "painting" | "planned" | "beside" | "wipe" | "blink" | "difference";

export interface Looks {
  show: Show;
  isSquinting: boolean;
  isGrey: boolean;
  isMirrored: boolean;
  isUpsideDown: boolean;
  hasThirds: boolean;
  hasMarks: boolean;
}

export const PLAIN: Looks = {
  show: "painting",
  isSquinting: false,
  isGrey: false,
  isMirrored: false,
  isUpsideDown: false,
  hasThirds: false,
  hasMarks: true,
};

export const SHOWS: [Show, string, string][] = [
  ["painting", "Painting", "Painting as photographed"],
  ["planned", "Planned", "Planned: what it should look like now"],
  ["beside", "Both", "Both side by side"],
  ["wipe", "Wipe", "Wipe the painting over what it should look like"],
  ["blink", "Blink", "Blink between the two"],
  ["difference", "Values off", "Values off: where it is lighter or darker than planned"],
];

export type Switch = Exclude<keyof Looks, "show">;

export const SWITCHES: [Switch, string, string][] = [
  ["isSquinting", "Squint", "Squint at both"],
  ["isGrey", "Greys", "Both in greys only"],
  ["isMirrored", "Mirror", "Both mirrored"],
  ["isUpsideDown", "Turned", "Both upside down"],
  ["hasThirds", "Thirds", "Thirds and the focal passage"],
  ["hasMarks", "Marks", "What to mend, by its number"],
];

/** How the stage is turned as a whole. */
export const turnOf = (looks: Looks): string => {
  const turns = [looks.isUpsideDown && "rotate(180deg)", looks.isMirrored && "scaleX(-1)"].filter(Boolean);
  return turns.join(" ") || "none";
};
