// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { useState } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";

import { inStudio, serve, type Answer } from "../../shared/testing";
import { Bag } from "./Bag";
import type { AtWork } from "./easel/queries";
import { Giving } from "./Giving";
import { PlanFacts } from "./PlanFacts";
import type { Diary, Schedule, Settings, Sittings, Task } from "./queries";
import { SittingFacts } from "./SittingFacts";
import { TabletDialog } from "./TabletDialog";
import { Together } from "./Together";
import { UnitTimes } from "./UnitTimes";
import WhatNow from "./WhatNow";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const press = (name: string | RegExp) => fireEvent.click(screen.getByRole("button", { name }));
const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const section = (title: string) => screen.getByText(title).parentElement!;

const task = (id: string, facts: Partial<Task> = {}): Task => ({
  id,
  kind: "unit",
  subject: id,
  title: `unit ${id}`,
  areas: [],
  piles: ["m1"],
  pass_number: 2,
  coat: 1,
  sitting: 1,
  begins_min: 0,
  ends_min: 20,
  waits_for: "",
  ...facts,
});

const schedule = (facts: Partial<Schedule> = {}): Schedule => ({
  zone: "Europe/Berlin",
  begins: "2026-06-01T16:00:00Z",
  sittings: [
    { id: "2026-06-01/0", begins: "2026-06-01T16:00:00Z", ends: "2026-06-01T18:30:00Z", stretches: [] },
    { id: "2026-06-03/0", begins: "2026-06-03T16:00:00Z", ends: "2026-06-03T18:00:00Z", stretches: [] },
  ],
  tasks: [
    task("mix/m1", { kind: "mixing", pass_number: 0, ends_min: 5 }),
    task("u1", { begins_min: 5, ends_min: 35 }),
    task("u2", { begins_min: 40, ends_min: 100, coat: 2, waits_for: "unit u1 to be dry" }),
  ],
  piles: [{ pile: "m1", name: "grey", keeping: "", mixed_min: 0, used_until_min: 100, sittings: [1] }],
  wet: [{ task: "u1", areas: [], from_min: 35, blends_until_min: 47, dry_min: 75 }],
  colours: { m1: "#808080" },
  roles: { "2": "block-in" },
  advice: [],
  afterwards: [],
  basis: "By common practice.",
  bound_min: 90,
  busy: [],
  finish: {
    early: "2026-06-02T10:00:00Z",
    likely: "2026-06-03T10:00:00Z",
    late: "2026-06-06T10:00:00Z",
    open_ended: false,
  },
  fits: true,
  hands_on_min: 95,
  in_the_way: [],
  look_back_min: [],
  makespan_min: 100,
  status: "feasible",
  ...facts,
});

const diary: Diary = {
  begins: "2026-06-01",
  days: null,
  zone: "Europe/Berlin",
  recurring: [],
  moved: {},
  left_out: [],
};

describe("one sitting", () => {
  const shown = (kept: Partial<Diary> = {}) => {
    const change = vi.fn().mockResolvedValue(true);
    const whole = schedule();
    inStudio(
      <SittingFacts
        paintingId={7}
        schedule={whole}
        diary={{ ...diary, ...kept }}
        sitting={whole.sittings[0]!}
        number={1}
        change={change}
      />,
    );
    return () => (change.mock.calls.at(-1)![0] as { diary: Diary }).diary;
  };

  it("is told in the painter's own zone, with what is done in it", () => {
    shown();
    const said = section("Sitting 1").textContent;
    expect(said).toContain("Mon 1 Jun, 18:00 to 20:30");
    expect(said).toContain("Units2");
    expect(said).toContain("Piles to mix1");
    expect(said).toContain("Hands at work1 h 35 min");
    expect(screen.getByRole("link", { name: "Sheet for this sitting" }).getAttribute("href")).toBe(
      "/paintings/7/sheet/1",
    );
  });

  it("is moved by an hour, its length kept", () => {
    const kept = shown();
    press("An hour earlier");
    expect(kept().moved).toEqual({ "2026-06-01/0": { begins: "2026-06-01T17:00", minutes: 150 } });
    press("An hour later");
    expect(kept().moved!["2026-06-01/0"]!.begins).toBe("2026-06-01T19:00");
  });

  it("is put at another time and length, never at none", () => {
    const kept = shown();
    const move = () => screen.getByRole<HTMLButtonElement>("button", { name: "Move it there" });
    for (const nothing of ["", "0", "-1", "long"]) {
      type("Lasts, in hours", nothing);
      expect(move().disabled).toBe(true);
    }
    type("Begins", "2026-06-02T09:30");
    type("Lasts, in hours", "1,5");
    fireEvent.click(move());
    expect(kept().moved).toEqual({ "2026-06-01/0": { begins: "2026-06-02T09:30", minutes: 90 } });
  });

  it("goes back to its usual time only where it was moved", () => {
    shown();
    expect(screen.queryByRole("button", { name: "Back to its usual time" })).toBeNull();
    cleanup();
    const moved = { begins: "2026-06-02T09:30", minutes: 90 };
    const kept = shown({ moved: { "2026-06-01/0": moved, "2026-06-03/0": moved } });
    press("Back to its usual time");
    expect(kept().moved).toEqual({ "2026-06-03/0": moved });
  });

  it("is left out, and what was left out is brought back", () => {
    const kept = shown({ left_out: ["2026-05-30/0"] });
    press("Leave it out");
    expect(kept().left_out).toEqual(["2026-05-30/0", "2026-06-01/0"]);
    press("Bring back what was left out (1)");
    expect(kept().left_out).toEqual([]);
  });
});

