// @vitest-environment jsdom
import { QueryClientProvider } from "@tanstack/react-query";
import { act, cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { MemoryRouter } from "react-router";
import { afterEach, expect, it, vi } from "vitest";

import { StudioClient } from "../shared/api/StudioClient";
import { UndoProvider } from "../shared/undo/UndoProvider";
import { App } from "./App";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const LATE = { timeout: 5000 };

/** The application at a hosted site; `site.open` says whether somebody is logged in. */
function atASite(open: boolean) {
  const site = { open };
  const json = (status: number, body: unknown) =>
    new Response(JSON.stringify(body), { status, headers: { "Content-Type": "application/json" } });
  vi.stubGlobal("fetch", async (request: Request) => {
    const path = new URL(request.url).pathname;
    if (path === "/api/studio/login") site.open = true;
    if (!site.open)
      return json(401, { code: "site.login", message: "You are not logged in.", hint: "Log in." });
    if (path.startsWith("/api/studio")) return json(200, { painter: "ben", hosted: true, role: "painter" });
    if (path === "/api/subject/paintings") return json(200, { paintings: [], count: 30, page: 1, pages: 2 });
    if (path === "/api/easel/now") return json(200, { now: "2026-06-01T09:00:00Z", paintings: [], low: [] });
    return json(200, []);
  });
  const queries = new StudioClient({ defaultOptions: { queries: { retry: false } } });
  render(
    <QueryClientProvider client={queries}>
      <MemoryRouter>
        <UndoProvider>
          <App />
        </UndoProvider>
      </MemoryRouter>
    </QueryClientProvider>,
  );
  return { site, queries };
}

async function logIn() {
  await userEvent.type(await screen.findByLabelText("Name", {}, LATE), "ben");
  await userEvent.type(screen.getByLabelText("Password"), "long enough 4");
  await userEvent.click(screen.getByRole("button", { name: "Log in" }));
}

it("asks to log in over the page when the session has ended, and keeps what was typed", async () => {
  const { site, queries } = atASite(true);
  await userEvent.type(await screen.findByLabelText("Search by title", {}, LATE), "ket");
  site.open = false;
  await act(() => queries.invalidateQueries());
  const dialog = await screen.findByRole("dialog", { name: "Your session has ended" }, LATE);
  expect(dialog).toBeTruthy();
  await logIn();
  await vi.waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  expect((screen.getByLabelText("Search by title") as HTMLInputElement).value).toBe("ket");
});

it("asks for the login once where nobody was logged in, and says nothing of a session that ended", async () => {
  atASite(false);
  await logIn();
  expect(await screen.findByRole("button", { name: "Log out" }, LATE)).toBeTruthy();
  await act(() => new Promise((later) => setTimeout(later, 400)));
  expect(screen.queryByRole("dialog")).toBeNull();
});
