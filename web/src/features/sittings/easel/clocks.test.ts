import { describe, expect, it } from "vitest";

import { beforeTask, byUrgency, toldOf, turned } from "./clocks";
import told from "./course.json";
import type { Clock, ListedTask } from "./queries";

const { rules } = told.list;
const T = Date.parse("2026-06-01T09:00:00Z");
const at = (minutes: number) => T + minutes * 60_000;
const iso = (minutes: number) => new Date(at(minutes)).toISOString();
const clock = (task: string, open: number, coat: number | null, glaze: number | null): Clock => ({
  task,
  areas: [task],
  laid: iso(0),
  open_until: iso(open),
  overcoat_at: coat === null ? null : iso(coat),
  glaze_at: glaze === null ? null : iso(glaze),
  mists: 0,
});
const task = (id: string, after: ListedTask["after"]): ListedTask =>
  ({ id, kind: "unit", subject: id, title: id, minutes: 5, after }) as ListedTask;

describe("the phase of a coat", () => {
  const one = clock("a", 8, 20, 60);
  it.each([
    [0, "open", 1],
    [4, "open", 0.5],
    [6.5, "closing", 0.1875],
    [8, "drying", 1],
    [14, "drying", 0.5],
    [20, "coatable", 1],
    [61, "dry", 0],
  ])("after %s min is %s", (minutes, phase, left) => {
    const told = toldOf(one, at(minutes as number), rules);
    expect(told.phase).toBe(phase);
    expect(told.left).toBeCloseTo(left as number);
  });
  it("never ends where paint does not dry in this air", () => {
    expect(toldOf(clock("a", 8, null, null), at(600), rules)).toEqual({
      phase: "drying",
      until: null,
      left: 1,
    });
  });
});

it("an alarm rings once for what turns, and not for what is laid meanwhile", () => {
  const one = clock("a", 8, 20, 60);
  expect(turned([one], at(5), at(7), rules).map(({ phase }) => phase)).toEqual(["closing"]);
  expect(turned([one], at(7), at(7.5), rules)).toEqual([]);
  expect(turned([one], at(-1), at(0.1), rules)).toEqual([]);
});

it("what closes soonest is told first, what is dry last", () => {
  const order = byUrgency(
    [clock("dry", 1, 2, 3), clock("later", 9, 20, 60), clock("soon", 5, 20, 60)],
    at(4),
    rules,
  );
  expect(order.map((one) => one.task)).toEqual(["soon", "later", "dry"]);
});

describe("what stands before a task", () => {
  const states = { a: { state: "done" }, c: { state: "skipped" } };
  it("is the drying of what lies beneath", () => {
    const before = beforeTask(
      task("t", [{ task: "a", point: "glaze" }]),
      states,
      [clock("a", 8, 20, 60)],
      at(30),
    );
    expect(before).toEqual([{ task: "a", what: "wait", at: at(60) }]);
  });
  it("is the time for which a neighbour still blends, and nothing when that is over", () => {
    const one = task("t", [{ task: "a", point: "open" }]);
    expect(beforeTask(one, states, [clock("a", 8, 20, 60)], at(5))).toEqual([
      { task: "a", what: "wet", at: at(8) },
    ]);
    expect(beforeTask(one, states, [clock("a", 8, 20, 60)], at(9))).toEqual([]);
  });
  it("is a task that is not done; one that was left out is not waited for", () => {
    const one = task("t", [
      { task: "b", point: "done" },
      { task: "c", point: "overcoat" },
    ]);
    expect(beforeTask(one, states, [], at(0))).toEqual([{ task: "b", what: "order", at: null }]);
  });
});