describe("one unit on the clock", () => {
  const OPEN = "GET /api/sittings/7/open";
  const open = {
    open_min: 12,
    takes_min: 30,
    ways: [
      { what: "mist it twice", more_min: 9, open_min: 21, enough: false },
      { what: "do it in two parts", more_min: 0, open_min: 12, enough: true },
    ],
  };
  const shown = (id: string, wishes: Settings["wishes"] = {}, facts: Partial<Schedule> = {}) => {
    serve({ [OPEN]: { body: open } });
    const change = vi.fn().mockResolvedValue(true);
    const whole = schedule(facts);
    const one = whole.tasks.find((each) => each.id === id)!;
    inStudio(<UnitTimes paintingId={7} schedule={whole} wishes={wishes} task={one} change={change} />);
    return change;
  };

  it("says when, in which pass, with which pile and what it waits for", () => {
    shown("u2");
    const said = section("unit u2").textContent;
    expect(said).toContain("WhenMon 1 Jun, 18:40 to 19:40");
    expect(said).toContain("Pass2, block-in");
    expect(said).toContain("Coat2");
    expect(said).toContain("Pilegrey");
    expect(said).toContain("Waits forunit u1 to be dry");
    expect(said).not.toContain("Blends until");
  });

  it("says how long it blends, when it can be painted over, and what buys more time", async () => {
    shown("u1");
    expect(section("unit u1").textContent).toContain("Blends until18:47");
    expect(section("unit u1").textContent).toContain("Can be painted over from19:15");
    expect(
      await screen.findByText("It stays open for 12 min and takes 30 min. To blend all of it:"),
    ).toBeTruthy();
    const ways = within(screen.getByRole("list", { name: "What buys more time" })).getAllByRole("listitem");
    expect(ways.map((one) => one.textContent)).toEqual([
      "○ mist it twice+ 9 min",
      "● do it in two partsenough",
    ]);
  });

  it("is wished into another sitting, and follows the plan again", () => {
    const change = shown("u1", {
      u1: { sitting: "2026-06-01/0", minute: 30 },
      u2: { sitting: "x", minute: 0 },
    });
    fireEvent.mouseDown(screen.getByRole("combobox", { name: "Sitting" }));
    fireEvent.click(screen.getByRole("option", { name: "2: Wed 3 Jun, 18:00" }));
    press("Let it follow the plan again");
    expect(change.mock.calls.map(([said]) => (said as Settings).wishes)).toEqual([
      { u1: { sitting: "2026-06-03/0", minute: 0 }, u2: { sitting: "x", minute: 0 } },
      { u2: { sitting: "x", minute: 0 } },
    ]);
  });

  it("says when it cannot be had where it was put", () => {
    shown("u1", {}, { in_the_way: ["u1"] });
    expect(screen.getByText(/It could not be had where you put it/)).toBeTruthy();
  });

  it("does not blend when it is the mixing of a pile", () => {
    shown("mix/m1");
    expect(screen.queryByText("How long it blends")).toBeNull();
    expect(screen.getByText("Another time")).toBeTruthy();
    expect(screen.queryByRole("link", { name: "See it in its pass" })).toBeNull();
  });
});

