// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { Route, Routes, useLocation } from "react-router";
import { afterEach, describe, expect, it, vi } from "vitest";

import { inStudio, serve, type Answer } from "../../shared/testing";
import Paintings from "./Paintings";
import { page, pages, tube } from "./testing";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const JUG = page("e1", "Jug", { mark: 4 });
const CAT = page("p3", "Cat", {
  painting: 3,
  done: 0.5,
  method: "direct",
  mark: null,
  minutes: 40,
  ml: null,
});

/** The page of paintings, and where it led to. */
function shown(answers: Record<string, Answer>) {
  const asked = serve(answers);
  const There = () => {
    const { pathname, search } = useLocation();
    return <p>{`went to ${pathname}${search}`}</p>;
  };
  inStudio(
    <Routes>
      <Route path="/logbook" element={<Paintings />} />
      <Route path="*" element={<There />} />
    </Routes>,
    "/logbook",
  );
  return asked;
}

/** What the last search asked for, without what was left at anything. */
const wanted = (asked: ReturnType<typeof serve>) =>
  Object.fromEntries(
    [...(asked.filter((one) => one.path === "/api/logbook/pages").at(-1)?.search ?? [])].filter(
      ([, value]) => value !== "",
    ),
  );

describe("paintings side by side", () => {
  it("tells what to do where there is none, and asks for nothing", async () => {
    shown({ "GET /api/logbook/pages": { body: pages([]) } });
    expect(await screen.findByText(/Take a plan to the easel and its diary writes itself/)).toBeTruthy();
    expect(screen.queryByRole("search")).toBeNull();
    expect(screen.getByRole("button", { name: "Enter a painting from before" })).toBeTruthy();
  });

  it("says of each what it took, how it was painted and the painter's mark, and leads to its page", async () => {
    shown({ "GET /api/logbook/pages": { body: pages([JUG, CAT]) } });
    const list = await screen.findByRole("list", { name: "Paintings" });
    const [jug, cat] = within(list).getAllByRole("listitem");
    expect(jug!.textContent).toContain("300 × 200 mm · 6.0 h · 24 ml");
    expect(jug!.textContent).toContain("your mark 4 of 5");
    expect(within(jug!).getByRole("link").getAttribute("href")).toBe("/logbook/earlier/e1");
    expect(cat!.textContent).toContain("300 × 200 mm · 40 min so far");
    expect(cat!.textContent).not.toContain("your mark");
    expect(within(cat!).getByRole("link").getAttribute("href")).toBe("/logbook/3");
  });

  it("shows no more tubes of a palette than fit beside the choice", async () => {
    const many = Array.from({ length: 14 }, (_, at) => tube(`P${at}`, `tube ${at}`));
    shown({ "GET /api/logbook/pages": { body: pages([page("e1", "Jug", { palette: many })]) } });
    const card = await screen.findByRole("listitem");
    expect(within(card).getAllByRole("img")).toHaveLength(8);
  });

  it("looks for words, and begins with the first page again", async () => {
    const asked = shown({ "GET /api/logbook/pages": { body: pages([JUG], { wanted: 60, total: 70 }) } });
    fireEvent.click(await screen.findByRole("button", { name: "Go to page 3" }));
    await waitFor(() => expect(wanted(asked)).toEqual({ page: "3" }));
    fireEvent.change(screen.getByLabelText("Search title and subject"), { target: { value: "jug" } });
    await waitFor(() => expect(wanted(asked)).toEqual({ words: "jug", page: "1" }));
  });

  it("looks for a size between its bounds", async () => {
    const asked = shown({ "GET /api/logbook/pages": { body: pages([JUG]) } });
    fireEvent.mouseDown(await screen.findByRole("combobox", { name: "Size" }));
    fireEvent.click(screen.getByRole("option", { name: "300 to 800 cm²" }));
    await waitFor(() => expect(wanted(asked)).toEqual({ least_cm2: "300", most_cm2: "800", page: "1" }));
  });

  it("offers no choice where there is only one", async () => {
    shown({ "GET /api/logbook/pages": { body: pages([JUG], { methods: ["glazes"], tags: [], tubes: [] }) } });
    await screen.findByRole("search");
    expect(screen.queryByRole("combobox", { name: "Method" })).toBeNull();
    expect(screen.getByRole("combobox", { name: "Size" })).toBeTruthy();
  });

  it("says when there is no painting like that, and shows all again", async () => {
    const asked = serve({
      "GET /api/logbook/pages": ({ search }) => ({
        body: search.get("words") ? pages([], { total: 1 }) : pages([JUG]),
      }),
    });
    inStudio(<Paintings />, "/logbook");
    fireEvent.change(await screen.findByLabelText("Search title and subject"), { target: { value: "xyz" } });
    expect(await screen.findByText(/No painting like that/)).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Show all 1" }));
    expect(await screen.findByText("Jug")).toBeTruthy();
    expect(wanted(asked)).toEqual({ page: "1" });
  });

  it("compares two, of three the last two that were chosen", async () => {
    const three = [JUG, CAT, page("e7", "Loaf")];
    shown({ "GET /api/logbook/pages": { body: pages(three) } });
    const choose = (title: string) =>
      fireEvent.click(within(screen.getByLabelText(`Compare ${title}`)).getByRole("checkbox"));
    await screen.findByText("Loaf");
    expect(screen.queryByRole("button", { name: /ompare/ })).toBeNull();
    choose("Jug");
    const alone = screen.getByRole<HTMLButtonElement>("button", { name: "Choose another to compare" });
    expect(alone.disabled).toBe(true);
    choose("Cat");
    choose("Loaf");
    fireEvent.click(screen.getByRole("button", { name: "Compare the two" }));
    expect(await screen.findByText("went to /logbook/compare?first=p3&second=e7")).toBeTruthy();
  });

  it("tells what a square decimetre took, and leaves empty what nobody noted", async () => {
    const rates = [
      { method: "glazes", count: 4, minutes_a_dm2: 60, ml_a_dm2: 4.04, cost_a_dm2: 1.5, over_plan: 1.2 },
      { method: "", count: 1, minutes_a_dm2: null, ml_a_dm2: null, cost_a_dm2: null, over_plan: null },
    ];
    shown({ "GET /api/logbook/pages": { body: pages([JUG], { rates }) } });
    const rows = within(await screen.findByRole("table", { name: "By method" })).getAllByRole("row");
    const cells = (row: HTMLElement) =>
      within(row)
        .getAllByRole("cell")
        .map((one) => one.textContent);
    expect(cells(rows[1]!).slice(0, 5)).toEqual(["glazes", "4", "1.0 h", "4.0 ml", "1.50"]);
    expect(cells(rows[2]!)).toEqual(["not said", "1", "", "", "", ""]);
  });

  it("says when the list cannot be had, and asks again", async () => {
    let broken = true;
    serve({
      "GET /api/logbook/pages": () =>
        broken
          ? { status: 500, body: { code: "x", message: "The log is locked.", hint: "Try again." } }
          : { body: pages([JUG]) },
    });
    inStudio(<Paintings />, "/logbook");
    expect(await screen.findByText("The log is locked.")).toBeTruthy();
    broken = false;
    fireEvent.click(screen.getByRole("button", { name: "Try again" }));
    expect(await screen.findByText("Jug")).toBeTruthy();
  });
});
