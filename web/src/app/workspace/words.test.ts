import { expect, it } from "vitest";

import workflow from "../../../../workflow.json";
import { isWord, WORDS } from "./words";

/** Words that are of the studio, not of one painting. */
const OF_THE_STUDIO = ["materials", "logbook", "practice"];

it("shows every built word of a painting's work, in the order of workflow.json", () => {
  const built = workflow.words
    .filter((word) => word.built && !OF_THE_STUDIO.includes(word.word))
    .map((word) => word.word);
  expect(WORDS.map((word) => word.word)).toEqual(built);
});

it("knows its words", () => {
  expect(isWord("areas")).toBe(true);
  expect(isWord("materials")).toBe(false);
  expect(isWord(undefined)).toBe(false);
});
