import { renderToStaticMarkup } from "react-dom/server";
import { expect, it } from "vitest";

import { priceWords, sameKeys } from "./PaletteChoice";
import { ReachOverlay } from "./ReachOverlay";
import { ringPath } from "./rings";

const tube = { key: "PG7", name: "phthalo green", masstone: "#112222", source: "catalogue" } as const;

it("says what is missing and what it costs", () => {
  expect(priceWords({ missing: [], price: 0 })).toBe("all on the shelf");
  expect(priceWords({ missing: [tube], price: 7.5 })).toBe("1 tube to buy, 7.50");
  expect(priceWords({ missing: [tube, tube], price: null })).toBe("2 tubes to buy, price unknown");
});

it("compares palettes whatever their order", () => {
  expect(sameKeys(["PW6", "PG7"], ["PG7", "PW6"])).toBe(true);
  expect(sameKeys(["PW6"], ["PG7", "PW6"])).toBe(false);
  expect(sameKeys(["PW6", "PB29"], ["PG7", "PW6"])).toBe(false);
});

it("draws outlines with b* upwards and closes them", () => {
  expect(ringPath([])).toBe("");
  expect(
    ringPath([
      [10, 20],
      [-5, 0.25],
    ]),
  ).toBe("M10.0,-20.0L-5.0,-0.3Z");
});

it("reads the share out of reach aloud", () => {
  expect(renderToStaticMarkup(<ReachOverlay maskUrl="/media/x.png" shareOut={0.126} />)).toContain(
    "13 percent",
  );
});
