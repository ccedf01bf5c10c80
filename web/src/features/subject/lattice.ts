/** The lattice of an observation as plain data: cells laid, zones added and taken away. */
import type { Spot } from "../../shared/ui/Handles";
import type { Observation, Zone } from "./queries";

/** The cell that holds a point given as shares of width and height. */
export function cellAt(columns: number, rows: number, at: Spot): number {
  const column = Math.min(columns - 1, Math.max(0, Math.floor(at.x * columns)));
  const row = Math.min(rows - 1, Math.max(0, Math.floor(at.y * rows)));
  return row * columns + column;
}

/** Every cell on the way from one to the other, so that a quick hand leaves no gaps. */
export function cellsBetween(columns: number, from: number, to: number): number[] {
  const [x0, y0, x1, y1] = [
    from % columns,
    Math.floor(from / columns),
    to % columns,
    Math.floor(to / columns),
  ];
  const steps = Math.max(Math.abs(x1 - x0), Math.abs(y1 - y0), 1);
  const found: number[] = [];
  for (let i = 0; i <= steps; i += 1) {
    const x = Math.round(x0 + ((x1 - x0) * i) / steps);
    const y = Math.round(y0 + ((y1 - y0) * i) / steps);
    found.push(y * columns + x);
  }
  return found;
}

/** Every cell of the upright block that has these two in opposite corners. */
export function blockBetween(columns: number, from: number, to: number): number[] {
  const [left, right] = [from % columns, to % columns].sort((a, b) => a - b) as [number, number];
  const [top, bottom] = [from, to].map((cell) => Math.floor(cell / columns)).sort((a, b) => a - b) as [
    number,
    number,
  ];
  const found: number[] = [];
  for (let row = top; row <= bottom; row += 1) {
    for (let column = left; column <= right; column += 1) found.push(row * columns + column);
  }
  return found;
}

export function laid(cells: readonly number[], which: readonly number[], zone: number): number[] {
  const next = [...cells];
  for (const cell of which) next[cell] = zone;
  return next;
}

/** All cells that hang together with this one, of the same zone. */
export function flooded(cells: readonly number[], columns: number, start: number): number[] {
  const zone = cells[start];
  const seen = new Set<number>([start]);
  const waiting = [start];
  while (waiting.length > 0) {
    const cell = waiting.pop()!;
    const x = cell % columns;
    for (const next of [
      x > 0 ? cell - 1 : -1,
      x < columns - 1 ? cell + 1 : -1,
      cell - columns,
      cell + columns,
    ]) {
      if (next >= 0 && next < cells.length && !seen.has(next) && cells[next] === zone) {
        seen.add(next);
        waiting.push(next);
      }
    }
  }
  return [...seen].sort((a, b) => a - b);
}

export const withZone = (now: Observation, zone: Zone): Observation => ({
  ...now,
  zones: [...now.zones, zone],
});

export const changedZone = (now: Observation, index: number, facts: Partial<Zone>): Observation => ({
  ...now,
  zones: now.zones.map((zone, i) => (i === index ? { ...zone, ...facts } : zone)),
});

/** The observation without a zone; its cells go to the zone before it. */
export function withoutZone(now: Observation, index: number): Observation {
  const heir = Math.max(0, index - 1);
  return {
    ...now,
    zones: now.zones.filter((_, i) => i !== index),
    cells: now.cells.map((cell) => (cell === index ? heir : cell > index ? cell - 1 : cell)),
  };
}

export const zoneName = (zone: Zone, index: number): string => zone.name || `zone ${index + 1}`;
