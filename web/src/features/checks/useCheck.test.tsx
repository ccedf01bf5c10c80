// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import { afterEach, expect, it, vi } from "vitest";

import { inStudio, serve, type Answer } from "../../shared/testing";
import { check } from "./testing";
import { useCheck, type CheckDesk } from "./useCheck";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

/** A desk that is pressed like a page: what it last gave is told. */
function desk(
  act: (desk: CheckDesk) => Promise<unknown>,
  answers: Record<string, Answer>,
  chosen: number | null = 8,
) {
  const asked = serve({
    "GET /api/checks/3": { body: { checks: [] } },
    "GET /api/checks/3/run": { body: null },
    "GET /api/checks/3/8": { body: check() },
    ...answers,
  });
  const gave = vi.fn();
  function Desk() {
    const here = useCheck(3, chosen);
    return (
      <>
        <button onClick={() => void act(here).then(gave)}>act</button>
        <p>{here.isSending ? "sending" : "at rest"}</p>
        <p role="alert">{here.refusal}</p>
        <p>{here.check.data?.stage}</p>
      </>
    );
  }
  inStudio(<Desk />, "/paintings/3/checks");
  const press = async () => {
    if (chosen !== null) await screen.findByText("pass 2, block-in");
    fireEvent.click(screen.getByText("act"));
    await waitFor(() => expect(gave).toHaveBeenCalled());
    return gave.mock.calls[0]![0] as unknown;
  };
  return { asked, press };
}

const PHOTO = new Blob(["x"], { type: "image/jpeg" });
const REFUSED = { status: 422, body: { code: "x", message: "It is too blurred.", hint: "Take another." } };

it("keeps a photo and gives its check", async () => {
  const { asked, press } = desk(
    (one) => one.photograph(2, PHOTO),
    { "POST /api/checks/3/photos": { status: 201, body: check({ id: 9 }) } },
    null,
  );
  expect(await press()).toMatchObject({ id: 9 });
  expect(asked.find((one) => one.method === "POST")?.search.get("number")).toBe("2");
  expect(screen.getByText("at rest")).toBeTruthy();
});

it("says why a photo was refused, and gives nothing", async () => {
  const { press } = desk((one) => one.photograph(2, PHOTO), { "POST /api/checks/3/photos": REFUSED }, null);
  expect(await press()).toBeNull();
  expect(screen.getByRole("alert").textContent).toBe("It is too blurred. Take another.");
  expect(screen.getByText("at rest")).toBeTruthy();
});

it("keeps what is said of a photo, and shows it at once", async () => {
  const asked2 = { ...check().asked, wet: ["a01"] };
  const { asked, press } = desk((one) => one.ask(asked2), {
    "PUT /api/checks/3/8": { body: check({ asked: asked2 }) },
  });
  expect(await press()).toMatchObject({ asked: { wet: ["a01"] } });
  expect(asked.find((one) => one.method === "PUT")?.body).toMatchObject({ wet: ["a01"] });
});

it("puts a check into the bin, does not ask for it again, and takes it back from the message", async () => {
  const { asked, press } = desk((one) => one.remove(), {
    "DELETE /api/checks/3/8": { status: 204 },
    "POST /api/desk/bin/check/8": { status: 204 },
  });
  expect(await press()).toBe(true);
  const place = asked.findIndex((one) => one.method === "DELETE");
  expect(asked.slice(place).some((one) => one.path === "/api/checks/3/8" && one.method === "GET")).toBe(
    false,
  );
  fireEvent.click(await screen.findByRole("button", { name: "Undo" }));
  await waitFor(() => expect(asked.some((one) => one.path === "/api/desk/bin/check/8")).toBe(true));
});

it("does not say that a check is in the bin when it is not", async () => {
  const { press } = desk((one) => one.remove(), { "DELETE /api/checks/3/8": REFUSED });
  expect(await press()).toBeNull();
  expect(screen.queryByText("Put the check into the bin")).toBeNull();
  expect(screen.getByRole("alert").textContent).toContain("It is too blurred.");
});
