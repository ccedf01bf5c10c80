/** The words of the work that the workspace shows, in their order (workflow.json at the repository's root). */
import workflow from "../../../../workflow.json";

const HERE = ["subject", "values", "areas", "mixes", "passes", "sittings", "checks"] as const;
export type Word = (typeof HERE)[number];

export const WORDS: { word: Word; title: string }[] = workflow.words.flatMap(({ word, title }) => {
  const known = HERE.find((w) => w === word);
  return known ? [{ word: known, title }] : [];
});

export const isWord = (text: string | undefined): text is Word => HERE.some((word) => word === text);
