// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import { afterEach, expect, it, vi } from "vitest";

import { inStudio, serve } from "../../shared/testing";
import PracticePage from "./PracticePage";
import { Question, type Said } from "./Question";
import { ScreenCheck } from "./ScreenCheck";
import type { Exercise } from "./queries";

afterEach(() => {
  cleanup();
  sessionStorage.clear();
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
    in_order: false,
    least: 0,
    most: 0,
    step: 0,
    ...facts,
  }) as Exercise;

function asked(facts: Partial<Exercise>): Said[] {
  const said: Said[] = [];
  inStudio(
    <Question
      exercise={exercise(facts)}
      verdict={null}
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
  const said = asked({ options: greys, in_order: true });
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
    least: 0,
    most: 90,
    step: 1,
  });
  expect(screen.getByRole("img", { name: /10 across, 90 down to 90 across, 10 down/ })).toBeTruthy();
  fireEvent.change(screen.getByRole("slider", { name: "How steep is it?" }), { target: { value: 52 } });
  fireEvent.click(screen.getByRole("button", { name: "That is it" }));
  expect(said).toEqual([{ chosen: [], number: 52 }]);
});

it("passes a screen only where both counts are right", () => {
  const told: boolean[] = [];
  vi.spyOn(Math, "random").mockReturnValue(0.4); // two squares on each ground
  inStudio(<ScreenCheck done={(seen) => told.push(seen)} />);
  fireEvent.click(screen.getByRole("button", { name: "2" }));
  fireEvent.click(screen.getByRole("button", { name: "2" }));
  cleanup();
  inStudio(<ScreenCheck done={(seen) => told.push(seen)} />);
  fireEvent.click(screen.getByRole("button", { name: "None" }));
  fireEvent.click(screen.getByRole("button", { name: "2" }));
  expect(told).toEqual([true, false]);
});

it("says why a question cannot be asked, and lets the painter stop", async () => {
  const kinds = [
    {
      kind: "mix", title: "Of what is it mixed", trains: "", unit: "ΔE", needs: "colour", usual: 10, size: null,
      low: null, high: null, bias: null, count: 0, last: null, curve: [], why_not: "",
    },
  ]; // prettier-ignore
  serve({
    "GET /api/practice/progress": { body: { kinds, next_kind: "mix", beside: 0, beside_off: null } },
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
