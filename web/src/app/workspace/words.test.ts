import { expect, it } from "vitest";

import workflow from "../../../../workflow.json";
import { isWord, WORDS } from "./words";

it("shows every built word of a painting's work, in the order of workflow.json", () => {
  const built = workflow.words
    .filter((word) => word.built && word.word !== "materials")
    .map((word) => word.word);
  expect(WORDS.map((word) => word.word)).toEqual(built);
});

it("knows its words", () => {
  expect(isWord("areas")).toBe(true);
  expect(isWord("materials")).toBe(false);
  expect(isWord(undefined)).toBe(false);
});
