// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";

import { CheckStrip } from "./CheckStrip";
import { Arrows, MendMarks } from "./Marks";
import { MendList } from "./MendList";
import { NewPhoto } from "./NewPhoto";
import { PhotoSettings, type Pointing } from "./PhotoSettings";
import type { Asked, Check, Report } from "./queries";
import { AreaTable, Places } from "./Tables";
import { area, check, checks, landmark, mend, report } from "./testing";

afterEach(cleanup);

const SIZE = { width: 600, height: 400 };
const rowsOf = (name: string) =>
  within(screen.getByRole("table", { name }))
    .getAllByRole("row")
    .slice(1)
    .map((row) => [...row.children].map((cell) => cell.textContent));

describe("what to mend", () => {
  const list = (told: Partial<Report>, facts: Partial<Check> = {}, chosen: number | null = null) => {
    const [choose, accept] = [vi.fn(), vi.fn()];
    render(
      <MendList check={check(facts)} report={report(told)} chosen={chosen} choose={choose} accept={accept} />,
    );
    return { choose, accept };
  };

  it("is one list in its order, and what is still to be painted or left alone is no part of it", () => {
    list({
      mend: [
        mend("darken the wall"),
        mend("soften the shoulder"),
        mend("the jug is not painted", { kind: "paint", seen: false }),
        mend("the handle is a little warm", { kind: "leave", seen: false }),
      ],
    });
    expect(screen.getByRole("heading", { level: 1 }).textContent).toBe("2 things to mend");
    const first = within(screen.getByRole("list", { name: "What to mend, in this order" }));
    expect(first.getAllByRole("button").map((one) => one.textContent)).toEqual([
      "1darken the wallbecause of darken the wall",
      "2soften the shoulderbecause of soften the shoulder",
    ]);
    const section = (title: string) => screen.getByText(title).parentElement!.textContent;
    expect(section("Still to be painted in pass 2, block-in")).not.toContain("because");
    expect(section("Left as it is")).toContain("the handle is a little warm: because of");
  });

  it("says in one sentence that there is nothing to do", () => {
    list({});
    expect(screen.getByRole("heading", { level: 1 }).textContent).toBe("Stop here");
    expect(screen.getByText("Nothing is left that the eye would see.")).toBeTruthy();
  });

  it("counts one thing as one", () => {
    list({ mend: [mend("darken the wall")] });
    expect(screen.getByRole("heading", { level: 1 }).textContent).toBe("One thing to mend");
  });

  it("shows one on the picture when it is tapped, and none when it is tapped again", () => {
    const { choose } = list({ mend: [mend("darken the wall"), mend("soften")] }, {}, 1);
    const [wall, soften] = within(screen.getByRole("list", { name: /What to mend/ })).getAllByRole("button");
    expect(soften!.getAttribute("aria-pressed")).toBe("true");
    fireEvent.click(wall!);
    fireEvent.click(soften!);
    expect(choose.mock.calls).toEqual([[0], [null]]);
  });

  it("offers to let the plan follow", () => {
    const offers = [
      { words: "Keep the wall dark", area: "a02", neighbour: "", shift: -0.5 },
      { words: "Darken the jug with it", area: "a01", neighbour: "a02", shift: -0.4 },
    ];
    const { accept } = list({ offers });
    fireEvent.click(screen.getByRole("button", { name: "Change the plan so: Darken the jug with it" }));
    expect(accept.mock.calls).toEqual([[1]]);
  });

  it("warns where the plan has changed since", () => {
    list({}, { plan_changed: true });
    expect(screen.getByRole("alert").textContent).toContain("The plan has changed since this was measured");
  });

  it("is marked on the picture with the same numbers", () => {
    const two = [mend("darken", { at: [0.25, 0.5] }), mend("soften", { at: [1, 0] })];
    const { container } = render(<MendMarks picture={SIZE} mend={two} chosen={1} />);
    const marks = [...container.querySelectorAll("g")];
    expect(marks.map((one) => one.textContent)).toEqual(["1", "2"]);
    const place = marks.map((one) => {
      const circle = one.querySelector("circle")!;
      return [circle.getAttribute("cx"), circle.getAttribute("cy")].map(Number);
    });
    expect(place).toEqual([
      [150, 200],
      [600, 0],
    ]);
    const radius = marks.map((one) => Number(one.querySelector("circle")!.getAttribute("r")));
    expect(radius[1]).toBeGreaterThan(radius[0]!);
  });
});

