/** The painting as it should look now. */
import { useMemo, type RefObject } from "react";

import { useQuery } from "@tanstack/react-query";

import { FILL, useDrawn } from "./drawn";
import { maskOf, painted, type Parts } from "./parts";
import type { Course, ListedTask, TakenList } from "./queries";

interface NowProps {
  list: TakenList;
  course: Course;
  stages: Record<string, string>;
  parts: Parts | null;
}

const MASK_GREY = 0;
const OPAQUE = 255;

/** The painting as it should look now: of every stage what has been painted of it so far, on the bare support. */
export function AsNow({ list, course, stages, parts }: NowProps) {
  const passes = useMemo(() => doneByPass(list, course), [list, course]);
  const pictures = useQuery({
    queryKey: ["stages", ...passes.map((one) => stages[one.number] ?? "")],
    queryFn: () =>
      Promise.all(
        passes.map((one) => (stages[one.number] ? picture(stages[one.number]!) : Promise.resolve(null))),
      ),
    staleTime: Infinity,
  }).data;
  const draw = useMemo(
    () => (context: CanvasRenderingContext2D) => {
      if (!parts) return;
      const { width, height } = parts;
      context.fillStyle = "#fff";
      context.fillRect(0, 0, width, height);
      passes.forEach(({ done, isWhole }, place) => {
        const stage = pictures?.[place];
        if (!stage) return;
        if (isWhole) {
          context.drawImage(stage, 0, 0, width, height);
          return;
        }
        const layer = new OffscreenCanvas(width, height);
        const on = layer.getContext("2d")!;
        const mask = maskOf(parts, painted(done, list), false, MASK_GREY, OPAQUE);
        on.putImageData(new ImageData(mask, width, height), 0, 0);
        on.globalCompositeOperation = "source-in";
        on.drawImage(stage, 0, 0, width, height);
        context.drawImage(layer, 0, 0);
      });
    },
    [parts, passes, pictures, list],
  );
  const ref: RefObject<HTMLCanvasElement | null> = useDrawn(draw, parts?.width ?? 1, parts?.height ?? 1);
  return <canvas ref={ref} style={FILL} role="img" aria-label="The painting as it should look now" />;
}

async function picture(url: string): Promise<HTMLImageElement> {
  const image = new Image();
  image.src = url;
  await image.decode();
  return image;
}

interface DonePass {
  number: number;
  done: ListedTask[];
  isWhole: boolean;
}

/** The units of every pass that are done in all their coats. */
export function doneByPass(list: Pick<TakenList, "tasks">, course: Pick<Course, "tasks">): DonePass[] {
  const found = new Map<number, { done: ListedTask[]; count: number }>();
  for (const task of list.tasks) {
    if (task.kind !== "unit" || !task.pass_number) continue;
    const pass = found.get(task.pass_number) ?? { done: [], count: 0 };
    pass.count += 1;
    if (course.tasks[task.id]?.state === "done") pass.done.push(task);
    found.set(task.pass_number, pass);
  }
  return [...found]
    .sort(([one], [other]) => one - other)
    .filter(([, pass]) => pass.done.length > 0)
    .map(([number, { done, count }]) => ({ number, done, isWhole: done.length === count }));
}
