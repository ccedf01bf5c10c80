// @vitest-environment jsdom
import { act, cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";

import { inStudio, serve } from "../../shared/testing";
import PracticePage from "./PracticePage";
import type { Said } from "./asked";
import { Question } from "./Question";
import { ScoreCard } from "./ScoreCard";
import { ScreenCheck } from "./ScreenCheck";
import { Standings } from "./Standings";
import type { Exercise, Verdict } from "./queries";

afterEach(() => {
  cleanup();
  sessionStorage.clear();
  localStorage.clear();
  vi.unstubAllGlobals();
});

const exercise = (facts: Partial<Exercise>): Exercise =>
  ({
    kind: "lighter",
    seed: 1,
    level: 0.5,
    question: "Which grey is lighter?",
    unit: "steps",
    shown: [],
    lines: [],
    options: [],
    asks: "one",
    least: 0,
    most: 0,
    step: 0,
    ...facts,
  }) as Exercise;

function asked(facts: Partial<Exercise>, verdict: Verdict | null = null): Said[] {
  const said: Said[] = [];
  inStudio(
    <Question
      exercise={exercise(facts)}
      url="/kettle.jpg"
      verdict={verdict}
      said={null}
      answer={(one) => said.push(one)}
      bare={false}
    />,
  );
  return said;
}

const greys = ["#555555", "#777777", "#999999"].map((colour, place) => ({
  colour,
  around: "",
  words: `grey ${place + 1}`,
}));

it("is answered by a tap or by the number of a choice", () => {
  const said = asked({ options: greys });
  fireEvent.keyDown(window, { key: "2" });
  fireEvent.keyDown(window, { key: "7" });
  fireEvent.keyDown(window, { key: "1", ctrlKey: true });
  fireEvent.click(screen.getByRole("button", { name: "grey 3" }));
  expect(said.map((one) => one.chosen)).toEqual([[1], [2]]);
});

it("takes an order once all are in it, each once, and lets it begin again", () => {
  const said = asked({ options: greys, asks: "order" });
  fireEvent.keyDown(window, { key: "3" });
  fireEvent.keyDown(window, { key: "3" });
  fireEvent.click(screen.getByRole("button", { name: "Begin the order again" }));
  for (const key of ["2", "1", "3"]) fireEvent.keyDown(window, { key });
  expect(said.map((one) => one.chosen)).toEqual([[1, 0, 2]]);
});

it("tells a drawing in numbers to who does not see it, and takes a number", () => {
  const said = asked({
    kind: "angle",
    question: "How steep is it?",
    unit: "degrees",
    lines: [{ begins: [0.1, 0.9], ends: [0.9, 0.1] }],
    asks: "number",
    least: 0,
    most: 90,
    step: 1,
  });
  expect(screen.getByRole("img", { name: /10 across, 90 down to 90 across, 10 down/ })).toBeTruthy();
  fireEvent.change(screen.getByRole("slider", { name: "How steep is it?" }), { target: { value: 52 } });
  fireEvent.click(screen.getByRole("button", { name: "That is it" }));
  expect(said).toEqual([{ chosen: [], number: 52, point: null }]);
});

describe("the screen's check", () => {
  const checked = (...said: string[]) => {
    const told: string[] = [];
    vi.spyOn(Math, "random").mockReturnValue(0.4); // two squares on each ground
    inStudio(<ScreenCheck done={(fault) => told.push(fault)} />);
    for (const name of said) fireEvent.click(screen.getByRole("button", { name }));
    return told;
  };

  it("is passed where both counts are right and no night mode is on", () => {
    expect(checked("2", "2", "No")).toEqual([""]);
  });

  it("says which end runs together, the darks first", () => {
    expect(checked("None", "2", "No")[0]).toMatch(/^The darks run together/);
    cleanup();
    expect(checked("2", "3", "Yes, or I do not know")[0]).toMatch(/^The lights run together/);
  });

  it("does not trust a screen that may be warmer than it should", () => {
    expect(checked("2", "2", "Yes, or I do not know")[0]).toMatch(/night or comfort mode/);
  });
});

const PROGRESS = {
  kinds: [
    {
      kind: "mix", title: "Of what is it mixed", trains: "", unit: "ΔE", needs: "colour", sights: ["all"], usual: 10, size: null,
      low: null, high: null, bias: null, leans: "", count: 0, last: null, curve: [], why_not: "", on_paper: false,
    },
  ],
  next_kind: "mix",
  beside: 0,
  beside_off: null,
  beside_curve: [],
}; // prettier-ignore

it("keeps what the painter judges by for the next time", async () => {
  serve({ "GET /api/practice/progress": { body: PROGRESS } });
  inStudio(<PracticePage />, "/practice");
  fireEvent.click(await screen.findByRole("button", { name: "Words and numbers alone" }));
  cleanup();
  inStudio(<PracticePage />, "/practice");
  const chosen = await screen.findByRole("button", { name: "Words and numbers alone" });
  expect(chosen.getAttribute("aria-pressed")).toBe("true");
});

it("says why a question cannot be asked, and lets the painter stop", async () => {
  serve({
    "GET /api/practice/progress": { body: PROGRESS },
    "GET /api/practice/next": {
      status: 422,
      body: { code: "x", message: "Too few tubes.", hint: "Add some." },
    },
  });
  inStudio(<PracticePage />, "/practice");
  fireEvent.click(await screen.findByRole("button", { name: "Practise: Of what is it mixed" }));
  expect(await screen.findByText("Too few tubes. Add some.")).toBeTruthy();
  fireEvent.click(screen.getByRole("button", { name: "Stop" }));
  await waitFor(() => expect(screen.getByRole("heading", { name: "Practice" })).toBeTruthy());
});

const VIEW = {
  box: [0, 0, 1, 1],
  width_mm: 400,
  height_mm: 300,
  marks: [
    [0.2, 0.4],
    [0.8, 0.6],
  ],
  grid: 0,
  seconds: 0,
  in_frame: false,
};
const VERDICT: Verdict = {
  is_right: false,
  off: 4,
  right: [],
  number: null,
  point: { x: 0.5, y: 0.5 },
  why: "Because.",
  counts: true,
};

describe("a question about a picture", () => {
  it("numbers its marks and tells them in numbers, and is answered by the number of a choice", () => {
    const said = asked({
      kind: "lightest",
      view: VIEW,
      options: greys.map((one) => ({ ...one, colour: "" })),
    });
    expect(
      screen.getByRole("img", { name: /marks: 1 at 20 across, 40 down; 2 at 80 across, 60 down/ }),
    ).toBeTruthy();
    fireEvent.keyDown(window, { key: "3" });
    expect(said).toEqual([{ chosen: [2], number: null, point: null }]);
  });

  it("shows a crop by moving the whole picture under it", () => {
    asked({
      kind: "edge",
      view: { ...VIEW, box: [0.5, 0.25, 0.75, 0.5], width_mm: 100, height_mm: 100, marks: [] },
    });
    const image = document.querySelector("image")!;
    const [x, y, width] = ["x", "y", "width"].map((name) => Number(image.getAttribute(name)));
    expect([x! / width!, y! / Number(image.getAttribute("height"))]).toEqual([-0.5, -0.25]);
  });

  it("takes a place by a tap, in shares of the picture", () => {
    const said = asked({
      kind: "bisect",
      asks: "point",
      question: "Tap the middle.",
      unit: "mm",
      view: VIEW,
    });
    const place = screen.getByRole("application", { name: /^Tap the middle\./ });
    vi.spyOn(place, "getBoundingClientRect").mockReturnValue(new DOMRect(100, 50, 400, 300));
    fireEvent.click(place, { clientX: 200, clientY: 200 });
    expect(said).toEqual([{ chosen: [], number: null, point: [0.25, 0.5] }]);
    expect(screen.getByText("You: 25 across, 50 down")).toBeTruthy();
  });

  it("takes a place by the keys, never outside the picture, and only once it was moved", () => {
    const said = asked({
      kind: "bisect",
      asks: "point",
      question: "Tap the middle.",
      unit: "mm",
      view: VIEW,
    });
    const place = screen.getByRole("application");
    fireEvent.keyDown(place, { key: "Enter" });
    expect(said).toEqual([]);
    for (let times = 0; times < 7; times++) fireEvent.keyDown(place, { key: "ArrowLeft", shiftKey: true });
    fireEvent.keyDown(place, { key: "ArrowDown" });
    fireEvent.keyDown(place, { key: "Enter" });
    expect(said).toEqual([{ chosen: [], number: null, point: [0, 0.51] }]);
  });

  it("puts a point into an empty frame beside the picture, and shows afterwards where it lies", () => {
    const facts = { kind: "transfer", asks: "point", view: { ...VIEW, grid: 2, in_frame: true } } as const;
    const said = asked(facts, VERDICT);
    expect(screen.getByRole("img", { name: "an empty frame" })).toBeTruthy();
    expect(screen.getByRole("img", { name: /^a picture with marks/ })).toBeTruthy();
    fireEvent.click(screen.getByRole("application"), { clientX: 1, clientY: 1 });
    expect(said).toEqual([]);
    expect(screen.getByText(/it is 50 across, 50 down, where the ring is/)).toBeTruthy();
  });

  it("is blocked in from memory: hidden first, then laid field by field, the rest at once", () => {
    const said = asked({
      kind: "block-in",
      asks: "cells",
      cells: [2, 2],
      view: { ...VIEW, marks: [], seconds: 20 },
      options: greys,
    });
    expect(screen.getByText("20 s left to look")).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "I have seen it" }));
    expect(document.querySelector("image")).toBeNull();
    const done = () => screen.getByRole<HTMLButtonElement>("button", { name: /fields to go|That is it/ });
    expect(done().disabled).toBe(true);
    fireEvent.click(screen.getByRole("button", { name: "grey 3" }));
    fireEvent.click(screen.getByRole("button", { name: "field 2 across, 1 down: empty" }));
    expect(done().textContent).toBe("3 fields to go");
    fireEvent.click(screen.getByRole("button", { name: "grey 1" }));
    fireEvent.click(screen.getByRole("button", { name: "The rest" }));
    fireEvent.click(screen.getByRole("button", { name: "field 2 across, 2 down: grey 1" }));
    fireEvent.click(done());
    expect(said).toEqual([{ chosen: [0, 2, 0, 0], number: null, point: null }]);
  });

  it("is hidden by itself when the time to look is over", () => {
    vi.useFakeTimers();
    asked({ kind: "block-in", asks: "cells", cells: [2, 2], view: { ...VIEW, seconds: 3 }, options: greys });
    act(() => vi.advanceTimersByTime(2000));
    expect(screen.getByText("1 s left to look")).toBeTruthy();
    act(() => vi.advanceTimersByTime(1000));
    expect(screen.queryByText(/left to look/)).toBeNull();
    vi.useRealTimers();
  });

  it("shows both lattices and the picture after a block-in", () => {
    const facts = { kind: "block-in", asks: "cells", cells: [2, 1], view: VIEW, options: greys } as const;
    asked({ ...facts, cells: [2, 1] }, { ...VERDICT, point: null, right: [0, 2] });
    expect(screen.getByRole("img", { name: "field 1 across, 1 down is grey 1" })).toBeTruthy();
    expect(screen.getByRole("img", { name: "field 2 across, 1 down is grey 3" })).toBeTruthy();
    expect(document.querySelector("image")).toBeTruthy();
  });
});

