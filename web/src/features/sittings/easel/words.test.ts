import { describe, expect, it } from "vitest";

import told from "./course.json";
import type { Course, TakenList } from "./queries";
import { amount, laterUses, minutesLeft, nextToMix, passesLeft, titleOf, whenWords, workedS } from "./words";

const list = told.list as unknown as TakenList;
const after = (acts: number) => ({ ...told.courses[acts]!, minutes: told.minutes }) as unknown as Course;
const at = (minutes: number) => Date.parse("2026-06-01T09:00:00Z") + minutes * 60_000;

describe("what is told of a sitting", () => {
  it("names a task with what is done and its coat", () => {
    expect(list.tasks.map(titleOf)).toContain("The wall, coat 2 of 2");
    expect(titleOf(list.tasks[0]!)).toBe("Mix grey");
  });
  it("counts the time at a task up to now, without its pauses", () => {
    expect(workedS(after(4), "u1", at(6))).toBe(120);
    expect(workedS(after(5), "u1", at(8.5))).toBe(180);
  });
  it("says which pile is mixed next, and when", () => {
    expect(nextToMix(list, after(1), at(0))).toEqual({ title: "grey", inMin: 0 });
    expect(nextToMix(list, after(4), at(6))).toEqual({ title: "light grey", inMin: 6 });
    expect(nextToMix(list, after(10), at(14))).toBeNull();
  });
  it("knows what still takes of a pile", () => {
    expect(laterUses(list, after(10), "m1").map((task) => task.id)).toEqual(["u1#2", "g1"]);
  });
  it("counts few passes down", () => {
    expect(passesLeft(list, after(1))).toBe(" · 2 passes to go");
    expect(passesLeft(list, after(21))).toBe(" · the last pass");
  });
  it("tells times and amounts as a painter does", () => {
    expect(minutesLeft(30_000)).toBe("1 min");
    expect(minutesLeft(100 * 60_000)).toBe("1 h 40 min");
    expect(amount(0.03, list.rules.gone_ml)).toBe("under a drop");
    expect(amount(0.4, list.rules.gone_ml)).toBe("0.40 ml");
    expect(whenWords(at(60), at(0), "UTC")).toBe("10:00");
    expect(whenWords(at(60 * 24), at(0), "UTC")).toBe("Tue 2 Jun, 09:00");
  });
});
