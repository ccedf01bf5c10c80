import { describe, expect, it } from "vitest";

import { EASEL_SURROUNDS, easelTheme, theme } from "./theme";

/** Relative luminance and contrast as WCAG 2.2 defines them. */
function luminance(hex: string): number {
  const [r, g, b] = [1, 3, 5].map((at) => {
    const channel = parseInt(hex.slice(at, at + 2), 16) / 255;
    return channel <= 0.04045 ? channel / 12.92 : ((channel + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
}

function contrast(a: string, b: string): number {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x);
  return (light! + 0.05) / (dark! + 0.05);
}

const isNeutral = (hex: string) => hex.slice(1, 3) === hex.slice(3, 5) && hex.slice(3, 5) === hex.slice(5, 7);

describe("theme", () => {
  const { palette } = theme;

  it("knows contrast: black on white is 21", () => {
    expect(contrast("#000000", "#ffffff")).toBeCloseTo(21);
  });

  it("keeps text at 4.5:1 or more on every ground it stands on", () => {
    for (const text of [palette.text.primary, palette.text.secondary]) {
      for (const ground of [palette.background.default, palette.background.paper, palette.mat]) {
        expect(contrast(text, ground)).toBeGreaterThanOrEqual(4.5);
      }
    }
    expect(contrast(palette.primary.contrastText, palette.primary.main)).toBeGreaterThanOrEqual(4.5);
    expect(contrast(palette.primary.main, palette.background.paper)).toBeGreaterThanOrEqual(4.5);
  });

  it("lets the stage's tools be seen on every surround", () => {
    for (const surround of ["light", "middle", "dark"] as const) {
      expect(contrast(palette.onSurround[surround], palette.surround[surround])).toBeGreaterThanOrEqual(3);
    }
  });

  it("has no colour near the picture: surrounds, mats and grounds are neutral greys", () => {
    const greys = [
      ...Object.values(palette.surround),
      ...Object.values(palette.onSurround),
      palette.mat,
      palette.background.default,
      palette.background.paper,
      palette.divider,
      palette.text.primary,
    ];
    expect(greys.filter((grey) => !isNeutral(grey))).toEqual([]);
  });

  it.each(EASEL_SURROUNDS)("at the easel on %s keeps text readable, and nothing has a colour", (surround) => {
    const { palette } = easelTheme(surround);
    for (const text of [palette.text.primary, palette.text.secondary])
      for (const ground of [palette.background.default, palette.background.paper])
        expect(contrast(text, ground)).toBeGreaterThanOrEqual(4.5);
    expect(contrast(palette.onMat, palette.mat)).toBeGreaterThanOrEqual(4.5);
    expect(contrast(palette.primary.contrastText, palette.primary.main)).toBeGreaterThanOrEqual(4.5);
    const all = [
      palette.mat,
      palette.onMat,
      palette.primary.main,
      palette.divider,
      palette.background.default,
    ];
    expect(all.filter((grey) => !isNeutral(grey))).toEqual([]);
  });
});
