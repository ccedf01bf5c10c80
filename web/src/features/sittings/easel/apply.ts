/**
 * What an act does to the course, at once and without the network: the same as `ypsochrom.sittings.easel.course` says, of which
 * the answer comes later. Both are held together by `course.json`, which is written by the core and read by the tests of both.
 */
import type { ActIn, Clock, Course, ListedTask, TakenList, TaskCourse } from "./queries";

const TO_DO: TaskCourse = { state: "to do", worked_s: 0 };

export const courseOfTask = (course: Course, task: string): TaskCourse => course.tasks[task] ?? TO_DO;

/** The first task of the list that is still to be done. */
export const nextToDo = (course: Course, list: Pick<TakenList, "tasks">): string | null =>
  list.tasks.find((task) => ["to do", "paused"].includes(courseOfTask(course, task.id).state))?.id ?? null;

/** The task that was done or left out last. */
export function lastDone(list: TakenList, course: Course): ListedTask | null {
  let last: ListedTask | null = null;
  for (const task of list.tasks) {
    const at = course.tasks[task.id]?.done_at;
    if (at && (!last || Date.parse(at) > Date.parse(course.tasks[last.id]!.done_at!))) last = task;
  }
  return last;
}

/** Nothing has been done in this sitting yet. */
export const isFresh = (course: Course): boolean =>
  course.sittings.at(-1)?.worked_s === 0 && Object.values(course.tasks).every((one) => one.state !== "at it");

const later = (time: string, minutes: number): string =>
  new Date(Date.parse(time) + minutes * 60_000).toISOString();
const laterOrNull = (time: string | null, minutes: number): string | null =>
  time === null ? null : later(time, minutes);

export function apply(course: Course, act: ActIn, list: TakenList): Course {
  const task = act.task ? list.tasks.find((one) => one.id === act.task) : undefined;
  const isKnown = !act.task || task !== undefined;
  const after = isKnown ? carriedOut(course, act, task, list) : course;
  return act.kind === "open" || act.kind === "stop" ? after : heardOf(after, act);
}

const heardOf = (course: Course, act: ActIn): Course => ({
  ...course,
  sittings: course.sittings.map((one) =>
    one.id === act.sitting && Date.parse(one.last) < Date.parse(act.at) ? { ...one, last: act.at } : one,
  ),
});

function carriedOut(course: Course, act: ActIn, task: ListedTask | undefined, list: TakenList): Course {
  switch (act.kind) {
    case "open":
      return opened(rested(course, act.at), act);
    case "start":
      return task ? started(course, task, act.at, list) : course;
    case "pause":
      return rested(course, act.at);
    case "done":
      return task ? done(course, task, act.at, list) : course;
    case "skip":
      if (!task || courseOfTask(course, task.id).state === "done") return course;
      return chosenAnew(put(restedIf(course, task.id, act.at), task.id, "skipped"), task.id, list);
    case "back":
      return task ? back(course, task, act.at, list) : course;
    case "mist":
      return task ? misted(course, task.id, act.at) : course;
    case "retard":
      return task ? retarded(course, task.id, act.at) : course;
    case "dry":
      return task ? foundDry(course, task.id, act.at) : course;
    case "left":
    case "cover":
    case "uncover":
    case "astray":
      return palette(course, act, list);
    case "note":
      return {
        ...course,
        notes: [...course.notes, { at: act.at, task: act.task ?? null, text: act.text ?? "", photo_url: "" }],
      };
    case "air":
      return act.climate ? { ...course, climate: act.climate } : course;
    case "weighed":
    case "wiped":
      return course;
    case "stop":
      return stopped(course, act);
  }
}

function opened(course: Course, act: ActIn): Course {
  if (course.sittings.some((one) => one.id === act.sitting)) return course;
  const before = course.sittings.map((one) => (one.ended ? one : { ...one, ended: one.last }));
  const number = course.sittings.length + 1;
  return {
    ...course,
    sittings: [
      ...before,
      { id: act.sitting, number, opened: act.at, last: act.at, ended: null, worked_s: 0, asks: false },
    ],
  };
}

