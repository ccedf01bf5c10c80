// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { useLocation } from "react-router";
import { afterEach, describe, expect, it, vi } from "vitest";

import { inStudio, serve } from "../../shared/testing";
import IntoTheBook from "./IntoTheBook";
import type { Book, MixedSwatch } from "./queries";
import SwatchBook from "./SwatchBook";
import { readSwatch, swatch } from "./testing";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const bookOf = (swatches: MixedSwatch[], facts: Partial<Book> = {}): Book => ({
  swatches,
  total: swatches.length,
  read: swatches.filter((one) => one.came_out).length,
  near_de00: 6,
  same_de00: 2,
  fewest_read: 6,
  target: null,
  ...facts,
});

const LIST = "GET /api/logbook/swatches";

/** The swatch book before a server that keeps what it is told. */
function book(first: MixedSwatch[], more: Parameters<typeof serve>[0] = {}, address = "/logbook/swatches") {
  let kept = first;
  const asked = serve({
    [LIST]: ({ search }) => ({
      body: bookOf(kept, search.get("near") ? { target: "#808080" } : {}),
    }),
    "PUT /api/logbook/swatches/1": ({ body }) => {
      const change = body as { came_out?: number[]; unread?: boolean; how: string; note?: string };
      const [one, ...rest] = kept as [MixedSwatch, ...MixedSwatch[]];
      const now = change.unread
        ? swatch(1)
        : change.came_out
          ? readSwatch(1, { how: change.how, came_out_lab: change.came_out })
          : { ...one, note: change.note ?? one.note };
      kept = [now, ...rest];
      return { body: now };
    },
    ...more,
  });
  const There = () => <p>{`at ${useLocation().search}`}</p>;
  inStudio(
    <>
      <SwatchBook />
      <There />
    </>,
    address,
  );
  return asked;
}

const tap = async (name: string) => fireEvent.click(await screen.findByRole("button", { name }));

describe("the whole book", () => {
  it("says how piles come in where there is none", async () => {
    book([]);
    expect(await screen.findByText(/No pile yet\. Every pile that you mix at the easel/)).toBeTruthy();
  });

  it("lays swatches in rows by value, in the order in which they came", async () => {
    book([swatch(1, { value: 8.6 }), swatch(2, { value: 5.4 }), swatch(3, { value: 5.1 })]);
    const sheet = await screen.findByRole("group", { name: "Swatches, from light to dark" });
    const rows = within(sheet)
      .getAllByLabelText(/^value/)
      .map((one) => one.parentElement!);
    expect(rows.map((row) => within(row).getAllByRole("button").length)).toEqual([1, 2]);
    expect(rows.map((row) => row.textContent)).toEqual(["9", "5"]);
    expect(screen.getByText("3 piles, 0 read when dry")).toBeTruthy();
  });

  it("asks what the piles say of the tubes once enough of them were read", async () => {
    const asked = book(Array.from({ length: 5 }, (_, at) => readSwatch(at + 1)));
    await screen.findByText("5 piles, 5 read when dry");
    expect(asked.some((one) => one.path.endsWith("/tubes"))).toBe(false);
    cleanup();
    const six = book(Array.from({ length: 6 }, (_, at) => readSwatch(at + 1)));
    await waitFor(() => expect(six.some((one) => one.path === "/api/logbook/swatches/tubes")).toBe(true));
  });

  it("says when it cannot be read, and asks again", async () => {
    let broken = true;
    book([], {
      [LIST]: () =>
        broken
          ? { status: 500, body: { code: "x", message: "The book is locked.", hint: "Try again." } }
          : { body: bookOf([swatch(1)]) },
    });
    expect(await screen.findByText("The book is locked.")).toBeTruthy();
    broken = false;
    await tap("Try again");
    expect(await screen.findByText("1 pile, 0 read when dry")).toBeTruthy();
  });
});

