// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import { inStudio, serve, type Answer } from "../../shared/testing";
import DiaryPage from "./DiaryPage";
import { diary, entry, page, sitting } from "./testing";

beforeEach(() => vi.stubEnv("TZ", "UTC"));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  vi.unstubAllEnvs();
});

const DIARY = "GET /api/logbook/diaries/3";

function opened(answers: Record<string, Answer | ((asked: { search: URLSearchParams }) => Answer)>) {
  const asked = serve({
    "GET /api/logbook/pages/p3": { body: page("p3", "Jug", { painting: 3 }) },
    ...answers,
  });
  inStudio(
    <Routes>
      <Route path="/logbook/:paintingId" element={<DiaryPage />} />
    </Routes>,
    "/logbook/3",
  );
  return asked;
}

const PAINTED = entry("painted", "the jug", {
  minutes: 14.4,
  planned_min: 10,
  pass_number: 2,
  colours: ["#101010", "#202020", "#303030", "#404040", "#505050"],
});

describe("the diary of a painting", () => {
  it("says that it was not at the easel yet, and can be written into all the same", async () => {
    opened({ [DIARY]: { body: diary({ worked_min: 0 }) } });
    expect(await screen.findByText(/It has not been at the easel yet/)).toBeTruthy();
    expect(screen.getByLabelText("Write a line")).toBeTruthy();
    expect(screen.queryByText("Hours by pass")).toBeNull();
  });

  it("tells the hours, and the newest sitting first", async () => {
    const both = [sitting(1, [PAINTED]), sitting(2, [], { opened: "2026-06-05T09:00:00Z", ended: null })];
    opened({ [DIARY]: { body: diary({ worked_min: 150, sittings: both }) } });
    expect(await screen.findByText("2.5 h at work in 2 sittings.")).toBeTruthy();
    const titles = screen
      .getAllByRole("region", { name: /^Sitting/ })
      .map((one) => one.getAttribute("aria-label"));
    expect(titles).toEqual(["Sitting 2", "Sitting 1"]);
    expect(screen.getByRole("region", { name: "Sitting 2" }).textContent).toContain("still open");
    expect(screen.getByRole("region", { name: "Sitting 1" }).textContent).not.toContain("still open");
  });

  it("tells waits only where they are worth a word", async () => {
    const both = [sitting(1, [], { waited_min: 1 }), sitting(2, [], { waited_min: 42 })];
    opened({ [DIARY]: { body: diary({ sittings: both }) } });
    expect((await screen.findByRole("region", { name: "Sitting 2" })).textContent).toContain(
      "42 min waiting or away",
    );
    expect(screen.getByRole("region", { name: "Sitting 1" }).textContent).not.toContain("waiting");
  });

  it("tells of a unit what it took against the plan, in the colours of its piles, and leads to its pass", async () => {
    opened({ [DIARY]: { body: diary({ sittings: [sitting(1, [PAINTED])] }) } });
    const told = await screen.findByRole("listitem");
    expect(told.textContent).toContain("Painted");
    expect(told.textContent).toContain("14 min of 10");
    expect(within(told).getAllByRole("img")).toHaveLength(4);
    expect(within(told).getByRole("link", { name: "the jug" }).getAttribute("href")).toBe(
      "/paintings/3/passes?pass=2",
    );
  });

  it("shows a photo beside what was planned, and leads to its check", async () => {
    const photo = entry("photo", "after pass 2", { check: 8, photo_url: "/p.jpg", planned_url: "/q.png" });
    opened({ [DIARY]: { body: diary({ sittings: [sitting(1, [photo])] }) } });
    expect((await screen.findByRole("img", { name: "Photo: after pass 2" })).getAttribute("src")).toBe(
      "/p.jpg",
    );
    expect(screen.getByRole("img", { name: "Planned: after pass 2" }).getAttribute("src")).toBe("/q.png");
    expect(screen.getByRole("link", { name: "after pass 2" }).getAttribute("href")).toBe(
      "/paintings/3/checks?check=8",
    );
  });

  it("gives the day of what happened on another day than its sitting began", async () => {
    const late = entry("dry", "the wall", { at: "2026-06-03T08:30:00Z" });
    opened({ [DIARY]: { body: diary({ sittings: [sitting(1, [PAINTED, late])] }) } });
    const [same, next] = await screen.findAllByRole("listitem");
    expect(same!.textContent).not.toContain("Jun");
    expect(next!.textContent).toContain("3 Jun 2026, ");
  });

  it("asks for the earlier entries when they are wanted", async () => {
    const asked = opened({
      [DIARY]: ({ search }) => ({
        body:
          search.get("whole") === "true"
            ? diary({ loose: [entry("line", "", { words: "primed it", line: 1 })] })
            : diary({ earlier: 12 }),
      }),
    });
    fireEvent.click(await screen.findByRole("button", { name: "Show the 12 earlier entries" }));
    expect(await screen.findByText("primed it")).toBeTruthy();
    expect(asked.filter((one) => one.path === "/api/logbook/diaries/3")).toHaveLength(2);
  });

  it("tells the hours by pass, and nothing of a pass that was not begun", async () => {
    const hours = [
      { number: 1, role: "drawing", done: 3, units: 3, worked_min: 42, planned_min: 30 },
      { number: 2, role: "first values", done: 0, units: 9, worked_min: 0, planned_min: 0 },
    ];
    opened({ [DIARY]: { body: diary({ hours }) } });
    const [, first, second] = within(
      await screen.findByRole("table", { name: "Hours by pass" }),
    ).getAllByRole("row");
    const cells = (row: HTMLElement) =>
      within(row)
        .getAllByRole("cell")
        .map((one) => one.textContent);
    expect(cells(first!)).toEqual(["1 drawing", "3 of 3", "42 min", "30 min"]);
    expect(cells(second!)).toEqual(["2 first values", "0 of 9", "", ""]);
  });

  it("is saved in six forms, those for people with the painter's own clock", async () => {
    opened({ [DIARY]: { body: diary() } });
    fireEvent.click(await screen.findByRole("button", { name: "Save it" }));
    const forms = screen.getAllByRole("menuitem").map((one) => one.getAttribute("href")!);
    expect(forms).toHaveLength(6);
    expect(forms.filter((one) => one.includes("zone="))).toEqual(
      forms.filter((one) => one.includes("/diary.")),
    );
  });
});