it("shows the grey that a number stands for", () => {
  const ladder = ["#000000", "#808080", "#ffffff"];
  asked({ kind: "match", question: "Bring it there.", asks: "number", least: 0, most: 10, step: 5, ladder });
  const mine = () => screen.getByRole("img", { name: /^your grey/ });
  expect(getComputedStyle(mine()).backgroundColor).toBe("rgb(128, 128, 128)");
  fireEvent.change(screen.getByRole("slider"), { target: { value: 10 } });
  expect(getComputedStyle(mine()).backgroundColor).toBe("rgb(255, 255, 255)");
});

describe("a painted card", () => {
  const photo = new File(["x"], "card.jpg", { type: "image/jpeg" });
  const send = () =>
    fireEvent.change(screen.getByLabelText("Photo of the painted card"), { target: { files: [photo] } });
  const field = (place: number, facts: object) => ({
    place,
    printed: "#808080",
    painted: "#858585",
    value_error: 0.04,
    de00: 1.2,
    is_right: true,
    words: "value right, colour right",
    ...facts,
  });

  it("is told field by field, the same to the eye first of all", async () => {
    const fields = [
      field(1, {}),
      field(4, { value_error: -0.62, de00: 6.34, is_right: false, words: "half a step too dark" }),
    ];
    serve({ "POST /api/practice/card": { body: { fields, hints: ["The light was coloured."] } } });
    inStudio(<ScoreCard />, "/practice");
    send();
    expect(await screen.findByText("1 of 2 fields match")).toBeTruthy();
    const rows = screen.getAllByRole("row").slice(1);
    expect(rows.map((row) => [...row.children].map((cell) => cell.textContent))).toEqual([
      ["1", "", "0.0 steps", "1.2", "the same to the eye"],
      ["4", "", "−0.6 steps", "6.3", "half a step too dark"],
    ]);
    expect(screen.getByText("The light was coloured.")).toBeTruthy();
  });

  it("says why it cannot be read, and another photo can be sent", async () => {
    let blurred = true;
    serve({
      "POST /api/practice/card": () =>
        blurred
          ? { status: 422, body: { code: "x", message: "No swatch card.", hint: "Show it whole." } }
          : { body: { fields: [field(1, {})], hints: [] } },
    });
    inStudio(<ScoreCard />, "/practice");
    send();
    expect(await screen.findByText("No swatch card. Show it whole.")).toBeTruthy();
    blurred = false;
    send();
    expect(await screen.findByText("Every field matches")).toBeTruthy();
    expect(screen.queryByText("No swatch card. Show it whole.")).toBeNull();
  });
});

