// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { afterEach, describe, expect, it, vi } from "vitest";

import { inStudio, serve } from "../../shared/testing";
import { Codes } from "./Codes";
import ForgotPage from "./ForgotPage";
import JoinPage from "./JoinPage";
import { MailForm } from "./MailForm";
import PeoplePage from "./PeoplePage";
import type { Account, People, Person, Place } from "./queries";
import ResetPage from "./ResetPage";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const press = (name: string | RegExp) => fireEvent.click(screen.getByRole("button", { name }));
const type = (label: string | RegExp, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const refused = { status: 409, body: { code: "x", message: "No more.", hint: "Ask again." } };

const person = (name: string, facts: Partial<Person> = {}): Person => ({
  id: name.length,
  name,
  role: "painter",
  joined: "2026-05-01T09:00:00Z",
  seen: null,
  locked: false,
  kept_mb: 12,
  allowed_mb: 2000,
  you: false,
  ...facts,
});
const place: Place = {
  id: 4,
  role: "teacher",
  mail: "cleo@example.org",
  until: "2026-06-15T09:00:00Z",
  url: "https://studio.example/join/4.x",
};
const people = (facts: Partial<People> = {}): People => ({
  people: [person("ada", { you: true, role: "owner" }), person("benno")],
  places: [],
  events: [{ at: "2026-06-01T09:00:00Z", who: "benno", words: "Logged in", address: "192.0.2.7" }],
  mails: true,
  ...facts,
});
const SCHOOL = "/api/studio/school";

describe("the painters of a site", () => {
  const shown = async (more: Parameters<typeof serve>[0] = {}, facts: Partial<People> = {}) => {
    const asked = serve({ [`GET ${SCHOOL}/people`]: { body: people(facts) }, ...more });
    inStudio(<PeoplePage />, "/people");
    await screen.findByRole("heading", { name: /painters?$/ });
    return asked;
  };

  it("are told with role, pictures and what happened; nobody changes their own role", async () => {
    await shown();
    const [mine, other] = screen.getAllByRole("row").slice(1, 3);
    expect(within(mine!).queryByRole("button", { name: "Lock out" })).toBeNull();
    expect(within(mine!).getByRole("combobox").getAttribute("aria-disabled")).toBe("true");
    expect(within(other!).getByText("12 MB")).toBeTruthy();
    expect(screen.getByText("192.0.2.7")).toBeTruthy();
  });

  it("are invited by a letter, or by a link that is handed over and can be taken back", async () => {
    const asked = await shown({
      [`POST ${SCHOOL}/places`]: { body: people({ places: [place] }) },
      [`DELETE ${SCHOOL}/places/4`]: { body: people() },
    });
    type(/Mail address/, "cleo@example.org");
    press("Invite");
    expect(await screen.findByText("A letter is on its way to cleo@example.org.")).toBeTruthy();
    expect(asked.at(-1)?.body).toEqual({ role: "painter", mail: "cleo@example.org" });
    expect(screen.getByLabelText<HTMLInputElement>("Link").value).toBe(place.url);
    press("Take back");
    await waitFor(() => expect(screen.queryByLabelText("Link")).toBeNull());
  });

  it("are told that a site without mail prints its letters", async () => {
    await shown({}, { mails: false });
    expect(screen.queryByText(/sends no mail/)).toBeNull();
    type(/Mail address/, "cleo@example.org");
    expect(screen.getByText(/sends no mail/)).toBeTruthy();
  });

  it("are locked out, and given more room when a whole number is typed", async () => {
    const asked = await shown({ [`PATCH ${SCHOOL}/people/5`]: { body: people() } });
    press("Lock out");
    await waitFor(() => expect(asked.at(-1)?.body).toEqual({ locked: true }));
    const field = screen.getByLabelText<HTMLInputElement>("MB for benno");
    fireEvent.change(field, { target: { value: "lots" } });
    fireEvent.blur(field);
    expect(field.value).toBe("2000");
    fireEvent.change(field, { target: { value: "500" } });
    fireEvent.blur(field);
    await waitFor(() => expect(asked.at(-1)?.body).toEqual({ allowed_mb: 500 }));
  });

  it("stay as they are where a change is refused, and why is said", async () => {
    await shown({ [`PATCH ${SCHOOL}/people/5`]: refused });
    press("Lock out");
    expect(await screen.findByText("No more. Ask again.")).toBeTruthy();
  });
});

describe("one-time codes", () => {
  const account = (asks_for_code: boolean) => ({ asks_for_code }) as Account;

  it("are turned on with the password and a code of the app, and the spare ones shown once", async () => {
    const asked = serve({
      "POST /api/studio/account/code": { body: { secret: "ABCD", picture: "data:image/svg+xml,x" } },
      "PUT /api/studio/account/code": { body: { spares: ["one2", "three4"] } },
    });
    inStudio(<Codes account={account(false)} />);
    type("Password, to change this", "ochre");
    press("Turn codes on …");
    expect(await screen.findByRole("img", { name: "For the app to read" })).toBeTruthy();
    expect(screen.getByText("ABCD")).toBeTruthy();
    type("Code", "123456");
    press("Ask for codes from now on");
    expect(await screen.findByText("three4")).toBeTruthy();
    expect(asked.find((one) => one.method === "PUT")?.body).toEqual({ code: "123456" });
  });

  it("are turned off with the password; a wrong one is said to be so", async () => {
    serve({ "POST /api/studio/account/code/end": refused });
    inStudio(<Codes account={account(true)} />);
    type("Password, to change this", "guess");
    press("Turn codes off");
    expect(await screen.findByText("No more. Ask again.")).toBeTruthy();
  });
});

it("asks for the password only when the mail address is another one", async () => {
  const asked = serve({ "PUT /api/studio/account/mail": { body: {} } });
  inStudio(<MailForm account={{ mail: "ada@example.org" } as Account} />);
  expect(screen.queryByLabelText("Password, to change it")).toBeNull();
  type("Mail address", "");
  type("Password, to change it", "ochre");
  press("Keep this address");
  expect(await screen.findByText("No mail is sent to you any more.")).toBeTruthy();
  expect(asked.find((one) => one.method === "PUT")?.body).toEqual({ mail: "", password: "ochre" });
});

describe("in front of the login", () => {
  const at = (address: string) =>
    inStudio(
      <Routes>
        <Route path="join/:code" element={<JoinPage />} />
        <Route path="forgot" element={<ForgotPage />} />
        <Route path="reset/:number/:token" element={<ResetPage />} />
      </Routes>,
      address,
    );

  it("an invitation is taken up, with the mail address that it went to", async () => {
    const asked = serve({
      [`GET ${SCHOOL}/join/4.x`]: { body: { by: "ada", role: "teacher", mail: "cleo@example.org" } },
      [`POST ${SCHOOL}/join/4.x`]: { status: 204 },
    });
    at("/join/4.x");
    expect(await screen.findByText(/ada keeps a place for you as teacher/)).toBeTruthy();
    type("Name", "cleo ");
    type("Password", "viridian at dusk 7");
    press("Take the place");
    expect(await screen.findByRole("heading", { name: "Welcome, cleo" })).toBeTruthy();
    expect(asked.at(-1)?.body).toEqual({
      name: "cleo",
      password: "viridian at dusk 7",
      mail: "cleo@example.org",
    });
  });

  it("an invitation that does not count says so", async () => {
    serve({ [`GET ${SCHOOL}/join/4.x`]: refused });
    at("/join/4.x");
    expect(await screen.findByText("No more. Ask again.")).toBeTruthy();
  });

  it("whoever forgot the password is told where to look, whoever they are", async () => {
    const asked = serve({ [`POST ${SCHOOL}/forgot`]: { status: 204 } });
    at("/forgot");
    type("Name or mail address", "ada");
    press("Send me a link");
    expect(await screen.findByRole("heading", { name: "Look into your mail" })).toBeTruthy();
    expect(asked[0]?.body).toEqual({ who: "ada" });
  });

  it("the link in the letter sets a password, or says that it does not count", async () => {
    let counts = false;
    const asked = serve({ [`POST ${SCHOOL}/reset`]: () => (counts ? { status: 204 } : refused) });
    at("/reset/MQ/abc-def");
    type("New password", "viridian at dusk 7");
    press("Keep this password");
    expect(await screen.findByText("No more. Ask again.")).toBeTruthy();
    counts = true;
    press("Keep this password");
    expect(await screen.findByRole("heading", { name: "The password is changed" })).toBeTruthy();
    expect(asked[0]?.body).toEqual({ number: "MQ", token: "abc-def", password: "viridian at dusk 7" });
  });
});
