import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";

import { basis } from "../parts";
import { hidingInWords } from "../../materials";
import { lampWords } from "./Lights";
import { verdict } from "./Mend";
import { Order } from "./Order";

const step = {
  key: "PW6",
  name: "titanium white",
  volume_ml: 8,
  mass_g: 12,
  bead_cm: 15.9,
  drops: null,
  let_down_with: null,
  dilution_ml: 0,
  share_so_far: 1,
  dry: "#eeeeee",
  wet: "#f0f0f0",
  left_ml: 60,
};
const drop = {
  ...step,
  key: "PG7",
  name: "phthalo green",
  volume_ml: 0.05,
  mass_g: 0.06,
  bead_cm: 0.01,
  drops: 1,
};

describe("the order of adding", () => {
  const text = renderToStaticMarkup(
    <Order
      volume={8.1}
      additions={[
        step,
        { ...drop, share_so_far: 0.25 },
        { ...drop, share_so_far: 0.5 },
        { ...drop, let_down_with: "medium" },
      ]}
    />,
  );

  it("tells amounts, weights and lengths, and drops where they can be counted", () => {
    for (const words of [
      "8.0 ml",
      "12.00 g",
      "15.9 cm",
      "1 drop (0.05 ml)",
      "a touch",
      "let down 1:9 in medium",
    ]) {
      expect(text).toContain(words);
    }
  });

  it("says to stop while a strong paint goes in by drops", () => {
    for (const words of ["a quarter of it", "half of it", "the rest"]) expect(text).toContain(words);
    expect(text.match(/stop when it is right/g)).toHaveLength(3);
  });
});

describe("a pile that came out wrong", () => {
  const correction = {
    adds: [],
    growth: 0.1,
    volume_ml: 11,
    dry: "#555555",
    lab_dry: [],
    de00: 1,
    value_error: 0,
    words: "",
  };
  const answer = { leave: false, corrections: [correction], fresh_costs_less: false, fresh_ml: 5 };

  it("is left, mended or made anew, with the reason", () => {
    expect(verdict({ ...answer, leave: true })).toMatch(/^Leave it as it is/);
    expect(verdict({ ...answer, corrections: [] })).toMatch(/^Nothing on the shelf/);
    expect(verdict({ ...answer, fresh_costs_less: true })).toBe(
      "A fresh pile of 5 ml costs less paint than mending this one.",
    );
    expect(verdict(answer)).toBe("Mend it:");
  });
});

it("says how steady a colour is under a lamp and what a prediction rests on", () => {
  expect([0.4, 2, 5].map(lampWords)).toEqual([
    "keeps its colour under a lamp",
    "turns a little under a lamp",
    "turns plainly under a lamp",
  ]);
  expect([basis("calibrated"), basis("catalogue")]).toEqual(["calibrated tubes", "catalogue, from memory"]);
});

it("says how opaque a film is and in how many coats it covers, and why a clear dark covers", () => {
  expect(hidingInWords({ opacity: "O", covers_in: 2, by_depth: false })).toBe("opaque, covers in 2 coats");
  expect(hidingInWords({ opacity: "SO", covers_in: 1, by_depth: false })).toBe(
    "semi-opaque, covers in 1 coat",
  );
  expect(hidingInWords({ opacity: "T", covers_in: 2, by_depth: true })).toContain(
    "so dark that it covers in 2",
  );
  expect(hidingInWords({ opacity: "ST", covers_in: null, by_depth: false })).toContain("never covers");
});
