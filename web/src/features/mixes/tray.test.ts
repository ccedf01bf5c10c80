import { describe, expect, it } from "vitest";

import { add, dosesOf, EMPTY, mlOf, partsOf, pullBack, read, takeOut, written } from "./tray";

const pile = add(EMPTY, { key: "PW6", drops: 20 }, { key: "PB15:3", drops: 1 }, { key: "PB15:3", drops: 2 });

describe("a pile on the tray", () => {
  it("takes more of the last paint as one dose, and another paint as the next", () => {
    expect(pile.doses).toEqual([
      { key: "PW6", drops: 20 },
      { key: "PB15:3", drops: 3 },
    ]);
    expect(mlOf(pile.doses)).toBeCloseTo(1.15);
    expect(add(pile, { key: "PW6", drops: 1 }).doses).toHaveLength(3);
  });

  it("is pulled back and put back, and a new dose gives up what was pulled back", () => {
    const back = pullBack(pile, 1);
    expect(back.doses).toEqual([{ key: "PW6", drops: 20 }]);
    expect(pullBack(back, 2)).toEqual(pile);
    expect(pullBack(pullBack(pile, 0), 1)).toEqual(back);
    expect(add(back, { key: "PY42", drops: 1 }).back).toEqual([]);
    expect(takeOut(pile, 0).doses).toEqual([{ key: "PB15:3", drops: 3 }]);
  });

  it("survives in an address, also where a key holds a colon", () => {
    expect(read(written(pile.doses))).toEqual(pile.doses);
    expect(read("PW6*0 *3 PY42*x PB29 PBr7bs*2")).toEqual([{ key: "PBr7bs", drops: 2 }]);
    expect(read(null)).toEqual([]);
  });
});

describe("parts and doses", () => {
  it("go over into one another without losing the recipe", () => {
    const parts = { PW6: 4, PBr7bs: 2, PB29: 1 };
    const doses = dosesOf(parts, 10);
    expect(partsOf(doses, new Map())).toEqual(parts);
    expect(mlOf(doses)).toBeCloseTo(10, 0);
  });

  it("are whole drops even where a part is less than one", () => {
    expect(dosesOf({ PW6: 460, PB29: 1 }, 1)).toEqual([
      { key: "PW6", drops: 20 },
      { key: "PB29", drops: 1 },
    ]);
    expect(partsOf([...dosesOf({ PW6: 1 }, 1), { key: "PW6", drops: 4 }], new Map())).toEqual({ PW6: 1 });
  });

  it("takes a dose of another pile as its paints", () => {
    const piles = new Map([["m02", { PBr7bs: 3, PB29: 1 }]]);
    const doses = [
      { key: "PW6", drops: 40 },
      { key: "m02", drops: 8 },
    ];
    expect(partsOf(doses, piles)).toEqual({ PW6: 20, PBr7bs: 3, PB29: 1 });
  });
});
