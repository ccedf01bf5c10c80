import { describe, expect, it } from "vitest";

import { apply } from "./apply";
import told from "./course.json";
import type { ActIn, Course, TakenList } from "./queries";

const list = told.list as unknown as TakenList;
const acts = told.acts as unknown as ActIn[];
const courses = told.courses.map((course) => ({ ...course, minutes: told.minutes })) as unknown as Course[];

/** Times to the second, and what the studio alone works out (when a pile skins) left out. */
function plain(course: Course) {
  const time = (at: string | null | undefined) => (at ? Math.round(Date.parse(at) / 1000) : null);
  return {
    current: course.current,
    tasks: Object.fromEntries(
      Object.entries(course.tasks).map(([id, one]) => [
        id,
        { ...one, since: time(one.since), done_at: time(one.done_at) },
      ]),
    ),
    clocks: Object.fromEntries(
      course.clocks.map((one) => [
        one.task,
        [one.laid, one.open_until, one.overcoat_at, one.glaze_at].map(time).concat(one.mists ?? 0),
      ]),
    ),
    piles: Object.fromEntries(
      Object.entries(course.piles).map(([id, one]) => [
        id,
        { left: one.left_ml.toFixed(3), covered: one.covered, astray: one.astray, mixed: time(one.mixed) },
      ]),
    ),
    sittings: course.sittings.map((one) => ({
      ...one,
      opened: time(one.opened),
      last: time(one.last),
      ended: time(one.ended),
    })),
    notes: course.notes.map((one) => one.text),
  };
}

/** Coats that are dry enough for a glaze are told by the studio no more; the page may still know of them. */
function onClock(course: Course, at: string): Course {
  return {
    ...course,
    clocks: course.clocks.filter((one) => one.glaze_at === null || Date.parse(one.glaze_at) > Date.parse(at)),
  };
}

describe("an act counts at once as the core says it does", () => {
  let course = courses[0]!;
  for (const [place, act] of acts.entries()) {
    it(`${place}: ${act.kind} ${act.task ?? act.pile ?? ""}`, () => {
      course = apply(course, act, list);
      expect(plain(onClock(course, act.at))).toEqual(plain(courses[place + 1]!));
    });
  }
});
