import { describe, expect, it } from "vitest";

import { baseOf, clockWords, timeNow } from "./deviceClock";

const STUDIO = Date.parse("2026-06-01T09:00:00Z");
const HOUR = 3_600_000;

describe("the time at the easel", () => {
  it("is the studio's, however wrong the device's clock is", () => {
    const base = baseOf("2026-06-01T09:00:00Z", STUDIO + 5 * HOUR, 1000);
    expect(timeNow(base, STUDIO + 5 * HOUR + 60_000, 61_000)).toBe(STUDIO + 60_000);
    expect(clockWords(base)).toContain("5 h ahead");
  });
  it("goes on while the device sleeps and the page's own count stands still", () => {
    const base = baseOf("2026-06-01T09:00:00Z", STUDIO, 1000);
    expect(timeNow(base, STUDIO + HOUR, 1500)).toBe(STUDIO + HOUR);
  });
  it("does not go back when the device's clock is put back", () => {
    const base = baseOf("2026-06-01T09:00:00Z", STUDIO, 1000);
    expect(timeNow(base, STUDIO - HOUR, 31_000)).toBe(STUDIO + 30_000);
  });
  it("is never before the studio's last answer, also after a reload", () => {
    const base = { ...baseOf("2026-06-01T09:00:00Z", STUDIO, 1000), page: null };
    expect(timeNow(base, STUDIO - HOUR, 5)).toBe(STUDIO);
    expect(timeNow(base, STUDIO + 20_000, 5)).toBe(STUDIO + 20_000);
  });
  it("says nothing of a clock that is right", () => {
    expect(clockWords(baseOf("2026-06-01T09:00:00Z", STUDIO + 20_000, 0))).toBe("");
  });
});