describe("the plan of all sittings", () => {
  const shown = (facts: Partial<Schedule> = {}, best = false, now = "2026-06-01T10:00:00Z") => {
    serve({ "GET /api/easel/now": { body: { now, paintings: [], low: [] } } });
    inStudio(
      <PlanFacts
        paintingId={7}
        sittings={{ best } as Sittings}
        schedule={schedule(facts)}
        now={new Date(now)}
      />,
    );
  };

  it("says first what comes next, then when it is done", () => {
    shown();
    expect(section("First sitting").textContent).toContain(
      "Mon 1 Jun, 18:00 to 20:302 units. First: unit u1, then unit u2.",
    );
    expect(section("Done").textContent).toContain("Wed 3 Jun");
    expect(section("Done").textContent).toContain("between Tue 2 Jun and Sat 6 Jun. By common practice.");
  });

  it("says when a sitting has nothing in it, and when all are over", () => {
    shown({}, false, "2026-06-02T10:00:00Z");
    expect(section("Next sitting").textContent).toContain("Nothing is planned in it.");
    cleanup();
    shown({}, false, "2026-06-05T10:00:00Z");
    expect(screen.getByText(/Give new ones under “When”/)).toBeTruthy();
    expect(section("Done").textContent).toContain("Planned by now1 h 35 min");
  });

  it("says how good the order is as far as the search could tell", () => {
    shown();
    expect(screen.getByText("A first good order; a better one is being looked for.")).toBeTruthy();
    cleanup();
    shown({}, true);
    expect(screen.getByText("At most 10 min could be saved by another order.")).toBeTruthy();
    cleanup();
    shown({ bound_min: 99.6 }, true);
    expect(screen.getByText("No order of these units is done earlier.")).toBeTruthy();
  });

  it("names piles that live longer than a sitting once for each way of keeping them", () => {
    const kept = (pile: string, keeping: string) => ({ ...schedule().piles[0]!, pile, name: pile, keeping });
    shown({ piles: [kept("a", "cover it"), kept("b", "mix it anew"), kept("c", "cover it"), kept("d", "")] });
    expect(screen.getAllByRole("alert").map((one) => one.textContent)).toEqual([
      "a, cCover it.",
      "bMix it anew.",
    ]);
  });

  it("may end after the last sitting that there is", () => {
    shown({ finish: { ...schedule().finish, open_ended: true } });
    expect(section("Done").textContent).toContain("some day after your last sitting");
  });
});

describe("the bag", () => {
  const PACKING = "GET /api/sittings/7/packing";
  const packing = {
    weight_g: 2140,
    items: [
      {
        key: "PW6",
        kind: "paint",
        what: "titanium white",
        amount: "60 ml",
        why: "for 12 piles",
        weight_g: 100,
      },
      { key: "hat", kind: "painter", what: "a hat", amount: "", why: "", weight_g: 80 },
    ],
    cautions: [{ id: "sun", severity: "warning", message: "Sun.", hint: "Shade.", subject: null }],
  };

  it("is ticked thing by thing, and says what is left", async () => {
    serve({ [PACKING]: { body: packing } });
    const kept: string[][] = [];
    const Packing = () => {
      const [packed, setPacked] = useState(["hat"]);
      const change = (now: Partial<Settings>) => {
        kept.push(now.packed!);
        setPacked(now.packed!);
        return Promise.resolve(true);
      };
      return <Bag paintingId={7} packed={packed} change={change} />;
    };
    inStudio(<Packing />);
    expect(await screen.findByText("One thing to pack")).toBeTruthy();
    expect(screen.getByText("2.1 kg")).toBeTruthy();
    expect(section("Paint").textContent).toContain("titanium white · 60 ml · for 12 piles");
    fireEvent.click(screen.getByRole("checkbox", { name: /titanium white/ }));
    expect(await screen.findByText("All packed")).toBeTruthy();
    fireEvent.click(screen.getByRole("checkbox", { name: /a hat/ }));
    expect(await screen.findByText("One thing to pack")).toBeTruthy();
    expect(kept).toEqual([["hat", "PW6"], ["PW6"]]);
  });

  it("is all packed", async () => {
    serve({ [PACKING]: { body: packing } });
    inStudio(<Bag paintingId={7} packed={["hat", "PW6"]} change={vi.fn()} />);
    expect(await screen.findByText("All packed")).toBeTruthy();
  });

  it("says why there is no list", async () => {
    serve({
      [PACKING]: { status: 409, body: { code: "x", message: "There is no plan yet.", hint: "Plan it." } },
    });
    inStudio(<Bag paintingId={7} packed={[]} change={vi.fn()} />);
    expect(await screen.findByText("There is no plan yet.")).toBeTruthy();
  });
});

