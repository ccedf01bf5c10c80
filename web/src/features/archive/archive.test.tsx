// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";

import { inStudio, serve } from "../../shared/testing";
import ArchivePage from "./ArchivePage";
import type { Transfer } from "./queries";
import { fileSize, headline, named, loadedWords } from "./words";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const run = (facts: Partial<Transfer["run"]> = {}): Transfer["run"] => ({
  id: 4,
  kind: "save",
  state: "done",
  share: 1,
  doing: "done",
  message: "",
  hint: "",
  ...facts,
});
const transfer = (of: Partial<Transfer["run"]> = {}, facts: Partial<Transfer> = {}): Transfer => ({
  run: run(of),
  name: "studio 2026-06-01.zip",
  bytes: null,
  loaded: null,
  ...facts,
});
const loaded = (facts: Partial<NonNullable<Transfer["loaded"]>> = {}) => ({
  taken: [],
  there: [],
  also: [],
  lost: [],
  ...facts,
});
const came = (facts: Parameters<typeof loaded>[0], of: Partial<Transfer["run"]> = {}) =>
  transfer({ kind: "load", ...of }, { name: "studio.zip", loaded: loaded(facts) });

const FILE = new File(["x"], "studio.zip", { type: "application/zip" });
const send = () => fireEvent.change(screen.getByLabelText("Archive to load"), { target: { files: [FILE] } });

/** The page before a server whose newest archive is the one that was answered last, or what comes `after` it. */
function page(
  first: Transfer | null,
  more: Record<string, { status?: number; body: unknown }> = {},
  after: Transfer[] = [],
) {
  let now = first;
  const asked = serve({
    "GET /api/subject/titles": { body: [{ id: 7, title: "Jug" }] },
    "GET /api/archive/newest": () => ({ body: now }),
    "GET /api/archive/run": () => ({ body: (now = after.shift() ?? now)?.run ?? null }),
    ...Object.fromEntries(
      Object.entries(more).map(([name, answer]) => [
        name,
        () => {
          if ((answer.status ?? 200) < 300) now = answer.body as Transfer;
          return answer;
        },
      ]),
    ),
  });
  inStudio(<ArchivePage />, "/archive");
  return asked;
}

describe("an archive is saved", () => {
  it("of the whole studio or of one painting, and fetched when it is ready", async () => {
    const asked = page(null, {
      "POST /api/archive/out": { status: 202, body: transfer({}, { bytes: 12_300_000 }) },
    });
    fireEvent.mouseDown(await screen.findByRole("combobox", { name: "Save" }));
    fireEvent.click(await screen.findByRole("option", { name: "Jug" }));
    fireEvent.click(screen.getByRole("button", { name: "Make an archive" }));
    const fetched = await screen.findByRole("link", { name: "Save the file" });
    expect(fetched.getAttribute("href")).toBe("/api/archive/4/file");
    expect(screen.getByText("studio 2026-06-01.zip, 12 MB")).toBeTruthy();
    expect(asked.find((one) => one.method === "POST")?.body).toEqual({ painting: 7 });
  });

  it("in the background: its progress is found again after a reload, and it can be stopped", async () => {
    const running = transfer({ state: "running", share: 0.4, doing: "packing picture 3 of 9" });
    const asked = page(running);
    const status = await screen.findByRole("status", { name: "The archive" });
    expect(status.textContent).toContain("packing picture 3 of 9");
    expect(within(status).getByRole("progressbar").getAttribute("aria-valuenow")).toBe("40");
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Make an archive" }).disabled).toBe(true);
    fireEvent.click(screen.getByRole("button", { name: "Stop" }));
    await waitFor(() => expect(asked.some((one) => one.path === "/api/desk/runs/4/cancel")).toBe(true));
  });

  it("says why it could not be begun", async () => {
    page(null, {
      "POST /api/archive/out": {
        status: 409,
        body: { code: "x", message: "An archive is being worked on already.", hint: "Wait." },
      },
    });
    fireEvent.click(await screen.findByRole("button", { name: "Make an archive" }));
    expect(await screen.findByText("An archive is being worked on already. Wait.")).toBeTruthy();
  });
});

