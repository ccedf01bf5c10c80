/** What a screen keeps in its address, changed a fact at a time so that a reload or a link shows the same. */
import { useCallback } from "react";

import { useSearchParams } from "react-router";

export type AddressFacts = Record<string, string | number | null | undefined>;

/** The address with these facts in it; null and undefined take a fact out. */
export function withFacts(search: string, facts: AddressFacts): URLSearchParams {
  const next = new URLSearchParams(search);
  for (const [key, value] of Object.entries(facts)) {
    if (value === null || value === undefined) next.delete(key);
    else next.set(key, String(value));
  }
  return next;
}

/** The facts in the address at this moment, which can be ahead of the picture while taps come faster than it is drawn. */
export const addressNow = () => new URLSearchParams(window.location.search);

/** The facts last drawn, and a way to change some; no change is lost to one that is not drawn yet. */
export function useAddress() {
  const [search, setSearch] = useSearchParams();
  const change = useCallback(
    (facts: AddressFacts) => setSearch(withFacts(window.location.search, facts), { replace: true }),
    [setSearch],
  );
  return { search, change };
}