describe("on a tablet", () => {
  const closed = {
    hosted: false,
    open: null,
    can_open: true,
    addresses: ["192.0.2.7", "192.0.2.8"],
    tablets: [],
  };
  const shown = (answers: Record<string, Answer>) => {
    const asked = serve(answers);
    inStudio(<TabletDialog paintingId={7} close={vi.fn()} />);
    return asked;
  };

  it("says what letting one in means before the door is opened, at the address that is chosen", async () => {
    const asked = shown({
      "GET /api/studio/tablets": { body: closed },
      "PUT /api/studio/tablets/door": { body: { ...closed, open: "192.0.2.8" } },
    });
    expect(await screen.findByText(/without encryption: do so in a network that you trust/)).toBeTruthy();
    fireEvent.mouseDown(screen.getByRole("combobox", { name: "Address" }));
    fireEvent.click(screen.getByRole("option", { name: "192.0.2.8" }));
    press("Let my tablet in");
    expect(await screen.findByRole("button", { name: "Show the code" })).toBeTruthy();
    expect(asked.find((one) => one.method === "PUT")?.body).toEqual({ address: "192.0.2.8" });
  });

  it("shows a code that leads to this easel, and shuts the door again", async () => {
    const open = { ...closed, open: "192.0.2.7" };
    const asked = shown({
      "GET /api/studio/tablets": { body: open },
      "POST /api/studio/tablets/invitation": { body: { url: "http://192.0.2.7/in?c=1", picture: "data:," } },
      "DELETE /api/studio/tablets/door": { body: closed },
    });
    fireEvent.click(await screen.findByRole("button", { name: "Show the code" }));
    expect(await screen.findByRole("img", { name: /QR code/ })).toBeTruthy();
    expect(asked.find((one) => one.method === "POST")?.body).toEqual({ to: "/paintings/7/easel" });
    press("Let nobody in any more");
    expect(await screen.findByText(/The studio answers this machine only/)).toBeTruthy();
  });

  it("sends one away by name", async () => {
    const tablets = [{ id: 4, name: "Tablet of June", let_in: "2026-06-01T09:00:00Z" }];
    const asked = shown({
      "GET /api/studio/tablets": { body: { ...closed, open: "192.0.2.7", tablets } },
      "DELETE /api/studio/tablets/4": { body: closed },
    });
    fireEvent.click(await screen.findByRole("button", { name: "Send away: Tablet of June" }));
    await waitFor(() => expect(screen.queryByText("Tablet of June")).toBeNull());
    expect(asked.some((one) => one.path === "/api/studio/tablets/4")).toBe(true);
  });

  it("says where there is no network, and where the studio was not started for it", async () => {
    shown({ "GET /api/studio/tablets": { body: { ...closed, addresses: [] } } });
    expect(await screen.findByText(/This machine is in no network now/)).toBeTruthy();
    cleanup();
    shown({ "GET /api/studio/tablets": { body: { ...closed, can_open: false } } });
    expect(await screen.findByText(/was not started so that a tablet can be let in/)).toBeTruthy();
    expect(screen.queryByRole("button", { name: "Let my tablet in" })).toBeNull();
  });

  it("says why the door could not be opened", async () => {
    shown({
      "GET /api/studio/tablets": { body: closed },
      "PUT /api/studio/tablets/door": { status: 409, body: { code: "x", message: "In use.", hint: "Wait." } },
    });
    fireEvent.click(await screen.findByRole("button", { name: "Let my tablet in" }));
    expect(await screen.findByText("In use. Wait.")).toBeTruthy();
  });
});

describe("what has to give", () => {
  it("is told way by way: whether it is in time, and what it costs", async () => {
    const way = {
      gives: "smaller",
      words: "240 × 160 mm",
      done: "2026-06-05T10:00:00Z",
      in_time: true,
      hours: 6,
      trade: "less detail.",
    };
    serve({
      "GET /api/sittings/7/giving": {
        body: { ways: [way, { ...way, gives: "fewer passes", words: "three", done: null, in_time: false }] },
      },
      "GET /api/sittings/7/studies/giving/run": { body: null },
    });
    inStudio(<Giving paintingId={7} zone="UTC" />);
    expect(await screen.findByText("Smaller: 240 × 160 mm")).toBeTruthy();
    expect(
      screen.getByText("Done Fri 5 Jun, in time; 6.0 h of work. What it costs: less detail."),
    ).toBeTruthy();
    expect(
      screen.getByText("It does not fit into a year; 6.0 h of work. What it costs: less detail."),
    ).toBeTruthy();
    expect(screen.getByRole("button", { name: "Try again" })).toBeTruthy();
  });
});

