// @vitest-environment jsdom
import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, it, vi } from "vitest";

import { ViewBoundary } from "./ViewBoundary";

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

let broken = true;
function View() {
  if (broken) throw new Error("a fault of ours");
  return <p>the areas</p>;
}

it("says what happened, what is kept and what to do, and tries again", async () => {
  vi.spyOn(console, "error").mockImplementation(() => undefined);
  broken = true;
  render(
    <ViewBoundary what="the areas">
      <View />
    </ViewBoundary>,
  );
  const said = screen.getByRole("alert").textContent;
  expect(said).toContain("Something went wrong while showing the areas.");
  expect(said).toContain("kept on the server");
  broken = false;
  await userEvent.click(screen.getByRole("button", { name: "Try again" }));
  expect(screen.getByText("the areas")).toBeTruthy();
});

it("forgets a failure when another view is opened", () => {
  vi.spyOn(console, "error").mockImplementation(() => undefined);
  broken = true;
  const view = (key: string) => (
    <ViewBoundary what="it" resetKey={key}>
      <View />
    </ViewBoundary>
  );
  const { rerender } = render(view("areas"));
  expect(screen.getByRole("alert")).toBeTruthy();
  broken = false;
  rerender(view("mixes"));
  expect(screen.getByText("the areas")).toBeTruthy();
});
