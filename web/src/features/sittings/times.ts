/** Times of a schedule in the painter's words, and where they lie on the timeline. */
import type { Diary, Schedule, Sitting, Task } from "./queries";

const MINUTE_MS = 60_000;

/** The time so many minutes after the schedule's begin. */
export const timeAt = (schedule: Pick<Schedule, "begins">, minutes: number): Date =>
  new Date(Date.parse(schedule.begins) + minutes * MINUTE_MS);

/** Minutes after the schedule's begin of a time. */
export const minutesAt = (schedule: Pick<Schedule, "begins">, time: string): number =>
  (Date.parse(time) - Date.parse(schedule.begins)) / MINUTE_MS;

export const clock = (time: Date, zone: string): string =>
  new Intl.DateTimeFormat("en-GB", { hour: "2-digit", minute: "2-digit", timeZone: zone }).format(time);

export const day = (time: Date, zone: string): string =>
  new Intl.DateTimeFormat("en-GB", {
    weekday: "short",
    day: "numeric",
    month: "short",
    timeZone: zone,
  }).format(time);

/** A local time as a date-and-time field takes it: 2026-06-01T09:00. */
export function localField(time: Date, zone: string): string {
  const parts = new Intl.DateTimeFormat("en-CA", {
    year: "numeric",
    month: "2-digit",
    day: "2-digit",
    hour: "2-digit",
    minute: "2-digit",
    hourCycle: "h23",
    timeZone: zone,
  }).formatToParts(time);
  const of = (type: Intl.DateTimeFormatPartTypes) => parts.find((part) => part.type === type)?.value ?? "";
  return `${of("year")}-${of("month")}-${of("day")}T${of("hour")}:${of("minute")}`;
}

export const minutesWords = (minutes: number): string => {
  if (minutes < 1) return "under a minute";
  const whole = Math.round(minutes);
  if (whole < 90) return `${whole} min`;
  const hours = Math.floor(whole / 60);
  const rest = whole % 60;
  if (hours >= 48) return `${Math.round(whole / 1440)} days`;
  return rest ? `${hours} h ${rest} min` : `${hours} h`;
};

/** The tasks of a sitting (number from 1) in their order. */
export const tasksOf = (schedule: Pick<Schedule, "tasks">, number: number): Task[] =>
  schedule.tasks.filter((task) => task.sitting === number);

/** The sitting that comes next at a time: the first that has not ended; null when all are over. */
export function nextSitting(schedule: Pick<Schedule, "sittings">, now: Date): number | null {
  const place = schedule.sittings.findIndex((sitting) => Date.parse(sitting.ends) > now.getTime());
  return place < 0 ? null : place + 1;
}

/** Minutes of work that the plan has before a time. */
export const workBefore = (schedule: Pick<Schedule, "begins" | "tasks">, now: Date): number =>
  schedule.tasks
    .filter((task) => timeAt(schedule, task.ends_min) <= now)
    .reduce((sum, task) => sum + task.ends_min - task.begins_min, 0);

export const lengthOf = (sitting: Pick<Sitting, "begins" | "ends">): number =>
  (Date.parse(sitting.ends) - Date.parse(sitting.begins)) / MINUTE_MS;

/** What lies wet, in as few rows as they need so that none covers another; those beyond `most` rows are left out. */
export function lanes<T extends { from: number; to: number }>(spans: T[], most: number): T[][] {
  const rows: T[][] = [];
  for (const span of [...spans].sort((a, b) => a.from - b.from || a.to - b.to)) {
    const free = rows.find((row) => row.at(-1)!.to <= span.from);
    if (free) free.push(span);
    else if (rows.length < most) rows.push([span]);
  }
  return rows;
}

/** A minute within a sitting, in steps that a hand can choose. */
export const STEP_MIN = 5;
export const snapped = (minutes: number): number => Math.max(0, Math.round(minutes / STEP_MIN) * STEP_MIN);

/** The diary with a sitting moved by so many minutes. */
export const movedBy = (diary: Diary, sitting: Sitting, by: number, zone: string): Diary => ({
  ...diary,
  moved: {
    ...diary.moved,
    [sitting.id]: {
      begins: localField(new Date(Date.parse(sitting.begins) + by * MINUTE_MS), zone),
      minutes: lengthOf(sitting),
    },
  },
});