describe("two paintings side by side", () => {
  const together = {
    other: 9,
    title: "Cat",
    saved_hands_min: 0.2,
    saved_waits_min: 45,
    hands_on_min: 200,
    makespan_min: 400,
    shared: [],
    sittings: 3,
    order: Array.from({ length: 14 }, (_, place) => `line ${place}`),
  };

  it("are not offered where there is only one", () => {
    serve({});
    const { container } = inStudio(<Together paintingId={7} others={[]} />);
    expect(container.textContent).toBe("");
  });

  it("say what is saved, and begin with the order of work", async () => {
    serve({
      "GET /api/sittings/7/together": { body: together },
      "GET /api/sittings/7/studies/together/run": { body: null },
    });
    inStudio(<Together paintingId={7} others={[{ id: 9, title: "Cat" }]} />);
    expect(await screen.findByText("With “Cat”: 45 min less than one after the other")).toBeTruthy();
    expect(screen.getByText("Mixing and washing saved").parentElement!.textContent).toContain("nothing");
    const order = within(screen.getByRole("list", { name: "The order of work on both" }));
    expect(order.getAllByRole("listitem")).toHaveLength(12);
    fireEvent.click(screen.getByRole("button", { name: "Show the other 2 steps" }));
    expect(order.getAllByRole("listitem")).toHaveLength(14);
    expect(order.getByText("line 13")).toBeTruthy();
    expect(screen.queryByRole("button", { name: /Show the other/ })).toBeNull();
    expect(screen.getByRole<HTMLButtonElement>("button", { name: /Lay both/ }).disabled).toBe(true);
  });
});

describe("what now, in the studio", () => {
  const NOW = "2026-06-01T10:00:00Z";
  const atWork = (painting: number, title: string, facts: Partial<AtWork> = {}): AtWork => ({
    painting,
    title,
    thumbnail_url: "",
    sitting: null,
    last: null,
    next_sitting: null,
    doing: "",
    done: 0,
    count: 0,
    worked_min: 0,
    drying: [],
    piles: [],
    ...facts,
  });
  const shown = (paintings: AtWork[], low: unknown[] = []) => {
    serve({ "GET /api/easel/now": { body: { now: NOW, paintings, low } } });
    return inStudio(<WhatNow>the paintings</WhatNow>, "/");
  };

  it("holds back what stands below it until it is known, and for no longer", async () => {
    shown([]);
    expect(screen.queryByText("the paintings")).toBeNull();
    expect(await screen.findByText("the paintings")).toBeTruthy();
    cleanup();
    serve({});
    inStudio(<WhatNow>the paintings</WhatNow>, "/");
    expect(await screen.findByText("the paintings")).toBeTruthy();
  });

  it("is the painting at the easel, with one tap that goes on", async () => {
    const sitting = { id: "s1", number: 2, opened: NOW, ended: null, last: NOW, asks: false, worked_s: 60 };
    shown([atWork(7, "Cup", { sitting, doing: "the wall", done: 3, count: 9 } as Partial<AtWork>)]);
    expect(await screen.findByRole("heading", { name: "Cup: sitting 2 is under way" })).toBeTruthy();
    expect(screen.getByText("In hand: The wall. 3 of 9 done.")).toBeTruthy();
    expect(screen.getByRole("link", { name: "Go on at the easel" }).getAttribute("href")).toBe(
      "/paintings/7/easel",
    );
  });

  it("tells what dries, which pile skins first, and which tubes run low", async () => {
    const pile = (name: string, minutes: number) => ({
      id: name,
      name,
      skins_at: new Date(Date.parse(NOW) + minutes * 60_000).toISOString(),
    });
    shown(
      [
        atWork(7, "Cup", {
          drying: [{ title: "the wall", overcoat_at: null }],
          piles: [pile("grey", 40), pile("light grey", 12)],
        } as unknown as Partial<AtWork>),
      ],
      [{ name: "ivory black", left_ml: 3 }],
    );
    expect(await screen.findByText("Cup: no sitting planned")).toBeTruthy();
    expect(screen.getByText("One passage is wet, and in this air it does not dry.")).toBeTruthy();
    expect(
      screen.getByText("2 piles live on the palette; first to skin: light grey, in 12 min."),
    ).toBeTruthy();
    expect(screen.getByText("Runs low: ivory black (3 ml).")).toBeTruthy();
  });

  it("names other paintings only where something goes on with them", async () => {
    shown([atWork(7, "Cup"), atWork(8, "Loaf"), atWork(9, "Cat", { next_sitting: "2026-06-02T10:00:00Z" })]);
    await screen.findByText("Cup: no sitting planned");
    expect(screen.getByRole("link", { name: "To the easel: Cat" })).toBeTruthy();
    expect(screen.queryByRole("link", { name: "To the easel: Loaf" })).toBeNull();
  });

  it("is nothing where nothing is at work", async () => {
    const { container } = shown([]);
    await waitFor(() => expect(container.textContent).toBe(""));
  });
});