describe("a line of the painter's own", () => {
  const LINE = entry("line", "", { words: "too warm", line: 7, mark: 2 });
  const withLine = { [DIARY]: { body: diary({ loose: [LINE] }) } };

  it("is changed in the place where it was written, or left", async () => {
    const asked = opened({
      ...withLine,
      "PUT /api/logbook/diaries/3/lines/7": {
        body: diary({ loose: [{ ...LINE, words: "far too warm" }] }),
      },
    });
    fireEvent.click(await screen.findByRole("button", { name: "Change" }));
    const field = screen.getByLabelText<HTMLTextAreaElement>("Change the line");
    expect(field.value).toBe("too warm");
    fireEvent.click(screen.getByRole("button", { name: "Leave it" }));
    expect(screen.getByLabelText<HTMLTextAreaElement>("Write a line").value).toBe("");
    fireEvent.click(screen.getByRole("button", { name: "Change" }));
    fireEvent.change(screen.getByLabelText("Change the line"), { target: { value: "far too warm" } });
    fireEvent.click(screen.getByRole("button", { name: "Keep it" }));
    expect(await screen.findByLabelText("Write a line")).toBeTruthy();
    expect(screen.getByRole("listitem").textContent).toContain("far too warm");
    expect(asked.find((one) => one.method === "PUT")?.body).toEqual({ text: "far too warm", mark: 2 });
  });

  it("is taken out, and put back from the message", async () => {
    opened({
      ...withLine,
      "DELETE /api/logbook/diaries/3/lines/7": { body: diary() },
      "POST /api/logbook/diaries/3/lines/7/back": { body: diary({ loose: [LINE] }) },
    });
    fireEvent.click(await screen.findByRole("button", { name: "Take out" }));
    await waitFor(() => expect(screen.queryByText("too warm")).toBeNull());
    fireEvent.click(await screen.findByRole("button", { name: "Undo" }));
    expect(await screen.findByText("too warm")).toBeTruthy();
  });

  it("stays where it is when the studio cannot take it out", async () => {
    opened({
      ...withLine,
      "DELETE /api/logbook/diaries/3/lines/7": {
        status: 404,
        body: { code: "x", message: "There is no such line.", hint: "Reload." },
      },
    });
    fireEvent.click(await screen.findByRole("button", { name: "Take out" }));
    expect(await screen.findByText("There is no such line. Reload.")).toBeTruthy();
    expect(screen.getByText("too warm")).toBeTruthy();
  });

  it("cannot be empty, and a mark alone is one", async () => {
    const asked = opened({
      ...withLine,
      "POST /api/logbook/diaries/3/lines": { status: 201, body: diary() },
    });
    const write = await screen.findByRole<HTMLButtonElement>("button", { name: "Write it" });
    fireEvent.change(screen.getByLabelText("Write a line"), { target: { value: "   " } });
    expect(write.disabled).toBe(true);
    fireEvent.click(
      within(screen.getByRole("region", { name: "Write into the diary" })).getByRole("button", { name: "5" }),
    );
    fireEvent.click(write);
    await waitFor(() => expect(asked.find((one) => one.method === "POST")?.body).toMatchObject({ mark: 5 }));
  });

  it("may be a photo, which is shown once it is kept", async () => {
    opened({
      ...withLine,
      "POST /api/logbook/diaries/3/photos": {
        status: 201,
        body: diary({ loose: [entry("line", "", { line: 9, photo_url: "/new.jpg", words: "the stand" })] }),
      },
    });
    const field = await screen.findByLabelText("Photo for the diary");
    fireEvent.change(field, { target: { files: [new File(["x"], "stand.jpg", { type: "image/jpeg" })] } });
    expect((await screen.findByRole("img", { name: "Photo: the stand" })).getAttribute("src")).toBe(
      "/new.jpg",
    );
  });
});
