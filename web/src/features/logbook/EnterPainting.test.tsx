// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import { useState } from "react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";

import { inStudio, serve, type Answer } from "../../shared/testing";
import EnterPainting from "./EnterPainting";
import { page, pages } from "./testing";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const close = vi.fn();
beforeEach(() => close.mockClear());

const PAINTS = { "GET /api/materials/paints": { body: [] } };

function Dialog() {
  const [open, setOpen] = useState(true);
  close.mockImplementation(() => setOpen(false));
  return open ? <EnterPainting known={pages([])} close={close} /> : null;
}
const entering = (answers: Record<string, Answer>) => {
  const asked = serve({ ...PAINTS, ...answers });
  inStudio(<Dialog />, "/logbook");
  return asked;
};
const type = (label: string | RegExp, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const enter = () => screen.getByRole<HTMLButtonElement>("button", { name: "Enter it" });

it("enters title and size, and says of the rest that nobody knows", async () => {
  const asked = entering({ "POST /api/logbook/pages": { status: 201, body: page("e9", "Old jug") } });
  expect(enter().disabled).toBe(true);
  type(/^Title/, "Old jug");
  expect(enter().disabled).toBe(true);
  type(/^Size/, "12x8in");
  fireEvent.click(enter());
  await waitFor(() => expect(close).toHaveBeenCalledOnce());
  expect(asked.find((one) => one.method === "POST")?.body).toEqual({
    title: "Old jug",
    size: "12x8in",
    minutes: null,
    ml: null,
    cost: null,
    method: "",
    finished: null,
    notes: "",
    tags: [],
    palette: [],
    mark: null,
  });
  expect(await screen.findByText("Entered “Old jug”")).toBeTruthy();
});

it("reads hours and amounts as painters type them", async () => {
  const asked = entering({ "POST /api/logbook/pages": { status: 201, body: page("e9", "Old jug") } });
  type(/^Title/, "Old jug");
  type(/^Size/, "300x200mm");
  type("Hours at work", "3:30");
  type("Paint, ml", "24,5");
  type("Cost of paint", "12.5");
  fireEvent.click(screen.getByRole("button", { name: "4" }));
  fireEvent.click(enter());
  await waitFor(() => expect(close).toHaveBeenCalled());
  expect(asked.find((one) => one.method === "POST")?.body).toMatchObject({
    minutes: 210,
    ml: 24.5,
    cost: 12.5,
    mark: 4,
  });
});

it("does not drop what it cannot read: it says so at the field and waits", () => {
  entering({});
  type(/^Title/, "Old jug");
  type(/^Size/, "300x200mm");
  type("Hours at work", "an afternoon");
  expect(screen.getByText("As in 3.5, 3:30 or 40 min.")).toBeTruthy();
  expect(enter().disabled).toBe(true);
  type("Hours at work", "4 h");
  expect(screen.queryByText("As in 3.5, 3:30 or 40 min.")).toBeNull();
  type("Paint, ml", "half a tube");
  expect(screen.getByText("A number of ml, as in 24 or 24.5.")).toBeTruthy();
  type("Paint, ml", "-3");
  expect(enter().disabled).toBe(true);
  type("Paint, ml", "");
  type("Cost of paint", "cheap");
  expect(screen.getByText("A number, as in 12 or 12.50.")).toBeTruthy();
  type("Cost of paint", " ");
  expect(enter().disabled).toBe(false);
});

it("keeps all that was typed when the studio refuses it", async () => {
  entering({
    "POST /api/logbook/pages": {
      status: 422,
      body: { code: "size", message: "A size is width x height.", hint: "As in 300x200mm." },
    },
  });
  type(/^Title/, "Old jug");
  type(/^Size/, "big");
  type("What to remember", "the glaze went milky");
  fireEvent.click(enter());
  expect(await screen.findByText("A size is width x height. As in 300x200mm.")).toBeTruthy();
  expect(close).not.toHaveBeenCalled();
  expect(screen.getByLabelText<HTMLTextAreaElement>("What to remember").value).toBe("the glaze went milky");
  expect(enter().disabled).toBe(false);
});

it("is not entered twice by a hurried hand", async () => {
  const asked = entering({ "POST /api/logbook/pages": { status: 201, body: page("e9", "Old jug") } });
  type(/^Title/, "Old jug");
  type(/^Size/, "300x200mm");
  fireEvent.click(enter());
  fireEvent.click(enter());
  await waitFor(() => expect(close).toHaveBeenCalled());
  expect(asked.filter((one) => one.method === "POST")).toHaveLength(1);
});

it("is entered without its photo where that cannot be read, and says so", async () => {
  entering({
    "POST /api/logbook/pages": { status: 201, body: page("e9", "Old jug") },
    "POST /api/logbook/pages/e9/photo": {
      status: 422,
      body: { code: "image", message: "This is no picture.", hint: "Choose a photo." },
    },
  });
  type(/^Title/, "Old jug");
  type(/^Size/, "300x200mm");
  const file = new File(["not a picture"], "jug.jpg", { type: "image/jpeg" });
  fireEvent.change(screen.getByLabelText("Photo of the painting"), { target: { files: [file] } });
  expect(await screen.findByText("jug.jpg")).toBeTruthy();
  fireEvent.click(enter());
  await waitFor(() => expect(close).toHaveBeenCalled());
  expect(
    await screen.findByText("Entered “Old jug”, without its photo: This is no picture. Choose a photo."),
  ).toBeTruthy();
});

it("is taken out again from the message", async () => {
  const asked = entering({
    "POST /api/logbook/pages": { status: 201, body: page("e9", "Old jug") },
    "DELETE /api/logbook/pages/e9": { status: 204 },
  });
  type(/^Title/, "Old jug");
  type(/^Size/, "300x200mm");
  fireEvent.click(enter());
  fireEvent.click(await screen.findByRole("button", { name: "Undo" }));
  await waitFor(() =>
    expect(asked.at(-1)).toMatchObject({ method: "DELETE", path: "/api/logbook/pages/e9" }),
  );
});