describe("looking for a colour", () => {
  it("asks only for what is a colour, says how one is written, and keeps it in the address", async () => {
    const asked = book([swatch(1, { away: 3 })]);
    const field = await screen.findByLabelText("Have I mixed this before?");
    fireEvent.change(field, { target: { value: "62,14" } });
    expect(screen.getByText("As in 62,14,28 or #a07850")).toBeTruthy();
    fireEvent.change(field, { target: { value: "62,14,28" } });
    expect(await screen.findByText("Yes: one pile near it")).toBeTruthy();
    expect(screen.getByText("at ?near=62%2C14%2C28")).toBeTruthy();
    expect(asked.map((one) => one.search.get("near")).filter(Boolean)).toEqual(["62,14,28"]);
    await tap("The whole book");
    expect(await screen.findByRole("group", { name: "Swatches, from light to dark" })).toBeTruthy();
  });

  it("says how many are near, and shows a few more beside them", async () => {
    const far = [20, 30, 40, 50].map((away, at) => swatch(at + 10, { away }));
    book(
      [readSwatch(1, { away: 0.8 }), swatch(2, { away: 5.9 }), ...far],
      {},
      "/logbook/swatches?near=54,0,0",
    );
    expect(await screen.findByText("Yes: 2 piles near it")).toBeTruthy();
    const near = within(screen.getByRole("list", { name: "The nearest piles" })).getAllByRole("listitem");
    expect(near).toHaveLength(5);
    expect(near[0]!.textContent).toContain("ΔE 0.8");
    expect(near[0]!.textContent).not.toContain("as planned");
    expect(near[1]!.textContent).toContain("ΔE 5.9, as planned");
  });

  it("does not call far piles near", async () => {
    book([swatch(1, { away: 6.1 })], {}, "/logbook/swatches?near=54,0,0");
    expect(await screen.findByText("Nothing near it has been mixed")).toBeTruthy();
  });

  it("says in words why a colour cannot be read, without losing it", async () => {
    book(
      [],
      { [LIST]: { status: 422, body: { code: "x", message: "L* is 0 to 100.", hint: "Type it again." } } },
      "/logbook/swatches?near=540,0,0",
    );
    expect(await screen.findByText("L* is 0 to 100. Type it again.")).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>("Have I mixed this before?").value).toBe("540,0,0");
  });
});

describe("one pile of the book", () => {
  it("tells its tubes in ml, its painting, and asks how it came out", async () => {
    book([swatch(1)]);
    await tap("pile 1, Jug");
    const facts = screen.getByRole("complementary", { name: "pile 1" });
    expect(facts.textContent).toContain("Mixed of, 3 ml in all");
    expect(facts.textContent).toContain("titanium white2.00 ml");
    expect(within(facts).getByRole("link", { name: "Jug" }).getAttribute("href")).toBe("/logbook/3");
    expect(within(facts).getByText("How did it come out?")).toBeTruthy();
    expect(within(facts).getByRole("img", { name: "as planned, dry, #808080" })).toBeTruthy();
    expect(within(facts).queryByRole("img", { name: /as it came out/ })).toBeNull();
  });

  it("takes a typed colour, tells how near it came, and takes it back", async () => {
    const asked = book([swatch(1)]);
    await tap("pile 1, Jug");
    const field = screen.getByLabelText("Or type L* a* b*");
    const keep = screen.getByRole<HTMLButtonElement>("button", { name: "Keep" });
    for (const unreadable of ["", "56", "56, 0", "56, 0, x", "56 0 0 0"]) {
      fireEvent.change(field, { target: { value: unreadable } });
      expect(keep.disabled).toBe(true);
    }
    fireEvent.change(field, { target: { value: " 56; -1.5  3 " } });
    fireEvent.click(keep);
    expect(await screen.findByText("ΔE 1.9: close")).toBeTruthy();
    expect(screen.getByText("By hand.")).toBeTruthy();
    fireEvent.click(await screen.findByRole("button", { name: "Undo" }));
    expect(await screen.findByText("How did it come out?")).toBeTruthy();
    expect(asked.filter((one) => one.method === "PUT").map((one) => one.body)).toMatchObject([
      { came_out: [56, -1.5, 3], how: "typed", unread: false },
      { came_out: null, unread: true },
    ]);
  });

  it("is read by the colorimeter, and the reading is taken back", async () => {
    const asked = book([swatch(1)], {
      "POST /api/logbook/swatches/1/colorimeter": { body: readSwatch(1, { how: "colorimeter" }) },
    });
    await tap("pile 1, Jug");
    await tap("Read with the colorimeter");
    await waitFor(() =>
      expect(asked.find((one) => one.path.endsWith("/colorimeter"))?.search.get("wet")).toBe("false"),
    );
    expect(await screen.findByText("Read pile 1")).toBeTruthy();
  });

  it("is read wet only once", async () => {
    book([swatch(1, { wet: "#606060" })]);
    await tap("pile 1, Jug");
    expect(screen.getByRole("img", { name: "read wet, #606060" })).toBeTruthy();
    expect(screen.queryByRole("button", { name: "It is wet now: read it" })).toBeNull();
  });

  it("keeps a note when the field is left", async () => {
    const asked = book([swatch(1)]);
    await tap("pile 1, Jug");
    const note = screen.getByLabelText("Note");
    fireEvent.blur(note);
    fireEvent.change(note, { target: { value: "more white next time" } });
    fireEvent.blur(note);
    expect(await screen.findByText("Changed the note")).toBeTruthy();
    expect(asked.filter((one) => one.method === "PUT").map((one) => one.body)).toMatchObject([
      { note: "more white next time" },
    ]);
  });

  it("is taken out, and put back from the message", async () => {
    const asked = book([swatch(1), swatch(2)], {
      "DELETE /api/logbook/swatches/1": { status: 204 },
      "POST /api/logbook/swatches/1/back": { body: swatch(1) },
    });
    await tap("pile 1, Jug");
    await tap("Take it out");
    await tap("Undo");
    await waitFor(() => expect(asked.some((one) => one.path === "/api/logbook/swatches/1/back")).toBe(true));
  });

  it("says why it could not be read", async () => {
    book([swatch(1)], {
      "POST /api/logbook/swatches/1/colorimeter": {
        status: 422,
        body: { code: "x", message: "Its tubes are gone.", hint: "Type the colour." },
      },
    });
    await tap("pile 1, Jug");
    await tap("Read with the colorimeter");
    expect(await screen.findByText("Its tubes are gone. Type the colour.")).toBeTruthy();
  });

  it("leads to what is near it, by how it came out", async () => {
    book([readSwatch(1, { came_out: "#85858A", away: 0 })]);
    await tap("pile 1, Jug");
    await tap("What is near it");
    expect(await screen.findByText("at ?near=%2385858a")).toBeTruthy();
  });
});