describe("an archive is taken in", () => {
  it("tells what came in, what was there already, and what could not be had", async () => {
    const found = {
      taken: ["Cat", "Loaf"],
      there: ["Jug"],
      also: ["8 tubes"],
      lost: [{ what: "the painting “Old”", why: "its photo is missing or damaged" }],
    };
    const asked = page(null, {
      "POST /api/archive/in": { status: 202, body: came(found) },
      "POST /api/archive/4/copies": { status: 202, body: came({ taken: ["Jug, copy"] }, { id: 5 }) },
    });
    await screen.findByText("Load an archive");
    send();
    expect(await screen.findByRole("heading", { name: "Loaded, but not all of it" })).toBeTruthy();
    expect(screen.getByText("New here: “Cat” and “Loaf”, 8 tubes.")).toBeTruthy();
    expect(screen.getByText("“Jug” is in this studio already and stayed as it is.")).toBeTruthy();
    expect(screen.getByRole("list", { name: "Not loaded" }).textContent).toBe(
      "the painting “Old”: its photo is missing or damaged",
    );
    fireEvent.click(screen.getByRole("button", { name: "Load a copy, too" }));
    expect(await screen.findByText("New here: “Jug, copy”.")).toBeTruthy();
    expect(asked.some((one) => one.path === "/api/archive/4/copies")).toBe(true);
  });

  it("says why a file is none, and another can be chosen", async () => {
    page(null, {
      "POST /api/archive/in": {
        status: 202,
        body: transfer({
          kind: "load",
          state: "failed",
          message: "This file is not an archive of a studio.",
          hint: "Choose another.",
        }),
      },
    });
    await screen.findByText("Load an archive");
    send();
    expect(await screen.findByRole("heading", { name: "It could not be loaded" })).toBeTruthy();
    expect(screen.getByText("This file is not an archive of a studio. Choose another.")).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>("Archive to load").disabled).toBe(false);
  });

  it("reads the lists again once it has come in", async () => {
    const running = transfer({ kind: "load", state: "running", doing: "loading 1 of 2" });
    const done = came({ taken: ["Cat"] });
    const asked = page(running, {}, [running, running, done]);
    expect(await screen.findByText("New here: “Cat”.", {}, { timeout: 4000 })).toBeTruthy();
    await waitFor(() =>
      expect(asked.filter((one) => one.path === "/api/subject/titles").length).toBeGreaterThan(1),
    );
  });
});

describe("what came of an archive, in words", () => {
  it("names few paintings and counts many", () => {
    expect(named(["Jug"])).toBe("“Jug”");
    expect(named(["Jug", "Cat"])).toBe("“Jug” and “Cat”");
    expect(named(["a", "b", "c"])).toBe("“a”, “b”, “c”");
    expect(named(["a", "b", "c", "d", "e"])).toBe("5 paintings");
  });

  it("says when nothing new was in it", () => {
    expect(loadedWords(loaded())).toBe("Nothing new was in it.");
    expect(loadedWords(loaded({ also: ["1 tube"] }))).toBe("New here: 1 tube.");
  });

  it("says first how it ended", () => {
    expect(headline(transfer())).toBe("Ready to be saved");
    expect(headline(transfer({ state: "cancelled" }))).toBe("Stopped");
    expect(headline(came({}))).toBe("Loaded");
    expect(headline(transfer({ state: "failed" }))).toBe("It could not be saved");
  });

  it("tells sizes as files have them", () => {
    expect([10, 12_345, 1_250_000, 45_000_000, 2_100_000_000].map(fileSize)).toEqual([
      "1 kB",
      "12 kB",
      "1.3 MB",
      "45 MB",
      "2.1 GB",
    ]);
  });
});
