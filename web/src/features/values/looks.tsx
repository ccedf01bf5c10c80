/** The ways to look at the values: what the stage shows and how it is turned. */
import { createContext, useCallback, useContext, useState, type ReactNode } from "react";

import type { Spot } from "../../shared/ui/Handles";
import type { Flip } from "../../shared/ui/Viewer";
import type { Ends } from "./Profile";

export type Look = "map" | "laid" | "contours" | "photo" | "grey" | "notan2" | "notan3";

export const LOOKS: [Look, string][] = [
  ["map", "Masses"],
  ["laid", "Strokes"],
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
  otherBrush: number | null;
  /** Where the photo that is wiped over the map ends, or none. */
  wipe: Spot | null;
}

const USUAL: Looking = {
  look: "map",
  flip: "none",
  squintDeg: 0,
  distanceMm: 1500,
  otherBrush: null,
  wipe: null,
};

interface Looks {
  looking: Looking;
  set: (facts: Partial<Looking>) => void;
  /** The line of the profile, which moves on its own. */
  ends: Ends | null;
  setEnds: (ends: Ends | null) => void;
}

const Context = createContext<Looks | null>(null);

/** Holds how the painter looks at the values while other views are looked at; nothing of it is kept. */
export function LooksProvider({ children }: { children: ReactNode }) {
  const [looking, setLooking] = useState<Looking>(USUAL);
  const [ends, setEnds] = useState<Ends | null>(null);
  const set = useCallback((facts: Partial<Looking>) => setLooking((now) => ({ ...now, ...facts })), []);
  return <Context value={{ looking, set, ends, setEnds }}>{children}</Context>;
}

/** How the painter looks at the values now. */
export function useLooks(): Looks {
  const looks = useContext(Context);
  if (!looks) throw new Error("useLooks outside LooksProvider");
  return looks;
}
