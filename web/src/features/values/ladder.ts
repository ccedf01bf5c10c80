/** The value ladder as numbers: thresholds that keep their order, histograms, and a table for quick display. */

import { greyOf } from "../../shared/ui/greys";

export const LEAST_GAP = 0.1;
const SCALE = 25.5;

/** Thresholds with one moved, kept between its neighbours and inside 0-10. */
export function withMoved(limits: readonly number[], index: number, to: number): number[] {
  const low = (limits[index - 1] ?? 0) + LEAST_GAP;
  const high = (limits[index + 1] ?? 10) - LEAST_GAP;
  const kept = Math.round(Math.min(high, Math.max(low, to)) * 100) / 100;
  return limits.map((limit, i) => (i === index ? kept : limit));
}

/** Which step a value belongs to. */
export function stepOf(value: number, limits: readonly number[]): number {
  let step = 0;
  for (const limit of limits) if (value >= limit) step += 1;
  return step;
}

/** The step of every byte of the value picture (value x 25.5). */
export function stepTable(limits: readonly number[]): Uint8Array {
  return Uint8Array.from({ length: 256 }, (_, byte) => stepOf(byte / SCALE, limits));
}

/** How often each of `bins` equal parts of 0-10 occurs, as shares of the most frequent. */
export function histogram(bytes: Uint8Array, bins: number): number[] {
  const counts = new Array<number>(bins).fill(0);
  for (const byte of bytes) {
    const bin = Math.min(bins - 1, Math.floor((byte / 255) * bins));
    counts[bin] = counts[bin]! + 1;
  }
  const most = Math.max(1, ...counts);
  return counts.map((count) => count / most);
}

/** The middle value of every step, for display while a threshold moves. */
export function middles(limits: readonly number[]): number[] {
  return [...limits, 10].map((limit, i) => ((limits[i - 1] ?? 0) + limit) / 2);
}

/** Which step every grey of a kept map stands for. */
export function stepsOfGreys(steps: readonly { index: number; grey: string }[]): Uint8Array {
  const table = new Uint8Array(256);
  for (const step of steps) table[parseInt(step.grey.slice(1, 3), 16)] = step.index;
  return table;
}

/** Every byte of the value picture as its own step, and the screen grey of each: the picture in black and white. */
export const EVERY_BYTE = Uint8Array.from({ length: 256 }, (_, byte) => byte);
export const EVERY_TONE = Array.from(EVERY_BYTE, (byte) => greyOf(byte / SCALE));

/** Screen greys of a picture in two and in three values, by the number of thresholds. */
export const NOTAN_TONES: Record<number, number[]> = { 1: [30, 235], 2: [30, 130, 235] };
