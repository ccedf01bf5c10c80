export { Amounts } from "./Amounts";
export { withMove } from "./order";
export { PassFacts } from "./PassFacts";
export { PlanFiles } from "./PlanFiles";
export { PlanRunner } from "./PlanRunner";
export {
  benchesQuery,
  benchQuery,
  isUnderWay,
  passesQuery,
  type Bench,
  type Look,
  type Move,
  type Technique,
} from "./queries";
export { RuleDialog } from "./RuleDialog";
export { StageStrip, STRIP_PX } from "./StageStrip";
export { useChoices } from "./useChoices";
export { Way } from "./Way";
export { WhatIf } from "./WhatIf";
