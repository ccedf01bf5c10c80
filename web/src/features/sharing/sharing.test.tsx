// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import { inStudio, serve } from "../../shared/testing";
import ShownToMe from "./AtTheStudio";
import { areaUnder } from "./outlines";
import type { Remark, Seen, Sharing } from "./queries";
import { RemarksOn } from "./RemarksOn";
import SharingPage from "./SharingPage";
import ShownPage from "./ShownPage";
import { headline } from "./words";

beforeEach(() => {
  vi.stubGlobal(
    "ResizeObserver",
    class {
      observe() {}
      disconnect() {}
    },
  );
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const press = (name: string | RegExp) => fireEvent.click(screen.getByRole("button", { name }));
const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });

const remark = (facts: Partial<Remark> = {}): Remark => ({
  id: 1,
  by: "cleo",
  own: false,
  about: "area",
  subject: "a01",
  title: "the bowl",
  pass_number: null,
  text: "Lose this edge.",
  at: "2026-06-01T09:00:00Z",
  done: false,
  ...facts,
});
const share = (facts: Partial<Sharing["shares"][number]> = {}): Sharing["shares"][number] => ({
  id: 3,
  teacher: "cleo",
  url: null,
  until: null,
  made: "2026-06-01T09:00:00Z",
  ...facts,
});
const LINK = share({
  id: 8,
  teacher: null,
  url: "https://x.example/shown/8.y",
  until: "2026-06-15T09:00:00Z",
});
const sharing = (facts: Partial<Sharing> = {}): Sharing => ({
  shares: [],
  teachers: [{ id: 9, name: "cleo" }],
  remarks: [],
  ...facts,
});

describe("whom a painting is shown to", () => {
  it.each([
    [[], "Nobody but you sees this painting"],
    [["cleo"], "Shown to cleo"],
    [["cleo", "dora", null], "Shown to cleo, dora and whoever has the link"],
    [[null, null], "Shown to whoever has one of 2 links"],
  ])("is said in one line: %j", (teachers, words) => {
    expect(headline(teachers.map((teacher) => ({ teacher })))).toBe(words);
  });
});

describe("a painting of one's own", () => {
  const BASE = "/api/sharing/paintings/12";
  const shown = async (facts: Partial<Sharing>, more: Parameters<typeof serve>[0] = {}) => {
    const asked = serve({
      "GET /api/subject/paintings/12": { body: { title: "Jug" } },
      [`GET ${BASE}`]: { body: sharing(facts) },
      ...more,
    });
    inStudio(
      <Routes>
        <Route path="sharing/:paintingId" element={<SharingPage />} />
        <Route path="*" element={<p>elsewhere</p>} />
      </Routes>,
      "/sharing/12",
    );
    await screen.findByRole("heading", { level: 1 });
    return asked;
  };

  it("is shown to a teacher and by a link, and no longer", async () => {
    const asked = await shown(
      {},
      {
        [`POST ${BASE}/shares`]: { body: sharing({ shares: [share(), LINK], teachers: [] }) },
        "DELETE /api/sharing/shares/8": { body: sharing({ shares: [share()] }) },
      },
    );
    press("cleo");
    expect(
      await screen.findByRole("heading", { name: "Shown to cleo and whoever has the link" }),
    ).toBeTruthy();
    expect(asked.find((one) => one.method === "POST")?.body).toMatchObject({ teacher: 9 });
    expect(screen.getByLabelText<HTMLInputElement>("Link").value).toBe(LINK.url);
    expect(screen.getByText(/until 15 June 2026/)).toBeTruthy();
    fireEvent.click(screen.getAllByRole("button", { name: "Show it no longer" })[1]!);
    expect(await screen.findByRole("heading", { name: "Shown to cleo" })).toBeTruthy();
    press("Make a link");
    await waitFor(() => expect(asked.some((one) => JSON.stringify(one.body) === '{"days":14}')).toBe(true));
  });

  it("says where there is no teacher", async () => {
    await shown({ teachers: [] });
    expect(screen.getByText(/There is no teacher at this site yet/)).toBeTruthy();
  });

  it("shows what was remarked: ticked, answered, removed, and gone to", async () => {
    const asked = await shown(
      {
        shares: [share()],
        remarks: [remark(), remark({ id: 2, about: "painting", title: "", text: "Good start." })],
      },
      {
        "PATCH /api/sharing/remarks/1": { body: sharing({ remarks: [remark({ done: true })] }) },
        [`POST ${BASE}/remarks`]: {
          body: sharing({ remarks: [remark(), remark({ id: 3, text: "Which?" })] }),
        },
        "DELETE /api/sharing/remarks/1": { body: sharing() },
      },
    );
    type("Your answer, or a question", "Which?");
    press("Remark");
    expect(await screen.findByText("Which?", { selector: "p" })).toBeTruthy();
    fireEvent.click(screen.getByRole("checkbox", { name: "Seen to: Lose this edge." }));
    await waitFor(() => expect(screen.queryByText("Which?")).toBeNull());
    expect(asked.find((one) => one.method === "PATCH")?.body).toEqual({ done: true });
    press("The bowl");
    expect(await screen.findByText("elsewhere")).toBeTruthy();
  });

  it("has its remarks beside the area that they are about, and nothing beside others", async () => {
    serve({ [`GET ${BASE}`]: { body: sharing({ remarks: [remark()] }) } });
    inStudio(<RemarksOn painting={12} isHosted about="area" subject="a01" />);
    expect(await screen.findByText("Lose this edge.")).toBeTruthy();
    cleanup();
    const { container } = inStudio(<RemarksOn painting={12} isHosted about="area" subject="a02" />);
    await waitFor(() => expect(container.textContent).toBe(""));
  });

  it("is asked about only at a hosted site", () => {
    const asked = serve({});
    inStudio(<RemarksOn painting={12} isHosted={false} about="area" subject="a01" />);
    expect(asked).toEqual([]);
  });
});