/** What is in hand is laid down. */
function rested(course: Course, at: string): Course {
  const running = Object.entries(course.tasks).find(([, one]) => one.state === "at it");
  if (!running) return course;
  const [id, one] = running;
  const spent = one.since ? Math.max(0, (Date.parse(at) - Date.parse(one.since)) / 1000) : 0;
  const last = course.sittings.at(-1);
  return {
    ...course,
    tasks: {
      ...course.tasks,
      [id]: { ...one, state: "paused", worked_s: one.worked_s + spent, since: null },
    },
    sittings:
      last && !last.ended
        ? [...course.sittings.slice(0, -1), { ...last, worked_s: last.worked_s + spent }]
        : course.sittings,
  };
}

const restedIf = (course: Course, task: string, at: string): Course =>
  courseOfTask(course, task).state === "at it" ? rested(course, at) : course;

const put = (course: Course, task: string, state: TaskCourse["state"]): Course => ({
  ...course,
  tasks: {
    ...course.tasks,
    [task]: { ...courseOfTask(course, task), state, since: null, done_at: null },
  },
});

/** After a task was done or skipped: if it was the one in hand, the next of the list is. */
const chosenAnew = (course: Course, task: string, list: TakenList): Course =>
  course.current === task || course.current === null
    ? { ...course, current: nextToDo(course, list) }
    : course;

function started(course: Course, task: ListedTask, at: string, list: TakenList): Course {
  const state = courseOfTask(course, task.id).state;
  if (state === "at it") return course;
  const free = rested(course, at);
  if (state === "done") return free;
  let piles = free.piles;
  for (const pile of Object.keys(task.uses ?? {}))
    if (!piles[pile] && task.kind !== "mixing") piles = mixed(piles, pile, at, list);
  return {
    ...free,
    piles,
    current: task.id,
    tasks: { ...free.tasks, [task.id]: { ...courseOfTask(free, task.id), state: "at it", since: at } },
  };
}

function mixed(piles: Course["piles"], pile: string, at: string, list: TakenList): Course["piles"] {
  const listed = list.piles.find((one) => one.id === pile);
  if (!listed) return piles;
  const left_ml = (piles[pile]?.left_ml ?? 0) + listed.volume_ml;
  return { ...piles, [pile]: { mixed: at, left_ml, skins_at: null, covered: false, astray: false } };
}

function taken(
  piles: Course["piles"],
  uses: Record<string, number>,
  sign: 1 | -1,
  list: TakenList,
): Course["piles"] {
  const after = { ...piles };
  for (const [pile, ml] of Object.entries(uses)) {
    const known = after[pile];
    if (known) after[pile] = { ...known, left_ml: Math.max(0, known.left_ml - sign * ml) };
  }
  return withoutGone(after, list);
}

const withoutGone = (piles: Course["piles"], list: TakenList): Course["piles"] =>
  Object.fromEntries(Object.entries(piles).filter(([, one]) => one.left_ml > list.rules.gone_ml));

function done(course: Course, task: ListedTask, at: string, list: TakenList): Course {
  if (courseOfTask(course, task.id).state === "done") return course;
  const free = restedIf(course, task.id, at);
  const minutes = free.minutes[task.id];
  const areas = [...new Set(task.passages.map((one) => one.area))];
  const clock: Clock | null = minutes
    ? {
        task: task.id,
        areas,
        laid: at,
        open_until: later(at, minutes.open_min),
        overcoat_at: later(at, minutes.overcoat_min),
        glaze_at: later(at, minutes.glaze_min),
        mists: 0,
      }
    : null;
  let { piles } = free;
  if (task.kind === "mixing") piles = mixed(piles, task.subject, at, list);
  const after: Course = {
    ...free,
    tasks: {
      ...free.tasks,
      [task.id]: { ...courseOfTask(free, task.id), state: "done", since: null, done_at: at },
    },
    clocks: clock ? [...free.clocks.filter((one) => one.task !== task.id), clock] : free.clocks,
    piles: taken(piles, task.uses ?? {}, 1, list),
  };
  return chosenAnew(after, task.id, list);
}

