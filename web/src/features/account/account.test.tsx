// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { afterEach, expect, it, vi } from "vitest";

import { inStudio, serve } from "../../shared/testing";
import AccountPage from "./AccountPage";
import type { Account } from "./queries";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const account = (...others: string[]): Account => ({
  name: "ada",
  joined: "2026-05-01T09:00:00Z",
  mail: "",
  role: "painter",
  kept_mb: 41.6,
  allowed_mb: 2000,
  asks_for_code: false,
  events: [],
  sessions: [
    { id: "here", began: "2026-06-01T09:00:00Z", here: true },
    ...others.map((id) => ({ id, began: null, here: false })),
  ],
});
const GET = { "GET /api/studio/account": { body: account("phone") } };
const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });

it("changes the password and forgets what was typed", async () => {
  const asked = serve({ ...GET, "POST /api/studio/account/password": { body: account() } });
  inStudio(<AccountPage />, "/account");
  const button = await screen.findByRole<HTMLButtonElement>("button", { name: "Change the password" });
  expect(button.disabled).toBe(true);
  type("Present password", "ochre");
  type("New password", "viridian at dusk 7");
  fireEvent.click(button);
  expect(await screen.findByText(/Other browsers are logged out/)).toBeTruthy();
  expect(screen.getByLabelText<HTMLInputElement>("New password").value).toBe("");
  expect(asked.find((one) => one.method === "POST")?.body).toEqual({
    old: "ochre",
    new: "viridian at dusk 7",
  });
  expect(screen.queryByText("Another browser")).toBeNull();
});

it("says why a password cannot be, and keeps what was typed", async () => {
  serve({
    ...GET,
    "POST /api/studio/account/password": {
      status: 422,
      body: { code: "x", message: "This password is too weak.", hint: "Make it longer." },
    },
  });
  inStudio(<AccountPage />, "/account");
  await screen.findByRole("button", { name: "Change the password" });
  type("Present password", "ochre");
  type("New password", "123");
  fireEvent.click(screen.getByRole("button", { name: "Change the password" }));
  expect(await screen.findByText("This password is too weak. Make it longer.")).toBeTruthy();
  expect(screen.getByLabelText<HTMLInputElement>("New password").value).toBe("123");
});

it("logs another browser out, never this one", async () => {
  const asked = serve({ ...GET, "DELETE /api/studio/account/sessions/phone": { body: account() } });
  inStudio(<AccountPage />, "/account");
  const [here, other] = within(
    await screen.findByRole("region", { name: "Where you are logged in" }),
  ).getAllByRole("listitem");
  expect(here!.textContent).toMatch(/^This browser, since 1 Jun 2026/);
  expect(within(here!).queryByRole("button")).toBeNull();
  fireEvent.click(within(other!).getByRole("button", { name: "Log out there" }));
  await waitFor(() => expect(screen.queryByText("Another browser")).toBeNull());
  expect(asked.some((one) => one.method === "DELETE")).toBe(true);
});

it("is deleted only with the password typed once more", async () => {
  const asked = serve({
    ...GET,
    "POST /api/studio/account/leave": {
      status: 422,
      body: { code: "x", message: "That is not your password.", hint: "Type it again." },
    },
  });
  inStudio(<AccountPage />, "/account");
  fireEvent.click(await screen.findByRole("button", { name: "Delete the account …" }));
  fireEvent.click(screen.getByRole("button", { name: "Keep it" }));
  fireEvent.click(screen.getByRole("button", { name: "Delete the account …" }));
  const button = screen.getByRole<HTMLButtonElement>("button", { name: "Delete everything" });
  expect(button.disabled).toBe(true);
  type("Your password", "guess");
  fireEvent.click(button);
  expect(await screen.findByText("That is not your password. Type it again.")).toBeTruthy();
  expect(asked.find((one) => one.method === "POST")?.body).toEqual({ password: "guess" });
});
