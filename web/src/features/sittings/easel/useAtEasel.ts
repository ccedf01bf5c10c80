/** The easel of a painting for the page, and the studio's time in steps of a second. */
import { useEffect, useState, useSyncExternalStore } from "react";

import { AtEasel, type Snapshot } from "./atEasel";

export interface Easel extends Snapshot {
  at: AtEasel;
}

export function useAtEasel(painting: number): Easel {
  const [at] = useState(() => new AtEasel(painting));
  useEffect(() => {
    void at.begin();
    return () => at.leave();
  }, [at]);
  return { ...useSyncExternalStore(at.subscribe, at.snapshot), at };
}

const EVERY_MS = 1000;

/** The studio's time, told anew every second while the page is in sight. */
export function useNow(at: AtEasel): number {
  const [now, setNow] = useState(() => at.now());
  useEffect(() => {
    const timer = setInterval(() => document.hidden || setNow(at.now()), EVERY_MS);
    return () => clearInterval(timer);
  }, [at]);
  return now;
}