const seen = (facts: Partial<Seen> = {}): Seen => ({
  title: "Jug",
  by: "ben",
  width_mm: 400,
  height_mm: 300,
  width_px: 800,
  height_px: 600,
  picture_url: "/shown-media/5/p.jpg",
  value_url: "/shown-media/5/v.png",
  up_to_date: true,
  may_remark: true,
  until: null,
  stages: [{ number: 1, role: "block-in", url: "/shown-media/5/s.png" }],
  areas: [
    {
      id: "a01",
      index: 0,
      name: "the bowl",
      value: 4,
      colour: "#204080",
      centre: [0.5, 0.5],
      outline: "M0 0H9V9Z",
    },
  ],
  mixes: [{ id: "m1", name: "dark blue", dry: "#203060", wet: "#304070", recipe: "2 ultramarine, 1 white" }],
  units: [
    {
      id: "u1",
      title: "the bowl",
      pass_number: 1,
      minutes: 9.6,
      words: "opaque",
      mixes: ["m1"],
      areas: ["a01"],
    },
  ],
  remarks: [],
  ...facts,
});

describe("a painting that is shown", () => {
  const at = async (ref: string, facts: Partial<Seen>, more: Parameters<typeof serve>[0] = {}) => {
    const asked = serve({ [`GET /api/sharing/seen/${ref}`]: { body: seen(facts) }, ...more });
    inStudio(
      <Routes>
        <Route path="shown/:reference" element={<ShownPage />} />
      </Routes>,
      `/shown/${ref}`,
    );
    await screen.findByRole("heading", { level: 1 });
    return asked;
  };

  it("tells a teacher its units, with pile and minutes, and keeps a remark on one", async () => {
    const here = remark({ id: 7, about: "unit", subject: "u1", own: true, text: "A larger brush." });
    const asked = await at(
      "5",
      {},
      {
        "POST /api/sharing/seen/5/remarks": { body: seen({ remarks: [here] }) },
        "DELETE /api/sharing/seen/5/remarks/7": { body: seen() },
      },
    );
    press(/^dark blue, #203060 The bowl/i);
    expect(screen.getByText("2 ultramarine, 1 white")).toBeTruthy();
    type("On this unit", "A larger brush.");
    press("Remark");
    expect(await screen.findByText("A larger brush.", { selector: "p" })).toBeTruthy();
    expect(asked.at(-1)?.body).toEqual({ text: "A larger brush.", about: "unit", subject: "u1" });
    expect(screen.getByRole("button", { name: "Remarks 1" })).toBeTruthy();
    press("Remove the remark: A larger brush.");
    await waitFor(() => expect(screen.queryByText("A larger brush.")).toBeNull());
  });

  it("shows how it should look after a pass", async () => {
    await at("5", {});
    press("After 1, as it should look: block-in");
    expect(screen.getByAltText<HTMLImageElement>("As it should look after pass 1").src).toContain("s.png");
  });

  it("goes from a remark to what it is about", async () => {
    await at("5", { remarks: [remark()] });
    press("Remarks 1");
    press("The bowl");
    const row = screen.getByRole("button", { name: /1 +The bowl/ });
    expect(row.getAttribute("aria-expanded")).toBe("true");
  });

  it("lets a stranger with a link look, and says until when", async () => {
    await at("8.y", { may_remark: false, until: "2026-06-15T09:00:00Z" });
    expect(screen.getByText(/to be seen until 15 June 2026/)).toBeTruthy();
    expect(screen.queryByRole("button", { name: /^Remarks/ })).toBeNull();
    press(/The bowl/);
    expect(screen.queryByLabelText("On this unit")).toBeNull();
  });

  it("says when it is not shown any longer", async () => {
    serve({ "GET /api/sharing/seen/5": { status: 404, body: { code: "x", message: "m", hint: "h" } } });
    inStudio(
      <Routes>
        <Route path="shown/:reference" element={<ShownPage />} />
      </Routes>,
      "/shown/5",
    );
    expect(await screen.findByText(/is not shown here, or no longer/)).toBeTruthy();
  });

  it("finds the area under a finger, in mm of the support", () => {
    const inside = vi.fn((_: string, x: number, y: number) => x === 200 && y === 150);
    expect(areaUnder(seen(), { x: 0.5, y: 0.5 }, inside)).toBe("a01");
    expect(areaUnder(seen(), { x: 0.9, y: 0.5 }, inside)).toBeNull();
  });
});

it("stands in the studio of a teacher, and remarks in that of a pupil", async () => {
  serve({
    "GET /api/sharing/news": { body: [{ painting: 12, title: "Jug", by: "cleo", count: 2 }] },
    "GET /api/sharing/shown": {
      body: [{ ref: "5", title: "Vase", by: "ben", thumbnail_url: "", remarks: 1 }],
    },
  });
  inStudio(<ShownToMe />, "/");
  const news = await screen.findByRole("link", { name: "2 remarks on “Jug”, the newest by cleo" });
  expect(news.getAttribute("href")).toBe("/sharing/12");
  const shown = within(await screen.findByRole("list", { name: "Paintings shown to you" }));
  expect(shown.getByRole("link").textContent).toBe("Vaseben · 1 remark open");
});
