// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";

import { inStudio, serve, type Answer } from "../../shared/testing";
import type { Entry, Teaching as Row, Tubes } from "./queries";
import Teaching from "./Teaching";
import { learned, learnedAll } from "./testing";
import TubesFromPiles from "./TubesFromPiles";
import WhatWasLearned from "./WhatWasLearned";

vi.mock("./Charts", () => ({ default: () => null }));

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const LEARNED = "GET /api/logbook/learned";
const told = (answers: Record<string, Answer | ((asked: { body: unknown }) => Answer)>) => {
  const asked = serve({ "GET /api/logbook/teaching": { body: [] }, ...answers });
  inStudio(<WhatWasLearned />, "/logbook/learned");
  return asked;
};

const SLOW = learned();
const LOSS = learned({
  what: "loss",
  title: "Lost in brush and palette",
  mean: 0.2,
  low: 0.1,
  high: 0.3,
  usual: 0.2,
  in_use: 0.2,
  count: 2,
  differs: false,
});

describe("what was learned", () => {
  it("says where it comes from while there is nothing", async () => {
    told({ [LEARNED]: { body: learnedAll([], { observations: 0 }) } });
    expect(await screen.findByText(/Nothing yet\. Take a plan to the easel/)).toBeTruthy();
    expect(screen.queryByRole("table")).toBeNull();
    expect(screen.queryByRole("link", { name: /Save the log/ })).toBeNull();
  });

  it("claims what differs and holds its tongue where too little was seen", async () => {
    told({ [LEARNED]: { body: learnedAll([SLOW, LOSS]) } });
    const list = await screen.findByRole("list", { name: "What differs from the usual" });
    expect(
      within(list)
        .getAllByRole("listitem")
        .map((one) => one.textContent),
    ).toEqual(["Your units take 1.5 times the usual minutes. From 12, 1.40 to 1.60 × eight times in ten."]);
    const [, first, second] = within(screen.getByRole("table", { name: "Factors" })).getAllByRole("row");
    const cells = (row: HTMLElement) =>
      within(row)
        .getAllByRole("cell")
        .map((one) => one.textContent);
    expect(cells(first!)).toEqual([
      "Minutes at a unit",
      "1.50 ×",
      "1.40 to 1.60 ×",
      "1.00 ×",
      "1.00 ×",
      "from 12",
    ]);
    expect(cells(second!)).toEqual([
      "Lost in brush and palette",
      "",
      "",
      "20 %",
      "20 %",
      "2 seen: too few to say",
    ]);
  });

  it("puts groups under what they are of, in a painter's words", async () => {
    const groups = [learned({ of: "back", by: "depth", mean: 2, in_use: null })];
    told({ [LEARNED]: { body: learnedAll([SLOW, LOSS], { groups }) } });
    const rows = within(await screen.findByRole("table", { name: "Factors" })).getAllByRole("row");
    expect(rows.map((row) => row.firstElementChild!.textContent)).toEqual([
      "What",
      "Minutes at a unit",
      "background",
      "Lost in brush and palette",
    ]);
  });

  it("is taken up by a tap, after saying what that does to the plans there are", async () => {
    const change = {
      hours: 4,
      hours_after: 6,
      wait_min: 30,
      wait_min_after: 25,
      ml: 40,
      ml_least: 41,
      ml_most: 52,
    };
    const asked = told({
      [LEARNED]: { body: learnedAll([SLOW], { offered: true }) },
      "GET /api/logbook/effects": { body: [{ painting: 3, title: "Jug", change }] },
      "PUT /api/logbook/use": { body: learnedAll([learned({ in_use: 1.5 })], { own: true }) },
    });
    const effects = await screen.findByRole("table", { name: "What it does to your plans" });
    expect(effects.textContent).toContain("Jug4.0 h → about 6.0 h of work30 min → about 25 min of waiting");
    fireEvent.click(screen.getByRole("button", { name: "Plan with what was learned" }));
    expect(await screen.findByText(/Plans go by this\./)).toBeTruthy();
    expect(asked.find((one) => one.method === "PUT")?.body).toEqual({ learned: true });
    expect(screen.queryByRole("table", { name: "What it does to your plans" })).toBeNull();
    expect(screen.getByRole("button", { name: "Plan by the usual factors" })).toBeTruthy();
  });

  it("names what is learned anew while nothing was seen since, and takes all in again", async () => {
    const anew = [{ what: "ml", title: "Paint taken", since: "2026-06-01T09:00:00Z" }] as const;
    const asked = told({
      [LEARNED]: { body: learnedAll([SLOW], { anew: [...anew] }) },
      "PUT /api/logbook/anew": { body: learnedAll([SLOW]) },
    });
    expect(await screen.findByText(/^Paint taken: learned anew since 1 Jun 2026/)).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Take it all in again" }));
    await waitFor(() => expect(screen.queryByText(/learned anew since/)).toBeNull());
    expect(asked.find((one) => one.method === "PUT")?.body).toEqual({ what: "ml", anew: false });
  });

  it("says when it cannot be read", async () => {
    told({ [LEARNED]: { status: 500, body: { code: "x", message: "No log.", hint: "Reload." } } });
    expect(await screen.findByText("No log.")).toBeTruthy();
  });
});

