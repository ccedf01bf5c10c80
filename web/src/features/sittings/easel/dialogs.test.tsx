// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";

import { inStudio, serve, type Answer } from "../../../shared/testing";
import { Actions } from "./Actions";
import { AgainDialog } from "./AgainDialog";
import told from "./course.json";
import { MoreDialog } from "./MoreDialog";
import { NoteDialog } from "./NoteDialog";
import { Opening } from "./Opening";
import { PilesPanel } from "./PilesPanel";
import type { Course, EaselState, ListedPile, ListedTask, TakenList } from "./queries";
import { StopDialog } from "./StopDialog";
import { UnitCard } from "./UnitCard";
import type { Easel } from "./useAtEasel";
import { WeighedDoses } from "./WeighedDoses";
import { WetPanel } from "./WetPanel";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const list = { ...(told.list as unknown as TakenList), id: 1, zone: "UTC" };
/** The course after so many acts: 1 opened, 3 the first pile mixed, 7 the wall laid, 10 both piles mixed. */
const after = (acts: number, facts: Partial<Course> = {}) =>
  ({ ...told.courses[acts]!, minutes: told.minutes, ...facts }) as unknown as Course;
const at = (minutes: number) => Date.parse("2026-06-01T09:00:00Z") + minutes * 60_000;
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole("button", { name }));
const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });

describe("the palette", () => {
  const palette = (course: Course, now = at(14)) => {
    const acts = { leave: vi.fn(), cover: vi.fn(), astray: vi.fn() };
    inStudio(<PilesPanel list={list} course={course} now={now} {...acts} />);
    return acts;
  };
  const piles = () =>
    within(screen.getByRole("list", { name: "Piles on the palette" })).getAllByRole("listitem");

  it("is empty at first, and says what is mixed next", () => {
    palette(after(1), at(0));
    expect(screen.getByRole("heading", { name: "The palette is empty" })).toBeTruthy();
    expect(screen.getByText("Next to mix: grey, now")).toBeTruthy();
  });

  it("tells what is left of a pile and what is still to be painted with it", () => {
    palette(after(3), at(3));
    expect(screen.getByRole("heading", { name: "One pile is out" })).toBeTruthy();
    expect(piles()[0]!.textContent).toContain("Grey5.0 ml left, 4.1 ml still to be painted");
    expect(piles()[0]!.textContent).toContain("Next for: The wall, coat 1 of 2");
  });

  it("puts the pile that skins first before the others, and says when to mix more", () => {
    palette(after(10));
    expect(screen.getByRole("heading", { name: "2 piles are out" })).toBeTruthy();
    expect(piles().map((one) => within(one).getByRole("img").getAttribute("aria-label"))).toEqual([
      expect.stringMatching(/^grey,/),
      expect.stringMatching(/^light grey,/),
    ]);
    cleanup();
    const course = after(10);
    const short = { ...course, piles: { ...course.piles, m1: { ...course.piles.m1!, left_ml: 0.2 } } };
    palette(short);
    expect(piles()[0]!.textContent).toContain(": mix more");
  });

  it("lets piles be used up, halved, covered and sent astray", () => {
    const { leave, cover, astray } = palette(after(3), at(3));
    press("Gone: grey");
    press("Half of that is left: grey");
    press("Cover: grey");
    press("Came out wrong: grey");
    expect(leave.mock.calls).toEqual([
      ["m1", 0],
      ["m1", 2.5],
    ]);
    expect(cover.mock.calls).toEqual([["m1", true]]);
    expect(astray.mock.calls).toEqual([["m1"]]);
  });

  it("does not ask again of a pile that came out wrong, and says when one is covered", () => {
    const course = after(3);
    palette({ ...course, piles: { m1: { ...course.piles.m1!, astray: true, covered: true } } }, at(3));
    expect(screen.queryByRole("button", { name: "Came out wrong: grey" })).toBeNull();
    expect(screen.getByRole("button", { name: "Uncover: grey" })).toBeTruthy();
    expect(piles()[0]!.textContent).toContain("Covered. Next for");
  });
});

