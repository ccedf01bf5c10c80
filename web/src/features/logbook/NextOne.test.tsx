// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { afterEach, describe, expect, it, vi } from "vitest";

import { inStudio, serve, type Answer } from "../../shared/testing";
import ComparePage from "./ComparePage";
import EarlierPage from "./EarlierPage";
import NextOne from "./NextOne";
import type { Compared, Estimate } from "./queries";
import { page, pages, tube } from "./testing";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const JUG = page("e1", "Jug");
const span = (likely: number) => ({ likely, low: likely * 0.5, high: likely * 2 });

describe("the next painting", () => {
  const told: Estimate = {
    minutes: span(300),
    ml: span(20),
    materials: span(8),
    price: span(240),
    count: 5,
    behind: [JUG],
  };
  const asking = (answers: Record<string, Answer>, all = pages([JUG])) => {
    const asked = serve({
      "GET /api/logbook/pages": { body: all },
      "PUT /api/logbook/pages/rate": { status: 204 },
      ...answers,
    });
    inStudio(<NextOne />, "/logbook/next");
    return asked;
  };
  const type = (label: string, value: string) =>
    fireEvent.change(screen.getByLabelText(label), { target: { value } });

  it("cannot be estimated from nothing, and says what to do", async () => {
    asking({}, pages([]));
    expect(await screen.findByText(/There is no painting to go by yet/)).toBeTruthy();
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Estimate it" }).disabled).toBe(true);
  });

  it("is told with its bounds, its price and the paintings behind it", async () => {
    const asked = asking({ "POST /api/logbook/pages/estimate": { body: told } });
    await screen.findByLabelText("Width, mm");
    type("Width, mm", "240,5");
    type("Height, mm", "180");
    type("Your hour", "32");
    type("On top, %", "15");
    fireEvent.click(screen.getByRole("button", { name: "Estimate it" }));
    expect(await screen.findByText("5.0 h, 240")).toBeTruthy();
    expect(screen.getByText("about 5.0 h; 2.5 h to 10.0 h eight times in ten")).toBeTruthy();
    expect(screen.getByText("From 5 finished paintings; nearest to it")).toBeTruthy();
    expect(screen.getByRole("link", { name: "Jug" }).getAttribute("href")).toBe("/logbook/earlier/e1");
    const sent = (method: string) => asked.find((one) => one.method === method)?.body;
    expect(sent("PUT")).toEqual({ rate: 32, share: 0.15 });
    expect(sent("POST")).toEqual({ width_mm: 240.5, height_mm: 180, method: "", tags: [] });
  });

  it("has no price without an hour of the painter's, and no rate is kept", async () => {
    const asked = asking({
      "POST /api/logbook/pages/estimate": { body: { ...told, price: null, ml: null } },
    });
    fireEvent.click(await screen.findByRole("button", { name: "Estimate it" }));
    expect(await screen.findByText("5.0 h")).toBeTruthy();
    expect(screen.queryByText("Price")).toBeNull();
    expect(screen.queryByText("Paint")).toBeNull();
    expect(asked.find((one) => one.method === "PUT")?.body).toEqual({ rate: null, share: 0 });
  });

  it("begins with the rate that was kept", async () => {
    asking({}, pages([JUG], { rate: 28, share: 0.2 }));
    expect((await screen.findByLabelText<HTMLInputElement>("Your hour")).value).toBe("28");
    expect(screen.getByLabelText<HTMLInputElement>("On top, %").value).toBe("20");
  });

  it("says why there is no estimate, and what was told before is not left standing", async () => {
    let refuse = false;
    serve({
      "GET /api/logbook/pages": { body: pages([JUG]) },
      "PUT /api/logbook/pages/rate": { status: 204 },
      "POST /api/logbook/pages/estimate": () =>
        refuse
          ? {
              status: 422,
              body: { code: "x", message: "Two paintings are too few.", hint: "Enter another." },
            }
          : { body: told },
    });
    inStudio(<NextOne />, "/logbook/next");
    fireEvent.click(await screen.findByRole("button", { name: "Estimate it" }));
    await screen.findByText("5.0 h, 240");
    refuse = true;
    fireEvent.click(screen.getByRole("button", { name: "Estimate it" }));
    expect(await screen.findByText("Two paintings are too few. Enter another.")).toBeTruthy();
    expect(screen.queryByText("5.0 h, 240")).toBeNull();
  });
});

