export { AreaMixes, MixFacts, MixList } from "./MixFacts";
export { changeTubes, mixesQuery, type Mix, type Mixes } from "./queries";
