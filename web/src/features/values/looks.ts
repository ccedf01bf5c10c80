/** The ways to look at the values: what the stage shows and how it is turned. */
import { useState } from "react";

import type { Flip } from "../../shared/ui/Stage";
import { USUAL_ENDS, type Ends } from "./Profile";

export type Look = "map" | "contours" | "photo" | "grey" | "notan2" | "notan3";

export const LOOKS: [Look, string][] = [
  ["map", "Masses"],
  ["contours", "Contours"],
  ["grey", "Black and white"],
  ["notan2", "Two values"],
  ["notan3", "Three values"],
  ["photo", "Photo"],
];

export interface Looking {
  look: Look;
  flip: Flip;
  squintDeg: number;
  distanceMm: number;
  ends: Ends | null;
  otherBrush: number | null;
}

const USUAL: Looking = {
  look: "map",
  flip: "none",
  squintDeg: 0,
  distanceMm: 1500,
  ends: null,
  otherBrush: null,
};

/** How the painter looks at the values now; nothing of it is kept. */
export function useLooking() {
  const [looking, setLooking] = useState<Looking>(USUAL);
  const set = (facts: Partial<Looking>) => setLooking((now) => ({ ...now, ...facts }));
  return { looking, set, showProfile: (on: boolean) => set({ ends: on ? USUAL_ENDS : null }) };
}