function back(course: Course, task: ListedTask, at: string, list: TakenList): Course {
  let { piles } = course;
  if (courseOfTask(course, task.id).state === "done") {
    const volume = list.piles.find((one) => one.id === task.subject)?.volume_ml ?? 0;
    piles = taken(piles, task.uses ?? {}, -1, list);
    if (task.kind === "mixing") piles = taken(piles, { [task.subject]: volume }, 1, list);
  }
  const free = put(restedIf(course, task.id, at), task.id, "to do");
  return {
    ...free,
    piles,
    clocks: course.clocks.filter((one) => one.task !== task.id),
    current: task.id,
  };
}

/** Misting buys minutes while the paint is still open; on a skin it does nothing. */
const misted = (course: Course, task: string, at: string): Course =>
  onClock(course, task, (clock) => {
    const minutes = course.minutes[task]?.mist_min ?? 0;
    if (Date.parse(clock.open_until) <= Date.parse(at)) return clock;
    return { ...longer(clock, minutes), mists: (clock.mists ?? 0) + 1 };
  });

/** What is left of every time is stretched as retarder stretches the whole of it. */
const retarded = (course: Course, task: string, at: string): Course =>
  onClock(course, task, (clock) => {
    const minutes = course.minutes[task];
    if (!minutes) return clock;
    const stretched = (time: string, whole: number, slow: number) =>
      later(at, Math.max(0, (Date.parse(time) - Date.parse(at)) / 60_000) * (slow / whole));
    const { overcoat_at, glaze_at } = clock;
    return {
      ...clock,
      open_until: stretched(clock.open_until, minutes.open_min, minutes.retarded_open_min),
      overcoat_at:
        overcoat_at === null
          ? null
          : stretched(overcoat_at, minutes.overcoat_min, minutes.retarded_overcoat_min),
      glaze_at: glaze_at === null ? null : stretched(glaze_at, minutes.glaze_min, minutes.retarded_glaze_min),
    };
  });

const longer = (clock: Clock, minutes: number): Clock => ({
  ...clock,
  open_until: later(clock.open_until, minutes),
  overcoat_at: laterOrNull(clock.overcoat_at, minutes),
  glaze_at: laterOrNull(clock.glaze_at, minutes),
});

const onClock = (course: Course, task: string, change: (clock: Clock) => Clock): Course => ({
  ...course,
  clocks: course.clocks.map((clock) => (clock.task === task ? change(clock) : clock)),
});

function palette(course: Course, act: ActIn, list: TakenList): Course {
  const piles = { ...course.piles };
  for (const pile of act.pile ? [act.pile] : Object.keys(piles)) {
    const known = piles[pile];
    if (act.kind === "left" && act.pile)
      piles[pile] = {
        ...(known ?? { mixed: act.at, skins_at: null, covered: false, astray: false }),
        left_ml: Math.max(0, act.ml ?? 0),
      };
    else if (!known) continue;
    else if (act.kind === "cover") piles[pile] = { ...known, covered: true, skins_at: null };
    else if (act.kind === "uncover") piles[pile] = { ...known, covered: false, mixed: act.at };
    else if (act.kind === "astray" && act.pile) piles[pile] = { ...known, astray: true };
  }
  return { ...course, piles: withoutGone(piles, list) };
}

function stopped(course: Course, act: ActIn): Course {
  const free = rested(course, act.at);
  return {
    ...free,
    sittings: free.sittings.map((one) =>
      one.id === act.sitting ? { ...one, ended: act.when ?? act.at, asks: false } : one,
    ),
  };
}

/** A coat that was found dry to the touch: from then on it takes a coat, and blends no more. */
const foundDry = (course: Course, task: string, at: string): Course => ({
  ...course,
  clocks: course.clocks.map((one) =>
    one.task === task && Date.parse(at) >= Date.parse(one.laid)
      ? {
          ...one,
          overcoat_at: one.overcoat_at === null ? at : earlier(one.overcoat_at, at),
          open_until: earlier(one.open_until, at),
        }
      : one,
  ),
});

const earlier = (one: string, other: string): string => (Date.parse(one) < Date.parse(other) ? one : other);