describe("all checks", () => {
  const one = { ...check({ id: 8 }), done: false };
  it("are told with how much there is to mend, and a new photo stands first", () => {
    const [choose, fresh] = [vi.fn(), vi.fn()];
    const all = [
      one,
      { ...one, id: 7, stage: "the drawing", state: "failed" as const },
      { ...one, id: 6, stage: "pass 1", done: true, things: 0 },
    ];
    render(<CheckStrip checks={all} chosen={7} choose={choose} fresh={fresh} proportion={1.5} />);
    const [first, ...rest] = screen.getAllByRole("button");
    expect(first!.textContent).toBe("New photo");
    expect(rest.map((button) => button.textContent)).toEqual([
      expect.stringMatching(/^pass 2, block-in · .*2 things to mend$/),
      expect.stringMatching(/^the drawing · .*not measured$/),
      expect.stringMatching(/^pass 1 · .*nothing to mend$/),
    ]);
    expect(rest.map((button) => button.getAttribute("aria-current"))).toEqual(["false", "true", "false"]);
    fireEvent.click(rest[2]!);
    fireEvent.click(first!);
    expect(choose.mock.calls).toEqual([[6]]);
    expect(fresh).toHaveBeenCalledOnce();
  });
});

describe("what was measured", () => {
  it("puts areas whose value is most off first, and those still to be painted after them", () => {
    const areas = [
      area("a01", { value_error: 0.3 }),
      area("a02", { value_error: -0.9, wet: true, words: "a step too dark" }),
      area("a03", { looks_like: 1, value_error: 2 }),
    ];
    render(<AreaTable report={report({ areas })} />);
    expect(rowsOf("Areas, the value that is most off first")).toEqual([
      ["area a02a step too dark, wet", "−0.9 ± 0.2", "4.0", "93 %"],
      ["area a01as planned", "+0.3 ± 0.2", "4.0", "93 %"],
      ["area a03as planned", "+2.0 ± 0.2", "4.0", "as pass 1"],
    ]);
  });

  it("says why a drawing has no areas", () => {
    render(<AreaTable report={report()} />);
    expect(screen.getByText(/Areas are measured once paint lies over the drawing/)).toBeTruthy();
  });

  it("tells values the wrong way round and edges that came out otherwise", () => {
    const told = report({
      areas: [area("a01")],
      turned: [{ darker: "the jug", lighter: "the wall", planned: 1.2, painted: -0.44 }],
      edges: [
        {
          one: "the jug",
          other: "the wall",
          fault: "too hard",
          length_mm: 41.7,
          planned: "lost",
          painted: "hard",
          planned_mm: 3,
          painted_mm: 0.44,
        },
      ],
    });
    render(<AreaTable report={told} />);
    expect(screen.getByText("the jug should be 1.2 darker than the wall, and is 0.4 lighter.")).toBeTruthy();
    expect(rowsOf("Edges")).toEqual([["the jug and the walltoo hard, 42 mm long", "3.0 mm", "0.4 mm"]]);
  });

  const off = landmark("rim, left", { off_mm: 2.4, is_off: true, off_words: "2.4 mm too high" });

  it("tells places in the order of how far they are off, and shows the one that is chosen", () => {
    const choose = vi.fn();
    const told = report({
      landmarks: [landmark("foot"), off, landmark("spout", { off_mm: 0.6 })],
      pose: { turn_deg: -0.84, shift_mm: [3, 4] },
      leaning: [{ upper: "rim, left", lower: "foot", lean_deg: -1.52 }],
      distances: [{ one: "foot", other: "spout", planned_mm: 80.4, painted_mm: 84.6 }],
    });
    render(<Places report={told} chosen={null} choose={choose} />);
    expect(screen.getByText("1 of 3 places is off.")).toBeTruthy();
    expect(screen.getByText(/turned by −0\.8° and shifted by\s+5\.0 mm/)).toBeTruthy();
    expect(rowsOf("Places")).toEqual([
      ["rim, left", "2.4 mm too high"],
      ["spout", "0.6 mm"],
      ["foot", "0.2 mm"],
    ]);
    expect(screen.getByText("From foot to rim, left: 1.5° to the left")).toBeTruthy();
    expect(screen.getByText("foot to spout: 85 mm, planned 80 mm")).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "spout" }));
    expect(choose.mock.calls).toEqual([[2]]);
  });

  it("says that all places lie where they should", () => {
    render(<Places report={report({ landmarks: [landmark("foot")] })} chosen={0} choose={vi.fn()} />);
    expect(screen.getByText("All 1 places lie where they should.")).toBeTruthy();
  });

  it("draws an arrow four times as long for a place that is off, and a dot for one that is not", () => {
    const moved = landmark("rim", { at_mm: [100, 100], painted_mm: [102, 99], is_off: true });
    const { container } = render(
      <Arrows picture={SIZE} size_mm={{ width: 300, height: 200 }} landmarks={[moved, landmark("foot")]} />,
    );
    expect(container.querySelectorAll("circle")).toHaveLength(1);
    const tips = [...container.querySelectorAll("[marker-end]")];
    expect(tips).toHaveLength(1);
  });
});