describe("what is wet", () => {
  const wet = (course: Course, now: number) => {
    const acts = { mist: vi.fn(), dry: vi.fn(), retard: vi.fn() };
    inStudio(<WetPanel list={list} course={course} now={now} {...acts} />);
    return acts;
  };

  it("is nothing before paint is laid", () => {
    wet(after(3), at(3));
    expect(screen.getByRole("heading", { name: "Nothing is wet" })).toBeTruthy();
    expect(screen.getByText("In air of 18 °C and 60 %.")).toBeTruthy();
  });

  it("says how long it blends and what buys more time", () => {
    const { mist, retard } = wet(after(7), at(12));
    const coat = screen.getByRole("region", { name: "The wall, coat 1 of 2" });
    expect(coat.textContent).toContain("blends until 09:17, 6 min");
    press(/^Misted lightly/);
    press(/^Retarder worked in/);
    expect(mist.mock.calls).toEqual([["u1"]]);
    expect(retard.mock.calls).toEqual([["u1"]]);
    expect(screen.queryByRole("button", { name: /Dry to the touch/ })).toBeNull();
  });

  it("is misted no more than twice", () => {
    const course = after(7);
    const misted = { ...course, clocks: course.clocks.map((one) => ({ ...one, mists: 2 })) };
    wet(misted, at(12));
    expect(screen.getByRole<HTMLButtonElement>("button", { name: /^Misted lightly/ }).disabled).toBe(true);
  });

  it("is found dry sooner than the clock says, while it dries", () => {
    const { dry } = wet(after(7), at(20));
    expect(screen.getByRole("region").textContent).toContain("takes a coat from 09:25");
    press(/^Dry to the touch now/);
    expect(dry.mock.calls).toEqual([["u1"]]);
    expect(screen.queryByRole("button", { name: /Misted/ })).toBeNull();
  });

  it("takes a coat before it takes a glaze", () => {
    wet(after(7), at(30));
    expect(screen.getByRole("region").textContent).toContain("takes a coat now; a glaze from 09:50");
  });
});

describe("stopping", () => {
  const stopping = (course: Course, now: number, next: string | null = null) => {
    const acts = { stop: vi.fn(), close: vi.fn() };
    inStudio(<StopDialog list={list} course={course} now={now} next={next} {...acts} />);
    return acts;
  };

  it("says what to cover, what is not needed any more, and until when the panel lies", () => {
    stopping(after(10), at(14), "2026-06-03T18:00:00Z");
    const said = screen.getByRole("dialog").textContent;
    expect(said).toContain("Cover: grey, light grey.");
    expect(said).not.toContain("Not needed any more");
    expect(said).toContain("until 09:30: it is still wet.");
    expect(said).toContain("Next time (Wed 3 Jun, 18:00) begins with: The cup, light.");
  });

  it("peels off what no unit needs, and leaves the drain alone", () => {
    const course = after(10);
    const done = { state: "done", done_at: null, since: null, worked_s: 1 };
    const all = Object.fromEntries(list.tasks.map((one) => [one.id, done]));
    stopping({ ...course, tasks: all as unknown as Course["tasks"], current: null }, at(200));
    const said = screen.getByRole("dialog").textContent;
    expect(said).toContain(
      "Not needed any more: grey, light grey. Let it dry and peel it off; not down the drain.",
    );
    expect(said).not.toContain("Cover:");
    expect(said).not.toContain("Next time");
    expect(said).not.toContain("still wet");
  });

  it("names no more piles than anybody reads", () => {
    const many = Array.from({ length: 9 }, (_, place) => ({
      ...list.piles[0]!,
      id: `p${place}`,
      name: `pile ${place}`,
    }));
    const out = Object.fromEntries(many.map((pile) => [pile.id, after(3).piles.m1!]));
    inStudio(
      <StopDialog
        list={{ ...list, piles: many }}
        course={{ ...after(3), piles: out }}
        now={at(3)}
        next={null}
        stop={vi.fn()}
        close={vi.fn()}
      />,
    );
    expect(screen.getByRole("dialog").textContent).toContain("Not needed any more: 9 piles.");
  });

  it("keeps what is to be remembered", () => {
    const { stop } = stopping(after(3), at(3));
    type("What to remember next time", "  handle first  ");
    press("Close the sitting");
    expect(stop.mock.calls).toEqual([["handle first", null]]);
  });

  it("hears what was wiped off, with a comma too, and says what is no amount", () => {
    const { stop } = stopping(after(3), at(3));
    const label = "Wiped off and rinsed out since last told, ml";
    const field = () => screen.getByLabelText(label);
    expect(field().getAttribute("aria-invalid")).toBe("false");
    type(label, "some");
    expect(field().getAttribute("aria-invalid")).toBe("true");
    type(label, "2,5");
    expect(field().getAttribute("aria-invalid")).toBe("false");
    press("Close the sitting");
    expect(stop.mock.calls).toEqual([["", 2.5]]);
  });
});

