export { Amounts } from "./Amounts";
export { AreaTakes } from "./AreaAmounts";
export { Method } from "./method/Method";
export { withMove } from "./order";
export { PassFacts } from "./PassFacts";
export { PlanFiles } from "./PlanFiles";
export { PlanRunner } from "./PlanRunner";
export {
  amountsQuery,
  standingQuery,
  passesQuery,
  type Standing,
  type Look,
  type Move,
  type Technique,
} from "./queries";
export { RuleDialog } from "./RuleDialog";
export { StageStrip, STRIP_PX } from "./StageStrip";
export { useChoices } from "./useChoices";
export { unitBeside, withEntry } from "./units";
export { WhatIf } from "./WhatIf";
