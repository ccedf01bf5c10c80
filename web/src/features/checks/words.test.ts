import { expect, it } from "vitest";

import { PLAIN, turnOf } from "./looks";
import { headed, sorted } from "./MendList";
import type { AreaFinding, Mend, Summary } from "./queries";
import { coverWords, summaryWords, valueOff } from "./words";
import { signed } from "../../shared/ui/numbers";

const summary: Summary = {
  id: 1,
  number: 2,
  stage: "pass 2, block-in",
  taken: "2026-06-01T09:00:00Z",
  state: "measured",
  picture_url: "/media/a.jpg",
  things: 2,
  done: false,
};

const area: AreaFinding = {
  area: "a01",
  name: "wall",
  value_error: -0.449,
  value_uncertainty: 0.1,
  value_within: 0.2,
  chroma_error: 0,
  hue_error_deg: 0,
  de00: 4,
  painted: "#808080",
  planned: "#909090",
  words: "half a step too dark",
  covered: 0.934,
  looks_like: null,
  streaks: 0,
  seen: 1,
  wet: false,
};

it("tells a check in a few words", () => {
  expect(summaryWords(summary)).toBe("2 things to mend");
  expect(summaryWords({ ...summary, things: 1 })).toBe("1 thing to mend");
  expect(summaryWords({ ...summary, things: 0, done: true })).toBe("nothing to mend");
  expect(summaryWords({ ...summary, state: "waiting" })).toBe("being measured");
  expect(summaryWords({ ...summary, state: "failed" })).toBe("not measured");
});

it("tells errors with their sign, and nothing where they round to nothing", () => {
  expect(signed(0.44)).toBe("+0.4");
  expect(signed(-0.44)).toBe("−0.4");
  expect(signed(-0.04)).toBe("0.0");
  expect(valueOff(area)).toBe("−0.4 ± 0.2");
});

it("tells the cover, or what an area still looks like", () => {
  expect(coverWords(area)).toBe("93 %");
  expect(coverWords({ ...area, covered: null })).toBe("");
  expect(coverWords({ ...area, looks_like: 0 })).toBe("bare");
  expect(coverWords({ ...area, looks_like: 3 })).toBe("as pass 3");
});

it("parts the list into what to mend, what is still to be painted and what is left", () => {
  const one = (kind: Mend["kind"], seen: boolean): Mend => ({
    kind,
    seen,
    action: kind,
    why: "",
    at: [0, 0],
    areas: [],
    cure: "",
  });
  const parts = sorted([one("value", true), one("edge", true), one("paint", false), one("leave", false)]);
  expect(parts.first.map((part) => part.kind)).toEqual(["value", "edge"]);
  expect(parts.toPaint).toHaveLength(1);
  expect(parts.left.map((part) => part.kind)).toEqual(["leave"]);
});

it("makes a heading of what comes before the colon", () => {
  expect(headed("Stop here: nothing is left that the eye would see at 0.8 m.")).toEqual([
    "Stop here",
    "Nothing is left that the eye would see at 0.8 m.",
  ]);
});

it("turns the stage as it is asked", () => {
  expect(turnOf(PLAIN)).toBe("none");
  expect(turnOf({ ...PLAIN, isMirrored: true, isUpsideDown: true })).toBe("rotate(180deg) scaleX(-1)");
});