describe("a note", () => {
  it("is words, a photo or both, and never empty", () => {
    const keep = vi.fn();
    inStudio(<NoteDialog about="The wall" keep={keep} close={vi.fn()} />);
    const button = screen.getByRole<HTMLButtonElement>("button", { name: "Keep the note" });
    const note = screen.getByRole("textbox", { name: "Note" });
    fireEvent.change(note, { target: { value: "   " } });
    expect(button.disabled).toBe(true);
    const photo = new File(["x"], "wall.jpg", { type: "image/jpeg" });
    fireEvent.change(screen.getByLabelText("Photo of the note"), { target: { files: [photo] } });
    fireEvent.click(screen.getByRole("button", { name: "Keep the note" }));
    fireEvent.change(note, { target: { value: " streaks " } });
    fireEvent.click(button);
    expect(keep.mock.calls).toEqual([
      ["", photo],
      ["streaks", photo],
    ]);
  });
});

describe("the unit in hand", () => {
  const unit = (id: string, facts: Partial<ListedTask> = {}) => {
    const task = { ...list.tasks.find((one) => one.id === id)!, ...facts };
    inStudio(<UnitCard list={list} course={after(3)} task={task} now={at(3)} />);
  };

  it("tells its pile, and what is left of it", () => {
    unit("u1");
    expect(screen.getByText("5.0 ml left on the palette")).toBeTruthy();
    expect(screen.getByRole("list", { name: "Doses in the order of adding" })).toBeTruthy();
  });

  it("is a gradation with its piles from light to dark in place of the one pile", () => {
    const string = [
      { name: "light end, above", words: "2 parts light grey + 1 part grey", wet: "#d0d0d0", dry: "#cccccc" },
      { name: "dark end, below", words: "grey", wet: "#a0a0a0", dry: "#9c9c9c" },
    ];
    unit("u1", { string, uses: { m1: 1, m2: 0.5 } });
    expect(screen.getByText("2 piles, light to dark")).toBeTruthy();
    const piles = within(screen.getByRole("list", { name: "The string, light to dark" }));
    expect(piles.getAllByRole("listitem").map((one) => one.textContent)).toEqual([
      "2 parts light grey + 1 part greylight end, above",
      "Greydark end, below",
    ]);
    expect(screen.getByText("grey: 5.0 ml left; light grey: not mixed yet")).toBeTruthy();
    expect(screen.queryByRole("list", { name: "Doses in the order of adding" })).toBeNull();
  });
});

describe("what is needed now and then", () => {
  const task = (id: string) => list.tasks.find((one) => one.id === id)!;
  const more = (id: string, answers: Record<string, Answer> = {}) => {
    serve(answers);
    const act = vi.fn();
    inStudio(
      <MoreDialog list={list} course={after(3)} task={task(id)} painting={7} act={act} close={vi.fn()} />,
    );
    return act;
  };

  it("sends a pile astray and leads to the bench with it", () => {
    const act = more("u1");
    const way = screen.getByRole("link", { name: /This pile came out wrong/ });
    expect(way.getAttribute("href")).toBe("/mixes?painting=7&mix=m1&mode=mend&easel=7");
    fireEvent.click(way);
    expect(act.mock.calls).toEqual([["astray", { pile: "m1" }]]);
  });

  it("leaves a unit out by a change of mind", () => {
    const act = more("u1");
    press(/I changed my mind/);
    expect(act.mock.calls).toEqual([["skip", { task: "u1", text: "changed my mind" }]]);
  });

  it("keeps the air that is typed, with a comma or a point, within what paint bears", () => {
    const act = more("u1");
    const keep = () => screen.getByRole<HTMLButtonElement>("button", { name: "Keep the air" });
    for (const [degrees, humidity] of [
      ["4", "50"],
      ["36", "50"],
      ["20", "99"],
      ["20", "-1"],
      ["", "50"],
      ["warm", "50"],
    ] as const) {
      type("°C", degrees);
      type("Humidity, %", humidity);
      expect(keep().disabled).toBe(true);
      expect(screen.getByText("Give 5 to 35 °C and 0 to 98 %.")).toBeTruthy();
    }
    type("°C", "21,5");
    type("Humidity, %", "45");
    fireEvent.click(keep());
    expect(act.mock.calls).toEqual([
      ["air", { climate: { temperature_c: 21.5, humidity_pct: 45, air: "still" } }],
    ]);
  });

  it("reads the sensor into the fields, and says when there is none", async () => {
    more("u1", { "GET /api/sittings/climate": { body: { temperature_c: 19.27, humidity_pct: 61.6 } } });
    press("Read the sensor");
    await waitFor(() => expect(screen.getByLabelText<HTMLInputElement>("°C").value).toBe("19.3"));
    expect(screen.getByLabelText<HTMLInputElement>("Humidity, %").value).toBe("62");
    cleanup();
    more("u1", {
      "GET /api/sittings/climate": {
        status: 503,
        body: { code: "x", message: "No sensor.", hint: "Type it." },
      },
    });
    press("Read the sensor");
    expect(await screen.findByText("No sensor. Type it.")).toBeTruthy();
  });
});

