/** What a task is called and told at the easel. */
import type { Course, ListedTask, TakenList } from "./queries";

export const clockWords = (time: number | string, zone: string): string =>
  new Intl.DateTimeFormat("en-GB", { hour: "2-digit", minute: "2-digit", timeZone: zone }).format(
    typeof time === "string" ? Date.parse(time) : time,
  );

export const dayWords = (time: number | string, zone: string): string =>
  new Intl.DateTimeFormat("en-GB", { weekday: "long", day: "numeric", month: "long", timeZone: zone }).format(
    typeof time === "string" ? Date.parse(time) : time,
  );

/** A time within a day as a clock, further off with its day. */
export const whenWords = (time: number | string, now: number, zone: string): string => {
  const at = typeof time === "string" ? Date.parse(time) : time;
  return dayWords(at, zone) === dayWords(now, zone)
    ? clockWords(at, zone)
    : `${dayWords(at, zone)}, ${clockWords(at, zone)}`;
};

/** Minutes as a painter says them; under one it says so. */
export const minutesLeft = (ms: number): string => {
  const minutes = Math.ceil(ms / 60_000);
  if (minutes < 90) return `${Math.max(1, minutes)} min`;
  const hours = Math.round(minutes / 60);
  return hours < 36 ? `${hours} h` : `${Math.round(hours / 24)} days`;
};

export const capital = (words: string): string => words.slice(0, 1).toUpperCase() + words.slice(1);

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

const DROP_ML = 0.05;

/** A volume as it can be seen on a palette. */
export const amount = (ml: number): string =>
  ml < DROP_ML ? "under a drop" : ml < 1 ? `${ml.toFixed(2)} ml` : `${ml.toFixed(1)} ml`;

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