describe("a new photo", () => {
  const taking = (facts: Parameters<typeof checks>[0] = {}, isSending = false) => {
    const acts = { setNumber: vi.fn(), photograph: vi.fn(), simulate: vi.fn() };
    render(<NewPhoto checks={checks(facts)} number={2} isSending={isSending} {...acts} />);
    return acts;
  };
  const photo = new File(["x"], "panel.jpg", { type: "image/jpeg" });

  it("is sent with the stage it is held against, and the same picture can be chosen again", () => {
    const { photograph } = taking();
    const field = screen.getByLabelText<HTMLInputElement>("Choose a file: the picture");
    fireEvent.change(field, { target: { files: [photo] } });
    expect(photograph.mock.calls).toEqual([[2, photo]]);
    expect(field.value).toBe("");
    fireEvent.change(field, { target: { files: [] } });
    expect(photograph).toHaveBeenCalledOnce();
  });

  it("may be pasted; what is no picture is let be", () => {
    const { photograph } = taking();
    const pasted = (file: File) =>
      fireEvent(window, Object.assign(new Event("paste"), { clipboardData: { files: [file] } }));
    pasted(new File(["x"], "notes.txt", { type: "text/plain" }));
    expect(photograph).not.toHaveBeenCalled();
    pasted(photo);
    expect(photograph.mock.calls).toEqual([[2, photo]]);
  });

  it("waits while one is being sent", () => {
    taking({}, true);
    for (const name of ["Take a photo", "Choose a file", "Simulated camera"])
      expect(screen.getByRole<HTMLButtonElement>("button", { name }).disabled).toBe(true);
  });

  it("says what is still wet by the easel's clocks", () => {
    taking({ wet: ["a02"] });
    expect(screen.getByText("Still wet by the clocks of the easel: the wall.")).toBeTruthy();
    cleanup();
    taking();
    expect(screen.queryByText(/Still wet/)).toBeNull();
  });
});

describe("what the painter says of a photo", () => {
  const settings = (asked: Partial<Asked> = {}, pointing: Pointing = "corners") => {
    const acts = {
      point: vi.fn(),
      choosePile: vi.fn(),
      ask: vi.fn(),
      join: vi.fn(),
      remove: vi.fn(),
    };
    const one = check({ asked: { ...check().asked, ...asked } });
    render(
      <PhotoSettings
        checks={checks()}
        check={one}
        pointing={pointing}
        pile={null}
        isSending={false}
        {...acts}
      />,
    );
    return acts;
  };
  const press = (name: string | RegExp) => fireEvent.click(screen.getByRole("button", { name }));

  it("is pointed at in one of three ways, each told in a sentence", () => {
    const { point } = settings({}, "grey");
    expect(screen.getByText("Tap the middle of the grey card in the photo.")).toBeTruthy();
    press("A pile");
    press("Grey card");
    expect(point.mock.calls).toEqual([["pile"]]);
  });

  it("is taken back piece by piece, and only where it was said", () => {
    settings();
    expect(screen.queryByRole("button", { name: /Without|again/ })?.textContent).toBe("Measure again");
    cleanup();
    const corner = [0, 0];
    const { ask } = settings({
      corners: [corner, corner, corner, corner],
      grey: [0.1, 0.9],
      piles: [{ pile: "m01", at: [0.9, 0.9] }],
    });
    press("Find the corners again");
    press("Without the grey card");
    press("Without piles");
    expect(ask.mock.calls.map(([said]) => said as Asked)).toMatchObject([
      { corners: null, grey: [0.1, 0.9] },
      { grey: null, piles: [{ pile: "m01" }] },
      { piles: [] },
    ]);
  });

  it("tells which areas are wet, one by one", () => {
    const { ask } = settings({ wet: ["a01"] });
    fireEvent.click(screen.getByRole("checkbox", { name: "the wall" }));
    fireEvent.click(screen.getByRole("checkbox", { name: "the jug" }));
    expect(ask.mock.calls.map(([said]) => (said as Asked).wet)).toEqual([["a01", "a02"], []]);
  });

  it("is held against another pass without the places that were shown for this one", () => {
    const { ask } = settings({ moved: [{ landmark: 1, at_mm: [3, 4] }] });
    fireEvent.mouseDown(screen.getByRole("combobox", { name: "It is held against" }));
    fireEvent.click(screen.getByRole("option", { name: "the drawing" }));
    expect(ask.mock.calls[0]![0]).toMatchObject({ number: 0, moved: [] });
  });

  it("asks once more before a check is removed", () => {
    const { remove } = settings();
    press("Remove this check …");
    press("Keep it");
    expect(remove).not.toHaveBeenCalled();
    press("Remove this check …");
    press("Remove it with its photo");
    expect(remove).toHaveBeenCalledOnce();
  });

  it("lets a pile be chosen before it is tapped", () => {
    const { choosePile } = settings({}, "pile");
    fireEvent.mouseDown(screen.getByRole("combobox", { name: "Pile" }));
    fireEvent.click(screen.getByRole("option", { name: "dark blue" }));
    expect(choosePile.mock.calls).toEqual([["m01"]]);
  });
});
