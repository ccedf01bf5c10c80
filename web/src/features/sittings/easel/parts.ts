/** Which passage lies where: the picture of parts read once, and what a task paints of it. */
import { fetchPixels } from "../../../shared/ui/pixels";
import type { ListedTask, TakenList } from "./queries";

export interface Parts {
  width: number;
  height: number;
  /** Index of the area and place of the family of every pixel, row by row. */
  areas: Uint8Array;
  families: Uint8Array;
}

export async function fetchParts(url: string): Promise<Parts> {
  const { data, width, height } = await fetchPixels(url, Infinity, true);
  return partsOf(data, width, height);
}

export function partsOf(rgba: Uint8ClampedArray, width: number, height: number): Parts {
  const areas = new Uint8Array(width * height);
  const families = new Uint8Array(width * height);
  for (let i = 0; i < areas.length; i += 1) {
    areas[i] = rgba[4 * i]!;
    families[i] = rgba[4 * i + 1]!;
  }
  return { width, height, areas, families };
}

type Listed = Pick<TakenList, "areas" | "families">;

/** For every area's index the families that are painted there, as bits. */
export function painted(tasks: ListedTask[], list: Listed): Uint8Array {
  const index = new Map(list.areas.map((area) => [area.id, area.index]));
  const all = (1 << list.families.length) - 1;
  const bits = new Uint8Array(256);
  for (const { passages } of tasks)
    for (const { area, family } of passages ?? []) {
      const place = index.get(area);
      if (place === undefined) continue;
      bits[place]! |= family ? 1 << list.families.indexOf(family) : all;
    }
  return bits;
}

/** The pixels of a mask: opaque (alpha 255) where it is painted, or with `not` where it is not; `grey` and `alpha` elsewhere. */
export function maskOf(
  parts: Parts,
  bits: Uint8Array,
  not: boolean,
  grey: number,
  alpha: number,
): Uint8ClampedArray<ArrayBuffer> {
  const rgba = new Uint8ClampedArray(4 * parts.areas.length);
  for (let i = 0; i < parts.areas.length; i += 1) {
    const isPainted = (bits[parts.areas[i]!]! & (1 << parts.families[i]!)) !== 0;
    if (isPainted === not) continue;
    rgba[4 * i] = rgba[4 * i + 1] = rgba[4 * i + 2] = grey;
    rgba[4 * i + 3] = alpha;
  }
  return rgba;
}

export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

const WHOLE: Box = { x: 0, y: 0, width: 1, height: 1 };
const MARGIN = 0.04;

/** What a task paints lies within this box, in shares of the picture, with a margin; the whole picture where it paints nothing. */
export function boxOf(parts: Parts, bits: Uint8Array): Box {
  let [left, top, right, bottom] = [parts.width, parts.height, -1, -1];
  for (let y = 0; y < parts.height; y += 1)
    for (let x = 0; x < parts.width; x += 1) {
      const i = y * parts.width + x;
      if ((bits[parts.areas[i]!]! & (1 << parts.families[i]!)) === 0) continue;
      if (x < left) left = x;
      if (x > right) right = x;
      if (y < top) top = y;
      if (y > bottom) bottom = y;
    }
  if (right < 0) return WHOLE;
  const x = Math.max(0, left / parts.width - MARGIN);
  const y = Math.max(0, top / parts.height - MARGIN);
  return {
    x,
    y,
    width: Math.min(1, (right + 1) / parts.width + MARGIN) - x,
    height: Math.min(1, (bottom + 1) / parts.height + MARGIN) - y,
  };
}

export interface Passage {
  area: string;
  family: string;
}

/** The passage at a point given as shares. */
export function passageAt(parts: Parts, list: Listed, at: { x: number; y: number }): Passage | null {
  const column = Math.min(parts.width - 1, Math.max(0, Math.floor(at.x * parts.width)));
  const row = Math.min(parts.height - 1, Math.max(0, Math.floor(at.y * parts.height)));
  const i = row * parts.width + column;
  const area = list.areas.find((one) => one.index === parts.areas[i]);
  const family = list.families[parts.families[i]!];
  return area && family ? { area: area.id, family } : null;
}

/** The units that paint a passage, in their order, each once however many coats it has. */
export const unitsAt = (list: Pick<TakenList, "tasks">, at: Passage): ListedTask[] =>
  list.tasks.filter(
    (task) =>
      task.kind === "unit" &&
      task.coat === 1 &&
      (task.passages ?? []).some(
        (one) => one.area === at.area && (one.family === null || one.family === at.family),
      ),
  );
