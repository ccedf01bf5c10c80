/**
 * What time it is at the easel. The studio's time is known from its last answer; since then the longer of two ways to count has
 * passed: by the device's clock (which goes on while the device sleeps) or by the page's own (which a clock put back does not
 * touch). A device whose clock is wrong by hours is right so.
 */
export interface Base {
  /** The studio's time at its last answer, and the device's clock then; milliseconds. */
  studio: number;
  device: number;
  /** The page's own count then; null when that was before the page was loaded. */
  page: number | null;
}

export const baseOf = (studioNow: string, device: number, page: number): Base => ({
  studio: Date.parse(studioNow),
  device,
  page,
});

/** The studio's time now, never before its last answer. */
export function timeNow(base: Base | null, device: number, page: number): number {
  if (!base) return device;
  const byDevice = device - base.device;
  const byPage = base.page === null ? 0 : page - base.page;
  return base.studio + Math.max(0, byDevice, byPage);
}

/** How far the device's clock is off by more than a minute, in words; empty where it is right. */
export function clockWords(base: Base | null): string {
  if (!base) return "";
  const off = base.device - base.studio;
  const minutes = Math.round(Math.abs(off) / 60_000);
  if (minutes < 2) return "";
  const length = minutes < 90 ? `${minutes} min` : `${Math.round(minutes / 60)} h`;
  return `The clock of this device runs ${length} ${off > 0 ? "ahead" : "behind"}. Times here are the studio's.`;
}
