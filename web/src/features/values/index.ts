export { greyOf, middles, stepTable } from "./ladder";
export { changeValues, greysQuery, valuesQuery, type Values, type ValuesIn } from "./queries";
export { ValueCanvas } from "./ValueCanvas";
export { ValueFacts } from "./ValueFacts";
export { ValueLadder } from "./ValueLadder";
