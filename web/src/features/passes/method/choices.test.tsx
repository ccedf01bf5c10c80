// @vitest-environment jsdom
import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { afterEach, expect, it, vi } from "vitest";

import { stripQuery, type Choices } from "../queries";
import { MethodStrip } from "./MethodStrip";
import { PaintedOn } from "./PaintedOn";
import { OrderWishes } from "./Rules";

afterEach(cleanup);

const face = { lab: null, texture: "fine", absorbency: "medium" } as const;
const choices = { face, order: ["edges of the picture last"] } as unknown as Choices;

it("keeps what is painted on, known or typed", async () => {
  const change = vi.fn();
  render(
    <PaintedOn
      choices={choices}
      faces={{ "white priming": null, "bare linen": [62, 3, 14] }}
      change={change}
    />,
  );
  await userEvent.click(screen.getByRole("combobox", { name: "Colour of the support" }));
  await userEvent.click(screen.getByRole("option", { name: "bare linen" }));
  await userEvent.click(screen.getByRole("combobox", { name: "Colour of the support" }));
  await userEvent.click(screen.getByRole("option", { name: "another colour" }));
  const typed = screen.getByLabelText("Its colour as L, a, b");
  await userEvent.type(typed, "60, 5");
  expect(screen.getByRole<HTMLButtonElement>("button", { name: "Use it" }).disabled).toBe(true);
  await userEvent.type(typed, ", 12");
  await userEvent.click(screen.getByRole("button", { name: "Use it" }));
  await userEvent.click(screen.getByRole("combobox", { name: "How it drinks" }));
  await userEvent.click(screen.getByRole("option", { name: /^much/ }));
  expect(change.mock.calls.map(([one]) => one.face)).toEqual([
    { ...face, lab: [62, 3, 14] },
    { ...face, lab: [60, 5, 12] },
    { ...face, absorbency: "high" },
  ]);
});

it("turns wishes for the order on and off", async () => {
  const change = vi.fn();
  render(<OrderWishes choices={choices} change={change} />);
  await userEvent.click(screen.getByRole("switch", { name: /figure from ground/ }));
  await userEvent.click(screen.getByRole("switch", { name: /edges of the picture last/ }));
  expect(change.mock.calls.map(([one]) => one.order)).toEqual([
    ["edges of the picture last", "figure from ground first"],
    [],
  ]);
});

it("shows a method stage by stage with what each pass asks for", () => {
  const queries = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity } } });
  const one = { minutes: 19, wait_minutes: 0, volume_ml: 9, piles: 1 };
  queries.setQueryData(stripQuery(1, "glazes").queryKey, {
    stamp: "f00d",
    width: 240,
    height: 180,
    passes: [
      { number: 1, role: "ground", ...one },
      { number: 2, role: "first glazes", ...one, wait_minutes: 25, piles: 4 },
    ],
  });
  render(
    <QueryClientProvider client={queries}>
      <MethodStrip paintingId={1} school="glazes" title="Glazes" />
    </QueryClientProvider>,
  );
  const stages = screen.getAllByRole("listitem").map((stage) => stage.textContent);
  expect(stages[0]).toContain("1 ground19 min · 1 pile · 9 ml");
  expect(stages[1]).toContain("25 min of waiting · 4 piles");
  const last = screen.getByRole("img", { name: "After pass 2, first glazes" });
  expect(getComputedStyle(last).backgroundPosition).toBe("-150px 0px");
});