describe("doses on the scale", () => {
  const pile = {
    ...list.piles[0]!,
    doses: [
      { source: "PW6", name: "titanium white", volume_ml: 4, mass_g: 6 },
      { source: "m9", name: "warm dark", volume_ml: 1, mass_g: null },
    ],
  } as unknown as ListedPile;

  it("are kept in ml by the paint's own weight, and only those that can be weighed", () => {
    const act = vi.fn();
    inStudio(<WeighedDoses painting={7} pile={pile} act={act} />);
    expect(screen.getByText("6.00 g planned")).toBeTruthy();
    expect(screen.queryByLabelText("warm dark, g")).toBeNull();
    const keep = screen.getByRole<HTMLButtonElement>("button", { name: "Keep titanium white" });
    for (const nothing of ["", "0", "-2", "x"]) {
      type("titanium white, g", nothing);
      expect(keep.disabled).toBe(true);
    }
    type("titanium white, g", "5,4");
    fireEvent.click(keep);
    expect(act).toHaveBeenCalledOnce();
    const [kind, said] = act.mock.calls[0]! as [string, { pile: string; text: string; ml: number }];
    expect([kind, said.pile, said.text]).toEqual(["weighed", "m1", "PW6"]);
    expect(said.ml).toBeCloseTo(3.6, 10);
    expect(screen.getByText("3.60 ml kept")).toBeTruthy();
  });

  it("are read from the scale, and nothing is kept where it does not answer", async () => {
    const act = vi.fn();
    const SCALE = "POST /api/easel/7/scale";
    const asked = serve({ [SCALE]: { body: { mass_g: 6.12, volume_ml: 4.08 } } });
    inStudio(<WeighedDoses painting={7} pile={pile} act={act} />);
    press("Read the scale: titanium white");
    await waitFor(() => expect(act).toHaveBeenCalledWith("weighed", { pile: "m1", text: "PW6", ml: 4.08 }));
    expect(asked.at(-1)!.body).toEqual({ pile: "m1", source: "PW6" });
    expect(screen.getByLabelText<HTMLInputElement>("titanium white, g").value).toBe("6.12");
    act.mockClear();
    serve({});
    press("Read the scale: titanium white");
    expect(await screen.findByRole("alert")).toBeTruthy();
    expect(act).not.toHaveBeenCalled();
  });

  it("are not asked for where nothing of the pile has a weight", () => {
    const { container } = inStudio(
      <WeighedDoses painting={7} pile={{ ...pile, doses: [pile.doses[1]!] }} act={vi.fn()} />,
    );
    expect(container.querySelector("input")).toBeNull();
  });
});

describe("the taps under a unit", () => {
  const taps = (state: Parameters<typeof Actions>[0]["state"]) => {
    const acts = Object.fromEntries(
      ["primary", "pause", "skip", "again", "back", "note", "more"].map((name) => [name, vi.fn()]),
    ) as unknown as Omit<Parameters<typeof Actions>[0], "state" | "canGoBack">;
    inStudio(<Actions state={state} canGoBack={false} {...acts} />);
    return screen.getAllByRole("button").map((one) => one.textContent);
  };

  it.each([
    ["to do", ["Start", "Skip", "Back", "Note", "More"]],
    ["paused", ["Go on", "Skip", "Back", "Note", "More"]],
    ["at it", ["Done", "Pause", "Back", "Note", "More"]],
    ["done", ["To what is next", "Do it again", "Back", "Note", "More"]],
    ["skipped", ["To what is next", "Do it again", "Back", "Note", "More"]],
  ] as const)("of one that is %s lead on first", (state, names) => {
    expect(taps(state)).toEqual(names);
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Back" }).disabled).toBe(true);
  });
});

