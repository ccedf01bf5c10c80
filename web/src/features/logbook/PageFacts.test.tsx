// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { useQuery } from "@tanstack/react-query";
import { afterEach, describe, expect, it, vi } from "vitest";

import { inStudio, serve } from "../../shared/testing";
import { PageFacts } from "./PageFacts";
import { pageQuery, type Page } from "./queries";
import { page } from "./testing";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

/** The facts of a painting that is kept by a server: what is put is what is read afterwards. */
function facts(first: Page) {
  let kept = first;
  const asked = serve({
    "GET /api/logbook/pages/e1": () => ({ body: kept }),
    "PUT /api/logbook/pages/e1": ({ body }) => ({ body: (kept = { ...kept, ...(body as Partial<Page>) }) }),
  });
  const Shown = () => {
    const found = useQuery(pageQuery("e1"));
    return found.data ? <PageFacts page={found.data} /> : null;
  };
  inStudio(<Shown />, "/logbook/earlier/e1");
  return { asked, kept: () => kept };
}

const put = (asked: ReturnType<typeof serve>) =>
  asked.filter((one) => one.method === "PUT").map((one) => one.body);

describe("what the painter says of a painting", () => {
  it("sends only what was changed, and takes it back from the message", async () => {
    const { asked, kept } = facts(page("e1", "Jug", { mark: 4 }));
    fireEvent.click(await screen.findByRole("button", { name: "2" }));
    await waitFor(() => expect(kept().mark).toBe(2));
    fireEvent.click(await screen.findByRole("button", { name: "Undo" }));
    await waitFor(() => expect(kept().mark).toBe(4));
    expect(put(asked)).toEqual([{ mark: 2 }, { mark: 4 }]);
  });

  it("takes a mark back that is tapped again", async () => {
    const { kept } = facts(page("e1", "Jug", { mark: 4 }));
    fireEvent.click(await screen.findByRole("button", { name: "4" }));
    await waitFor(() => expect(kept().mark).toBeNull());
  });

  it("keeps notes when the field is left, and nothing where nothing was changed", async () => {
    const { asked, kept } = facts(page("e1", "Jug", { notes: "milky" }));
    const field = await screen.findByLabelText("What to remember");
    fireEvent.blur(field);
    fireEvent.change(field, { target: { value: "milky glaze" } });
    fireEvent.blur(field);
    await waitFor(() => expect(kept().notes).toBe("milky glaze"));
    expect(put(asked)).toEqual([{ notes: "milky glaze" }]);
  });

  it("takes a new word of the subject with Enter", async () => {
    const { kept } = facts(page("e1", "Jug", { tags: ["still life"] }));
    const field = await screen.findByRole("combobox", { name: "Subject" });
    fireEvent.change(field, { target: { value: "copper" } });
    fireEvent.keyDown(field, { key: "Enter" });
    await waitFor(() => expect(kept().tags).toEqual(["still life", "copper"]));
  });

  it("knows no day any more when the day is emptied", async () => {
    const { kept } = facts(page("e1", "Jug", { finished: "2026-05-02" }));
    fireEvent.change(await screen.findByLabelText("Finished"), { target: { value: "" } });
    await waitFor(() => expect(kept().finished).toBeNull());
  });

  it("says why something was not kept", async () => {
    serve({
      "GET /api/logbook/pages/e1": { body: page("e1", "Jug") },
      "PUT /api/logbook/pages/e1": {
        status: 404,
        body: { code: "x", message: "It is gone.", hint: "Look in the bin." },
      },
    });
    const Shown = () => {
      const found = useQuery(pageQuery("e1"));
      return found.data ? <PageFacts page={found.data} /> : null;
    };
    inStudio(<Shown />, "/logbook/earlier/e1");
    fireEvent.click(await screen.findByRole("button", { name: "1" }));
    expect(await screen.findByText("It is gone. Look in the bin.")).toBeTruthy();
  });
});

describe("its price and its sheet", () => {
  it("tells the price of work, paint and what is put on top, and no price without a rate", async () => {
    const price = { work: 120, materials: 9.5, on_top: 25.9, total: 155.4 };
    facts(page("e1", "Jug", { price, minutes: 240 }));
    const section = (await screen.findByText("Its price, for you alone")).parentElement!;
    expect(section.textContent).toContain("Work, 4.0 h120");
    expect(section.textContent).toContain("Paint9.50");
    expect(section.textContent).toContain("On top26");
    expect(section.textContent).toContain("All of it155");
    cleanup();
    facts(page("e1", "Jug"));
    await screen.findByText("For the buyer or the family");
    expect(screen.queryByText("Its price, for you alone")).toBeNull();
  });

  it("says nothing of what is put on top where nothing is", async () => {
    facts(page("e1", "Jug", { price: { work: 10, materials: 2, on_top: 0, total: 12 } }));
    await screen.findByText("Its price, for you alone");
    expect(screen.queryByText("On top")).toBeNull();
  });

  it("asks for what only the painter can say, keeps it and keeps the rest of the sheet", async () => {
    const handed = {
      painter: "",
      support: "birch panel",
      ground: "",
      varnish: "",
      varnished: null,
      words: "",
    };
    const { kept } = facts(page("e1", "Jug", { handed }));
    fireEvent.click(await screen.findByRole("button", { name: "What it says" }));
    const field = screen.getByLabelText("Painted by");
    fireEvent.change(field, { target: { value: "A. Painter" } });
    fireEvent.blur(field);
    await waitFor(() => expect(kept().handed).toEqual({ ...handed, painter: "A. Painter" }));
  });

  it("warns of varnish too early until it is varnished", async () => {
    facts(page("e1", "Jug", { may_be_varnished: "2026-06-14" }));
    expect(await screen.findByText(/Varnish not before 14 Jun 2026/)).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "What it says" }));
    fireEvent.change(screen.getByLabelText("Varnished on"), { target: { value: "2026-06-20" } });
    await waitFor(() => expect(screen.queryByText(/Varnish not before/)).toBeNull());
  });

  it("names the tubes of its palette", async () => {
    facts(page("e1", "Jug"));
    const palette = await screen.findByLabelText("Palette");
    expect(within(palette).getByText("titanium white")).toBeTruthy();
    expect(screen.getByRole("link", { name: "Save the sheet" }).getAttribute("href")).toBe(
      "/api/logbook/pages/e1/sheet.pdf",
    );
  });
});