it("shows beside practice by how much values were off in paintings, day by day", () => {
  const curve = [
    { day: "2026-06-01", size: 0.62, low: 0.5, high: 0.8 },
    { day: "2026-06-09", size: 0.31, low: 0.25, high: 0.4 },
  ];
  const none = { kinds: [], next_kind: "value" as const };
  inStudio(
    <Standings
      next={null}
      progress={{ ...none, beside: 40, beside_off: 0.31, beside_curve: curve }}
      practise={() => undefined}
    />,
  );
  expect(screen.getByText(/the last 40 areas that dried were off by 0\.31 steps as a rule/)).toBeTruthy();
  const shown = screen.getByRole("img", {
    name: "In your paintings: 2026-06-01 0.62 steps, 2026-06-09 0.31 steps",
  });
  expect(shown.querySelectorAll("circle")).toHaveLength(2);
  cleanup();
  inStudio(
    <Standings
      next={null}
      progress={{ ...none, beside: 0, beside_off: null, beside_curve: [] }}
      practise={() => undefined}
    />,
  );
  expect(screen.queryByText(/In your paintings/)).toBeNull();
});

it("an order in which a rule breaks is read line by line", () => {
  asked({ listed: ["the drawing", "the ground"], options: [{ colour: "", around: "", words: "a rule" }] });
  expect(screen.getAllByRole("listitem").map((one) => one.textContent)).toEqual([
    "the drawing",
    "the ground",
  ]);
});

it("marks are told in numbers to who does not see them", () => {
  const view = {
    box: [0, 0, 1, 1],
    width_mm: 400,
    height_mm: 300,
    marks: [
      [0.2, 0.3],
      [0.6, 0.9],
    ],
    grid: 0,
    seconds: 0,
    in_frame: false,
  } as unknown as NonNullable<Exercise["view"]>;
  inStudio(
    <Question
      exercise={exercise({ asks: "point", view })}
      url="/picture.png"
      verdict={null}
      said={null}
      answer={() => {}}
      bare={false}
      inNumbers
    />,
  );
  expect(screen.getByText("In hundredths: 1 at 20 across, 30 down; 2 at 60 across, 90 down.")).toBeDefined();
});