describe("what lies behind a factor", () => {
  const seen = (id: string, facts: Partial<Entry> = {}): Entry => ({
    id,
    at: "2026-06-01T09:00:00Z",
    painting: 3,
    painting_title: "Jug",
    of: "flat, 25 mm",
    expected: 10,
    found: 15,
    doubted: false,
    left_out: false,
    ...facts,
  });
  const BEHIND = "GET /api/logbook/learned/minutes";
  const open = async () => {
    const table = await screen.findByRole("table", { name: "Factors" });
    fireEvent.click(within(table).getByRole("button", { name: "Minutes at a unit" }));
    return screen.findByRole("region", { name: "Behind it: Minutes at a unit" });
  };

  it("is every observation, with what was expected, and which hardly count", async () => {
    const observations = [
      seen("a"),
      seen("b", { doubted: true }),
      seen("c", { left_out: true, doubted: true }),
    ];
    told({ [LEARNED]: { body: learnedAll([SLOW]) }, [BEHIND]: { body: { observations, total: 3 } } });
    const rows = within(await open()).getAllByRole("row");
    expect(rows.map((row) => row.children[3]!.textContent)).toEqual([
      "15 min, 10 expected",
      "15 min, 10 expected · far off, hardly counted",
      "15 min, 10 expected · left out",
    ]);
  });

  it("is left out one by one, and what was learned follows", async () => {
    const asked = told({
      [LEARNED]: { body: learnedAll([SLOW]) },
      [BEHIND]: { body: { observations: [seen("a")], total: 1 } },
      "PUT /api/logbook/left-out": { body: learnedAll([learned({ mean: 1.2 })], { left_out: 1 }) },
    });
    fireEvent.click(within(await open()).getByRole("button", { name: "Leave it out" }));
    expect(await screen.findByText(/40 observations, 1 left out\./)).toBeTruthy();
    expect(asked.find((one) => one.method === "PUT")?.body).toEqual({ id: "a", out: true });
    await waitFor(() =>
      expect(asked.filter((one) => one.path === "/api/logbook/learned/minutes").length).toBeGreaterThan(1),
    );
  });

  it("is forgotten and learned anew", async () => {
    const asked = told({
      [LEARNED]: { body: learnedAll([SLOW]) },
      [BEHIND]: { body: { observations: [], total: 0 } },
      "PUT /api/logbook/anew": {
        body: learnedAll([learned({ since: "2026-06-01T09:00:00Z", count: 3 })]),
      },
    });
    fireEvent.click(within(await open()).getByRole("button", { name: "Forget it and learn anew" }));
    expect(await screen.findByText(/^Learned anew since/)).toBeTruthy();
    expect(asked.find((one) => one.method === "PUT")?.body).toEqual({ what: "minutes", anew: true });
  });

  it("is turned over page by page", async () => {
    const asked = told({
      [LEARNED]: { body: learnedAll([SLOW]) },
      [BEHIND]: { body: { observations: [seen("a")], total: 120 } },
    });
    fireEvent.click(within(await open()).getByRole("button", { name: "Go to page 3" }));
    await waitFor(() => expect(asked.at(-1)?.search.get("page")).toBe("3"));
  });

  it("stays as it was when the studio refuses", async () => {
    told({
      [LEARNED]: { body: learnedAll([SLOW]) },
      [BEHIND]: { body: { observations: [seen("a")], total: 1 } },
      "PUT /api/logbook/left-out": {
        status: 404,
        body: { code: "x", message: "It is gone.", hint: "Reload." },
      },
    });
    fireEvent.click(within(await open()).getByRole("button", { name: "Leave it out" }));
    expect(await screen.findByText("It is gone. Reload.")).toBeTruthy();
    expect(screen.getByRole("button", { name: "Leave it out" })).toBeTruthy();
  });
});