describe("what is done again", () => {
  const asked = (task = list.tasks[0]!) => {
    const again = vi.fn();
    cleanup();
    inStudio(<AgainDialog task={task} again={again} close={vi.fn()} />);
    return again;
  };
  const of = (kind: string) => list.tasks.find((task) => task.kind === kind)!;

  it("says why in one tap, of paint and of a pile what each can be", () => {
    let again = asked(of("unit"));
    press("too dark");
    expect(again).toHaveBeenCalledWith("too dark");
    again = asked(of("mixing"));
    press("too little");
    expect(again).toHaveBeenCalledWith("too little");
    expect(screen.queryByText("streaks or ridges")).toBeNull();
  });

  it("says it in the painter's own words, or not at all", () => {
    const again = asked();
    press("Do it again, without a reason");
    type("In your own words", " the lamp had moved ");
    press("Do it again");
    expect(again.mock.calls).toEqual([[""], ["the lamp had moved"]]);
  });
});

describe("before a sitting", () => {
  const state = {
    painting: 7,
    title: "Cup",
    taken: 1,
    plan: "same",
    next_sitting: null,
  } as unknown as EaselState;
  const opening = (facts: Partial<Easel>, easel: Partial<EaselState> = {}, open = vi.fn()) => {
    const act = vi.fn();
    const whole = {
      list,
      course: after(1),
      easel: { ...state, ...easel },
      notices: [],
      isToSave: false,
      at: { act },
      ...facts,
    } as unknown as Easel;
    inStudio(<Opening easel={whole} painting={7} now={at(0)} open={open} />);
    return { act, open };
  };

  it("says what it begins with and when it is planned, and opens by one button", async () => {
    const { open } = opening({ course: after(3) }, { next_sitting: "2026-06-01T18:30:00Z" });
    expect(screen.getByText("Begins with: The wall, coat 1 of 2. Planned for 18:30.")).toBeTruthy();
    press("Open sitting 2");
    await waitFor(() => expect(open).toHaveBeenCalledOnce());
  });

  it("says why it could not be opened, and can be tried again", async () => {
    opening({}, {}, vi.fn().mockRejectedValue(new Error("x")));
    press("Open sitting 2");
    await waitFor(() => expect(screen.getAllByRole("alert")).toHaveLength(1));
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Open sitting 2" }).disabled).toBe(false);
  });

  it("cannot be opened without a plan, and leads to the desk", () => {
    opening({ list: null, course: null }, { plan: "missing" });
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Open sitting 1" }).disabled).toBe(true);
    expect(screen.getByRole("link", { name: "Plan it at the desk" }).getAttribute("href")).toBe(
      "/paintings/7/passes",
    );
  });

  it("goes on with the list that was taken when the plan at the desk is gone", () => {
    opening({}, { plan: "missing" });
    expect(screen.getByText(/the sitting goes on with the list that was taken last/)).toBeTruthy();
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Open sitting 2" }).disabled).toBe(false);
  });

  it("offers nothing when all is painted", () => {
    opening({ course: after(3, { current: null }) });
    expect(screen.getByText("Everything on the list is painted.")).toBeTruthy();
    expect(screen.queryByRole("button")).toBeNull();
  });

  it("remembers what was noted in the last sitting, not what was noted before it", () => {
    const note = (minutes: number, text: string) => ({ at: new Date(at(minutes)).toISOString(), text });
    const notes = [note(-60, "old"), note(5, "mind the handle")] as unknown as Course["notes"];
    opening({ course: after(3, { notes }) });
    const said = screen.getByRole("region", { name: "You noted last time" });
    expect(said.textContent).toContain("09:05 mind the handle");
    expect(said.textContent).not.toContain("old");
  });

  it("asks when a sitting that was left open really ended", () => {
    const last = { ...after(3).sittings[0]!, asks: true, ended: "2026-06-01T09:20:00Z" };
    const { act } = opening({ course: after(3, { sittings: [last] }) });
    expect(screen.getByText(/closed at its last sign of life/)).toBeTruthy();
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Keep this time" }).disabled).toBe(true);
    press("Yes");
    type("No, at", "09:45");
    press("Keep this time");
    expect(
      act.mock.calls.map(([kind, said]) => [kind, (said as { when: string }).when.slice(14, 16)]),
    ).toEqual([
      ["stop", "20"],
      ["stop", "45"],
    ]);
  });
});