describe("two paintings compared", () => {
  const both: Compared = {
    first: JUG,
    second: page("p3", "Cat", { painting: 3, method: "direct", photo_url: "/cat.jpg" }),
    lines: [
      { what: "minutes", first: 360, second: 90, times: 0.25 },
      { what: "ml", first: 24, second: null, times: null },
      { what: "cost", first: null, second: null, times: null },
    ],
    both: [tube("PW6", "titanium white")],
    first_alone: [],
    second_alone: [tube("PB29", "ultramarine")],
  };

  it("shows what is known of either, and by how much the second differs", async () => {
    const asked = serve({ "GET /api/logbook/pages/compare": { body: both } });
    inStudio(<ComparePage />, "/logbook/compare?first=e1&second=p3");
    const [, ...rows] = within(await screen.findByRole("table", { name: "Side by side" })).getAllByRole(
      "row",
    );
    expect(
      rows.map((row) =>
        within(row)
          .getAllByRole("cell")
          .map((one) => one.textContent),
      ),
    ).toEqual([
      ["At work", "6.0 h", "1.5 h", "0.25 ×"],
      ["Paint mixed", "24 ml", "", ""],
      ["Method", "glazes", "direct", ""],
    ]);
    expect(Object.fromEntries(asked[0]!.search)).toEqual({ first: "e1", second: "p3" });
  });

  it("parts the tubes into those of both and of one, and leaves out what is empty", async () => {
    serve({ "GET /api/logbook/pages/compare": { body: both } });
    inStudio(<ComparePage />, "/logbook/compare?first=e1&second=p3");
    expect((await screen.findByText("Tubes of both")).parentElement!.textContent).toContain("titanium white");
    expect(screen.getByText("Only in Cat").parentElement!.textContent).toContain("ultramarine");
    expect(screen.queryByText("Only in Jug")).toBeNull();
    expect(screen.getByRole("img", { name: "Cat" }).getAttribute("src")).toBe("/cat.jpg");
  });

  it("says when one of them is gone", async () => {
    serve({
      "GET /api/logbook/pages/compare": {
        status: 404,
        body: { code: "x", message: "It is gone.", hint: "Choose another." },
      },
    });
    inStudio(<ComparePage />, "/logbook/compare?first=e1&second=p9");
    expect(await screen.findByText("It is gone.")).toBeTruthy();
  });
});

describe("a painting from before", () => {
  const opened = (answers: Record<string, Answer>) => {
    const asked = serve({ "GET /api/logbook/pages/e1": { body: JUG }, ...answers });
    inStudio(
      <Routes>
        <Route path="/logbook/earlier/:ref" element={<EarlierPage />} />
        <Route path="/logbook" element={<p>the list</p>} />
      </Routes>,
      "/logbook/earlier/e1",
    );
    return asked;
  };

  it("is taken out of the logbook, and put back from the message", async () => {
    const asked = opened({
      "DELETE /api/logbook/pages/e1": { status: 204 },
      "POST /api/logbook/pages/e1/back": { body: JUG },
    });
    fireEvent.click(await screen.findByRole("button", { name: "Take it out of the logbook" }));
    expect(await screen.findByText("the list")).toBeTruthy();
    fireEvent.click(await screen.findByRole("button", { name: "Undo" }));
    await waitFor(() => expect(asked.some((one) => one.path === "/api/logbook/pages/e1/back")).toBe(true));
  });

  it("stays open when it cannot be taken out", async () => {
    opened({
      "DELETE /api/logbook/pages/e1": { status: 500, body: { code: "x", message: "No.", hint: "Later." } },
    });
    fireEvent.click(await screen.findByRole("button", { name: "Take it out of the logbook" }));
    expect(await screen.findByText("No. Later.")).toBeTruthy();
    expect(screen.queryByText("the list")).toBeNull();
  });

  it("gets its photo later, and another one", async () => {
    opened({ "POST /api/logbook/pages/e1/photo": { body: { ...JUG, photo_url: "/jug.jpg" } } });
    const file = new File(["x"], "jug.jpg", { type: "image/jpeg" });
    fireEvent.change(await screen.findByLabelText("Photo of the painting"), { target: { files: [file] } });
    expect((await screen.findByRole("img", { name: "Jug" })).getAttribute("src")).toBe("/jug.jpg");
    expect(screen.getByText("Another photo")).toBeTruthy();
  });
});
