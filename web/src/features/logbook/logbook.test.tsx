// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import { afterEach, expect, it, vi } from "vitest";

import { inStudio, serve } from "../../shared/testing";
import { Lines } from "./Lines";
import LogbookPage from "./LogbookPage";
import MixedBefore from "./MixedBefore";
import { diary, pages, readSwatch } from "./testing";
import { useLines } from "./useLines";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

it("gathers the log until nothing is left, then reads it", async () => {
  let left = 3;
  const asked = serve({
    "POST /api/logbook/gather": () => ({ body: { gathered: 1, left: --left, observations: 7 } }),
    "GET /api/logbook/pages": { body: pages([]) },
  });
  inStudio(<LogbookPage />, "/logbook");
  await screen.findByText(/enter paintings from before/);
  await waitFor(() => expect(asked.filter((one) => one.path === "/api/logbook/gather")).toHaveLength(3));
  await waitFor(() => expect(screen.queryByText(/Gathering the log/)).toBeNull());
});

it("says why the log could not be gathered and shows what there is", async () => {
  serve({
    "POST /api/logbook/gather": {
      status: 500,
      body: { code: "x", message: "The disk is full.", hint: "Free some." },
    },
    "GET /api/logbook/pages": { body: pages([]) },
  });
  inStudio(<LogbookPage />, "/logbook");
  expect(await screen.findByText("The disk is full. Free some.")).toBeTruthy();
  expect(await screen.findByText(/enter paintings from before/)).toBeTruthy();
});

it("tells of a pile that was mixed before for another painting, and not of the painting's own", async () => {
  const book = {
    swatches: [readSwatch(1, { painting: 12, away: 0.1 }), readSwatch(2, { away: 1.5 })],
    total: 2,
    read: 2,
    near_de00: 6,
    same_de00: 2,
    fewest_read: 6,
    target: "#808080",
  };
  serve({ "GET /api/logbook/swatches": { body: book } });
  inStudio(<MixedBefore lab={[54, 0, 0]} painting={12} />);
  expect(await screen.findByText("You have mixed this before")).toBeTruthy();
  expect(screen.getByText(/^pile 2, for “Jug”: it came out ΔE 1.5/)).toBeTruthy();
});

it("keeps what was written when the studio refuses it, and clears it once it is kept", async () => {
  function Writing() {
    return <Lines acts={useLines(4)} />;
  }
  let refuse = true;
  const asked = serve({
    "POST /api/logbook/diaries/4/lines": () =>
      refuse
        ? { status: 422, body: { code: "x", message: "No.", hint: "Try again." } }
        : {
            status: 201,
            body: diary(),
          },
  });
  inStudio(<Writing />, "/logbook/4");
  const field = screen.getByLabelText<HTMLTextAreaElement>("Write a line");
  fireEvent.change(field, { target: { value: "too warm" } });
  fireEvent.click(screen.getByRole("button", { name: "4" }));
  fireEvent.click(screen.getByRole("button", { name: "Write it" }));
  expect(await screen.findByText("No. Try again.")).toBeTruthy();
  expect(field.value).toBe("too warm");
  refuse = false;
  fireEvent.click(screen.getByRole("button", { name: "Write it" }));
  await waitFor(() => expect(field.value).toBe(""));
  expect(asked.at(-1)?.body).toEqual({ text: "too warm", mark: 4 });
});
