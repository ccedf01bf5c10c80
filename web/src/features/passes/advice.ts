/** Where the plan's advice is told: what is said of the finished painting beside the photo, with the last pass. */
import type { Passes } from "./queries";

type Advice = Passes["advice"];

const OF_THE_FINISHED = ["passes.N023", "passes.N030"];

export const ofTheFinished = (advice: Advice): Advice =>
  advice.filter((one) => OF_THE_FINISHED.includes(one.id));

export const ofTheWhole = (advice: Advice): Advice =>
  advice.filter((one) => !OF_THE_FINISHED.includes(one.id));
