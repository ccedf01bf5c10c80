import { renderToStaticMarkup } from "react-dom/server";
import { expect, it } from "vitest";

import { CalibrationReport, strengthWords } from "./CalibrationReport";

it("tells the strength in words once it matters", () => {
  expect(strengthWords(1.05)).toBe("as strong as the catalogue has it");
  expect(strengthWords(1.31)).toBe("31 % stronger than the catalogue has it");
  expect(strengthWords(0.72)).toBe("28 % weaker than the catalogue has it");
});

it("shows every swatch before and after, and how far to trust it", () => {
  const fit = {
    kept: false,
    how: "card",
    confidence: "fair",
    words: "Fair: nearer than the catalogue.",
    expected_de00: 1.24,
    strength: 1.31,
    masstone_before: "#111111",
    masstone_after: "#222222",
    tint_before: "#333333",
    tint_after: "#444444",
    residuals: [{ kind: "1:4", before_de00: 3.21, after_de00: 0.44, read: "#555555", predicted: "#666666" }],
  } as const;
  const text = renderToStaticMarkup(
    <CalibrationReport fit={{ ...fit, residuals: [...fit.residuals] }} title="What would change" />,
  );
  for (const words of [
    "What would change",
    "Fair: nearer",
    "CIEDE2000 1.2",
    "3.2",
    "0.4",
    "1:4 as read, #555555",
  ]) {
    expect(text).toContain(words);
  }
});
