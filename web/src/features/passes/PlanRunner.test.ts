import { expect, it } from "vitest";

import { planLabel } from "./PlanRunner";
import { isUnderWay } from "../../shared/api/runs";
import type { Standing } from "./queries";

const standing = (facts: Partial<Standing>): Standing => ({
  painting: 1,
  values: "current",
  areas: "current",
  mixes: "current",
  passes: "current",
  sittings: "missing",
  run: null,
  revision: 1,
  why: {},
  stamps: {},
  ...facts,
});

it("offers a plan when there is none, an update when something is stale, nothing when all is current", () => {
  expect(planLabel(standing({ areas: "missing", mixes: "missing", passes: "missing" }))).toBe(
    "Plan the painting",
  );
  expect(planLabel(standing({ mixes: "stale", passes: "stale" }))).toBe("Bring up to date");
  expect(planLabel(standing({ values: "stale" }))).toBe("Bring up to date");
  expect(planLabel(standing({ sittings: "stale" }))).toBe("Bring up to date");
  expect(planLabel(standing({}))).toBeNull();
});

it("counts waiting and running as under way", () => {
  const run = { id: 1, kind: "plan", share: 0, doing: "", message: "", hint: "" };
  expect(isUnderWay({ ...run, state: "waiting" })).toBe(true);
  expect(isUnderWay({ ...run, state: "running" })).toBe(true);
  expect(isUnderWay({ ...run, state: "cancelled" })).toBe(false);
  expect(isUnderWay(null)).toBe(false);
});
