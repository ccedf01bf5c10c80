// @vitest-environment jsdom
import { cleanup, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, it, vi } from "vitest";

import { inStudio, serve } from "../testing";
import { useLocalUndo, useUndo } from "./UndoProvider";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

function Buttons({ act = () => Promise.resolve() }: { act?: () => Promise<unknown> }) {
  const { undo, redo, next, nextRedo, edit } = useUndo();
  return (
    <>
      <button onClick={undo}>{`Undo ${next ?? "nothing"}`}</button>
      <button onClick={redo}>{`Redo ${nextRedo ?? "nothing"}`}</button>
      <button onClick={() => void edit(act, { label: "Removed a tube" })}>Remove</button>
    </>
  );
}

const HISTORY = "/api/desk/history/paintings/12";

it("shows the name of what would be undone, undoes it on the server, and shows what comes next", async () => {
  const asked = serve({
    [`GET ${HISTORY}`]: { body: { undo: "Merged areas", redo: null, depth: 2 } },
    [`POST ${HISTORY}/undo`]: {
      body: { label: "Merged areas", undo: "Named an area", redo: "Merged areas", depth: 1 },
    },
  });
  inStudio(<Buttons />);
  await userEvent.click(await screen.findByText("Undo Merged areas"));
  expect(await screen.findByText("Undone: Merged areas")).toBeTruthy();
  expect(screen.getByText("Undo Named an area")).toBeTruthy();
  expect(screen.getByText("Redo Merged areas")).toBeTruthy();
  expect(asked.map((one) => `${one.method} ${one.path}`)).toEqual([`GET ${HISTORY}`, `POST ${HISTORY}/undo`]);
});

it("tells why a change in another window keeps it from undoing", async () => {
  serve({
    [`GET ${HISTORY}`]: { body: { undo: "Merged areas", redo: null, depth: 1 } },
    [`POST ${HISTORY}/undo`]: {
      status: 409,
      body: {
        code: "site.stale",
        message: "Changed in another window.",
        hint: "The newest state is shown now.",
      },
    },
  });
  inStudio(<Buttons />);
  await userEvent.click(await screen.findByText("Undo Merged areas"));
  expect(await screen.findByText("Changed in another window. The newest state is shown now.")).toBeTruthy();
});

it("waits for a change that is still being kept, and offers the way back where it was made", async () => {
  const order: string[] = [];
  let keep = () => {};
  const keeping = new Promise<void>((done) => (keep = done)).then(() => order.push("kept"));
  serve({
    "GET /api/desk/history/shelf": { body: { undo: "Removed a tube", redo: null, depth: 1 } },
    "POST /api/desk/history/shelf/undo": () => {
      order.push("undone");
      return { body: { label: "Removed a tube", undo: null, redo: "Removed a tube", depth: 0 } };
    },
  });
  inStudio(<Buttons act={() => keeping} />, "/materials");
  await userEvent.click(screen.getByText("Remove"));
  await userEvent.click(await screen.findByText("Undo Removed a tube"));
  expect(order).toEqual([]);
  keep();
  await waitFor(() => expect(order).toEqual(["kept", "undone"]));
});

function Dabs({ back }: { back: () => void }) {
  const laid = useLocalUndo();
  const { undo, next } = useUndo();
  return (
    <>
      <button onClick={() => laid.add({ label: "Laid a dab", back })}>Dab</button>
      <button onClick={undo}>{`Undo ${next ?? "nothing"}`}</button>
    </>
  );
}

it("takes back what is only tried on a page before the history of the server", async () => {
  const back = vi.fn();
  serve({});
  inStudio(<Dabs back={back} />, "/mixes");
  await userEvent.click(screen.getByText("Dab"));
  await userEvent.click(screen.getByText("Dab"));
  await userEvent.click(screen.getByText("Undo Laid a dab"));
  await userEvent.click(screen.getByText("Undo Laid a dab"));
  expect(back).toHaveBeenCalledTimes(2);
  expect(screen.getByText("Undo nothing")).toBeTruthy();
});
