/** What a task is called and told at the easel. */
import { capital } from "../../../shared/ui/words";
import { clock, day, minutesWords } from "../times";
import type { Course, ListedTask, TakenList } from "./queries";

const MINUTE_MS = 60_000;

export const clockWords = (time: number | string, zone: string): string => clock(new Date(time), zone);

/** A time within a day as a clock, further off with its day. */
export const whenWords = (time: number | string, now: number, zone: string): string => {
  const on = day(new Date(time), zone);
  return on === day(new Date(now), zone) ? clockWords(time, zone) : `${on}, ${clockWords(time, zone)}`;
};

/** What is left of a time, in whole minutes begun. */
export const minutesLeft = (ms: number): string => minutesWords(Math.max(1, Math.ceil(ms / MINUTE_MS)));

export const titleOf = (task: ListedTask): string =>
  `${task.kind === "mixing" ? `Mix ${task.title}` : capital(task.title)}${(task.coats ?? 1) > 1 ? `, coat ${task.coat} of ${task.coats}` : ""}`;

/** Seconds worked at a task by now. */
export const workedS = (course: Course, task: string, now: number): number => {
  const one = course.tasks[task];
  if (!one) return 0;
  return one.worked_s + (one.since ? Math.max(0, (now - Date.parse(one.since)) / 1000) : 0);
};

export const pileOf = (list: TakenList, task: ListedTask) => {
  const id = task.kind === "mixing" ? task.subject : task.piles?.[0];
  return list.piles.find((pile) => pile.id === id) ?? null;
};

/** A volume as it can be seen on a palette; under `drop` it is less than a drop. */
export const amount = (ml: number, drop: number): string =>
  ml < drop ? "under a drop" : ml < 1 ? `${ml.toFixed(2)} ml` : `${ml.toFixed(1)} ml`;

/** Tasks still to be done that take paint of a pile. */
export const laterUses = (list: TakenList, course: Course, pile: string): ListedTask[] =>
  list.tasks.filter((task) => {
    const state = course.tasks[task.id]?.state ?? "to do";
    return state !== "done" && state !== "skipped" && (task.uses?.[pile] ?? 0) > 0;
  });

/** Few passes are counted down, as on site. */
const FEW_PASSES = 4;
export function passesLeft(list: TakenList, course: Course): string {
  const open = new Set<number>();
  const all = new Set<number>();
  for (const task of list.tasks) {
    if (task.kind !== "unit" || !task.pass_number) continue;
    all.add(task.pass_number);
    if (!["done", "skipped"].includes(course.tasks[task.id]?.state ?? "to do")) open.add(task.pass_number);
  }
  if (all.size > FEW_PASSES) return "";
  return ` · ${open.size === 0 ? "all passes done" : open.size === 1 ? "the last pass" : `${open.size} passes to go`}`;
}

/** The pile that is mixed next, and after how many minutes of what stands before it. */
export function nextToMix(
  list: Pick<TakenList, "tasks">,
  course: Course,
  now: number,
): { title: string; inMin: number } | null {
  let inMin = 0;
  for (const task of list.tasks) {
    const state = course.tasks[task.id]?.state ?? "to do";
    if (state === "done" || state === "skipped") continue;
    if (task.kind === "mixing") return { title: task.title, inMin };
    inMin += Math.max(0, task.minutes - workedS(course, task.id, now) / 60);
  }
  return null;
}