describe("paintings that teach", () => {
  const row = (id: number, where: string, teaches: boolean): Row => ({
    id,
    title: `painting ${id}`,
    painting: where === "gone" ? null : id,
    where,
    count: 30,
    teaches,
  });

  it("says where each is, and what letting go means for one that is gone", async () => {
    const rows = [row(1, "", true), row(2, "in the bin", false), row(3, "gone", true)];
    const asked = serve({
      "GET /api/logbook/teaching": { body: rows },
      "PUT /api/logbook/teaching/2": {
        body: [row(1, "", true), row(2, "in the bin", true), row(3, "gone", true)],
      },
    });
    inStudio(<Teaching />, "/logbook/learned");
    const items = await screen.findAllByRole("listitem");
    expect(items.map((one) => within(one).getByRole("button").textContent)).toEqual([
      "Let its lessons go",
      "Let it teach again",
      "Let its lessons go for good",
    ]);
    expect(items[1]!.textContent).toContain("painting 2, in the bin");
    fireEvent.click(screen.getByRole("button", { name: "Let it teach again" }));
    await waitFor(() => expect(screen.queryByRole("button", { name: "Let it teach again" })).toBeNull());
    expect(asked.find((one) => one.method === "PUT")?.body).toEqual({ teaches: true });
  });
});

describe("tubes by piles", () => {
  const tubes = (facts: Partial<Tubes>): Tubes => ({
    piles: 9,
    before_de00: 4.2,
    unseen_de00: 2.1,
    gain: 0.5,
    worth_it: true,
    tubes: [
      {
        key: "PW6",
        name: "titanium white",
        tube: 1,
        before: "#ffffff",
        after: "#fefefa",
        strength: 1.2,
        piles: 8,
        kept: false,
      },
      {
        key: "PB29",
        name: "ultramarine",
        tube: null,
        before: "#1010a0",
        after: "#1212a2",
        strength: 0.8,
        piles: 2,
        kept: false,
      },
    ],
    ...facts,
  });

  it("are offered with how much nearer other mixes would be", async () => {
    const asked = serve({
      "GET /api/logbook/swatches/tubes": { body: tubes({}) },
      "POST /api/logbook/swatches/tubes": {
        body: tubes({ tubes: tubes({}).tubes.map((one) => ({ ...one, kept: one.tube !== null })) }),
      },
    });
    inStudio(<TubesFromPiles />, "/logbook/swatches");
    expect(
      await screen.findByText(
        /By your 9 piles, other mixes would be predicted 50 % nearer: ΔE 2\.1 where it is 4\.2 now\./,
      ),
    ).toBeTruthy();
    const rows = within(screen.getByRole("table", { name: "Tubes by your piles" })).getAllByRole("row");
    expect(rows[2]!.textContent).toContain("ultramarine (not on the shelf)");
    fireEvent.click(screen.getByRole("button", { name: "Predict by my piles" }));
    expect(await screen.findByText(/^By your piles now: titanium white\./)).toBeTruthy();
    expect(asked.filter((one) => one.method === "POST")).toHaveLength(1);
  });

  it("are not offered where they would bring nothing nearer", async () => {
    serve({ "GET /api/logbook/swatches/tubes": { body: tubes({ worth_it: false, unseen_de00: 4.4 }) } });
    inStudio(<TubesFromPiles />, "/logbook/swatches");
    expect(
      await screen.findByText(/would not bring predictions nearer yet \(ΔE 4\.4 against 4\.2\)/),
    ).toBeTruthy();
    expect(screen.queryByRole("button", { name: "Predict by my piles" })).toBeNull();
  });

  it("say in words why they cannot be learned", async () => {
    serve({
      "GET /api/logbook/swatches/tubes": {
        status: 422,
        body: { code: "x", message: "Too few piles.", hint: "Read more of them." },
      },
    });
    inStudio(<TubesFromPiles />, "/logbook/swatches");
    expect(await screen.findByText("Too few piles. Read more of them.")).toBeTruthy();
  });
});