describe("a pile of the bench", () => {
  it("goes into the book by a tap, and out again from the message", async () => {
    const asked = serve({
      [LIST]: { body: bookOf([]) },
      "POST /api/logbook/swatches": { status: 201, body: swatch(5, { name: "a warm grey" }) },
      "DELETE /api/logbook/swatches/5": { status: 204 },
    });
    inStudio(<IntoTheBook lab={[54, 0, 0]} parts={{ PW6: 2, PBk9: 1 }} painting={3} />);
    await tap("Into the swatch book");
    expect(await screen.findByText("“a warm grey” is in the swatch book")).toBeTruthy();
    expect(asked.find((one) => one.method === "POST")?.body).toEqual({
      name: "",
      parts: { PW6: 2, PBk9: 1 },
      painting: 3,
      note: "",
    });
    await tap("Undo");
    await waitFor(() => expect(asked.some((one) => one.method === "DELETE")).toBe(true));
  });

  it("is no pile while nothing lies on the tray", () => {
    serve({ [LIST]: { body: bookOf([]) } });
    inStudio(<IntoTheBook lab={null} parts={{}} painting={3} />);
    expect(screen.queryByRole("button")).toBeNull();
  });

  it("says nothing of piles that are far from the target", async () => {
    const asked = serve({ [LIST]: { body: bookOf([readSwatch(1, { away: 9 })]) } });
    inStudio(<IntoTheBook lab={[54, 0, 0]} parts={{}} painting={12} />);
    await waitFor(() => expect(asked).not.toHaveLength(0));
    expect(screen.queryByRole("region", { name: "Mixed before" })).toBeNull();
  });

  it("tells the near from the same", async () => {
    serve({ [LIST]: { body: bookOf([readSwatch(1, { away: 4 })]) } });
    inStudio(<IntoTheBook lab={[54, 0, 0]} parts={{}} painting={12} />);
    expect(await screen.findByText("You have mixed one near this before")).toBeTruthy();
  });
});
