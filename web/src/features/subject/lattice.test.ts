import { describe, expect, it } from "vitest";

import {
  blockBetween,
  cellAt,
  cellsBetween,
  changedZone,
  flooded,
  laid,
  withoutZone,
  withZone,
  zoneName,
} from "./lattice";
import type { Zone } from "./queries";

const PLAIN: Zone = { name: "", value: 5, hue: "grey", chroma: "grey", lit: true, plane: "middle" };

const now = {
  columns: 4,
  rows: 2,
  cells: [0, 0, 1, 2, 0, 1, 1, 2],
  zones: [{ ...PLAIN, name: "sky" }, PLAIN, { ...PLAIN, value: 2 }],
  borders: "stepped" as const,
  notes: { when: "", place: "", weather: "" },
};

describe("cells", () => {
  it("are found from a point, also at the edges", () => {
    expect(cellAt(4, 2, { x: 0, y: 0 })).toBe(0);
    expect(cellAt(4, 2, { x: 0.6, y: 0.9 })).toBe(6);
    expect(cellAt(4, 2, { x: 1, y: 1 })).toBe(7);
  });

  it("are laid without gaps by a quick hand", () => {
    expect(cellsBetween(4, 0, 3)).toEqual([0, 1, 2, 3]);
    expect(cellsBetween(4, 0, 7)).toContain(7);
    expect(laid(now.cells, [0, 1], 2).slice(0, 2)).toEqual([2, 2]);
    expect(now.cells[0]).toBe(0);
  });

  it("fill a block between two corners, whichever come first", () => {
    expect(blockBetween(4, 1, 6)).toEqual([1, 2, 5, 6]);
    expect(blockBetween(4, 6, 1)).toEqual([1, 2, 5, 6]);
    expect(blockBetween(4, 4, 3)).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
    expect(blockBetween(4, 2, 2)).toEqual([2]);
  });

  it("hang together with their neighbours of the same zone", () => {
    expect(flooded(now.cells, 4, 2)).toEqual([2, 5, 6]);
    expect(flooded(now.cells, 4, 3)).toEqual([3, 7]);
  });
});

describe("zones", () => {
  it("are added, changed and taken away; their cells find an heir", () => {
    expect(withZone(now, PLAIN).zones).toHaveLength(4);
    expect(changedZone(now, 1, { value: 7 }).zones[1]!.value).toBe(7);
    const fewer = withoutZone(now, 1);
    expect(fewer.zones).toHaveLength(2);
    expect(fewer.cells).toEqual([0, 0, 0, 1, 0, 0, 0, 1]);
    expect(withoutZone(now, 0).cells).toEqual([0, 0, 0, 1, 0, 0, 0, 1]);
  });

  it("have a name to be called by", () => {
    expect([zoneName(now.zones[0]!, 0), zoneName(now.zones[1]!, 1)]).toEqual(["sky", "zone 2"]);
  });
});
