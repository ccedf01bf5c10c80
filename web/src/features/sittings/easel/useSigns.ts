/** Signs of the clocks: what has just come into another phase. */
import { useEffect, useMemo, useRef, useState } from "react";

import { alarm, SIGN } from "./alarm";
import { turned } from "./clocks";
import type { Course, TakenList } from "./queries";
import { titleOf } from "./words";

const SIGN_MS = 12_000;

/** What has just come into another phase, told for a while, with a sound if the painter wants it. */
export function useSigns(list: TakenList, course: Course, now: number, hasSound: boolean): string {
  const [sign, setSign] = useState({ words: "", at: 0 });
  const before = useRef(now);
  const titles = useMemo(() => new Map(list.tasks.map((task) => [task.id, titleOf(task)])), [list]);
  useEffect(() => {
    const some = turned(course.clocks, before.current, now, list.rules).find(({ phase }) => SIGN[phase]);
    before.current = now;
    if (!some) return;
    alarm(some.phase, hasSound);
    setSign({ words: `${titles.get(some.clock.task) ?? "Paint"}: ${SIGN[some.phase]}`, at: now });
  }, [course.clocks, now, hasSound, titles, list.rules]);
  return now - sign.at < SIGN_MS ? sign.words : "";
}
