/** What came of an archive, in a painter's words. */
import type { Loaded, Transfer } from "./queries";

/** A size of a file as computers tell it. */
export function fileSize(bytes: number): string {
  if (bytes < 1e6) return `${Math.max(1, Math.round(bytes / 1e3))} kB`;
  return bytes < 1e9 ? `${(bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0)} MB` : `${(bytes / 1e9).toFixed(1)} GB`;
}

const MOST_NAMED = 4;

/** Titles, or how many there are where nobody would read so many. */
export const named = (titles: string[]): string =>
  titles.length > MOST_NAMED
    ? `${titles.length} paintings`
    : titles.map((title) => `“${title}”`).join(titles.length === 2 ? " and " : ", ");

/** What was loaded, in a sentence. */
export function loadedWords({ taken, also }: Loaded): string {
  const all = [...(taken!.length > 0 ? [named(taken!)] : []), ...also!];
  return all.length > 0 ? `New here: ${all.join(", ")}.` : "Nothing new was in it.";
}

/** How it ended, as a heading. */
export function headline({ run, loaded }: Transfer): string {
  if (run.state === "failed") return run.kind === "save" ? "It could not be saved" : "It could not be loaded";
  if (run.state === "cancelled") return "Stopped";
  if (run.kind === "save") return "Ready to be saved";
  return (loaded?.lost ?? []).length > 0 ? "Loaded, but not all of it" : "Loaded";
}
