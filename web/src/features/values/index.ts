export { AreaBrush } from "./AreaBrush";
export { ContourLabels } from "./ContourLabels";
export { EVERY_BYTE, EVERY_TONE, middles, NOTAN_TONES, stepsOfGreys, stepTable } from "./ladder";
export { LookFacts } from "./LookFacts";
export { LostFacts, LostMarks } from "./LostShapes";
export { LooksProvider, useLooks } from "./looks";
export { squintPx } from "./profile";
export { PassageMarks, withOutlined } from "./Passages";
export { ProfileLine, ProfilePanel } from "./Profile";
export {
  askedOf,
  changedOf,
  changeValues,
  greysQuery,
  laidUrl,
  otherBrushQuery,
  reliefQuery,
  valuesQuery,
  type Values,
  type ValuesIn,
} from "./queries";
export { RangeCurve } from "./RangeCurve";
export { CharacterFacts, WhereTheEyeGoes } from "./ReliefFacts";
export { Strokes } from "./Strokes";
export { TransferFiles } from "./TransferFiles";
export { ValueCanvas } from "./ValueCanvas";
export { ValueFacts, type Tapped } from "./ValueFacts";
export { ValueLadder } from "./ValueLadder";
