export { PaintNeeds, PassFacts, PlanFiles } from "./PassFacts";
export { PlanRunner } from "./PlanRunner";
export { benchesQuery, benchQuery, isUnderWay, passesQuery, type Bench } from "./queries";
export { StageStrip } from "./StageStrip";
