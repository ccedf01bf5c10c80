import { describe, expect, it } from "vitest";

import { amountWords, areasOf, isEmpty, nextWish, proportionWords, read, readLab, writtenLab } from "./parts";
import type { Mix, Mixes } from "./queries";

describe("parts in an address", () => {
  it("are read as the command line takes them, also where a key holds a colon", () => {
    expect(read("PB15:3:2 PW6:40 PY42:0.5")).toEqual({ "PB15:3": 2, PW6: 40, PY42: 0.5 });
    expect(read("PW6:-1 PB29 :3 PY42:x PBr7bs:2")).toEqual({ PBr7bs: 2 });
    expect(isEmpty(read(null))).toBe(true);
  });
});

describe("a target in an address", () => {
  it("is read back or is none", () => {
    expect(readLab(writtenLab([52.123, -6, 0]))).toEqual([52.12, -6, 0]);
    for (const wrong of [null, "", "1,2", "a,b,c", "1,2,3,4"]) expect(readLab(wrong)).toBeNull();
  });
});

describe("words for the hand", () => {
  it("turns the wish for a paint round", () => {
    expect([nextWish("may"), nextWish("must"), nextWish("not")]).toEqual(["must", "not", "may"]);
  });

  it("counts drops where they can be counted", () => {
    expect(amountWords(0.05, 1)).toBe("1 drop (0.05 ml)");
    expect(amountWords(0.2, 4)).toBe("4 drops (0.20 ml)");
    expect(amountWords(3.14, null)).toBe("3.1 ml");
    expect(amountWords(24.6, null)).toBe("25 ml");
  });

  it("tells proportions to the pile", () => {
    expect([45, 1.5, 1, 0.4].map(proportionWords)).toEqual([
      "1 part to 45 of the pile",
      "1 part to 2 of the pile",
      "as much as the pile",
      "2.5 times the pile",
    ]);
  });
});

describe("the areas that a pile goes into", () => {
  it("are its own, those of blends that take of it, and those whose gradation does", () => {
    const part = (area: string) => ({ area, family: "light" });
    const mix = { id: "m03", serves: [part("a01"), part("a01")] } as Mix;
    const of = (source: string) => ({ doses: [{ source }] });
    const mixes = {
      blends: [
        { ...of("m03"), serves: [part("a02")] },
        { ...of("m04"), serves: [part("a03")] },
      ],
      strings: [
        { area: "a04", bands: [of("m04"), of("m03")] },
        { area: "a05", bands: [of("m04")] },
      ],
    } as unknown as Mixes;
    expect([...areasOf(mix, mixes)].sort()).toEqual(["a01", "a02", "a04"]);
  });
});
