export { AreaMixes, MixFacts, MixList } from "./MixFacts";
export { areasOf } from "./parts";
export { PileString, PileStrip } from "./PileString";
export { PilePhoto } from "./bench/PilePhoto";
export { PaletteChoice } from "./palette/PaletteChoice";
export { ReachOverlay } from "./palette/ReachOverlay";
export {
  appearanceQuery,
  changeBorrowing,
  changePiles,
  changeTubes,
  choosePalette,
  colourWordsQuery,
  keepRecipe,
  mixesQuery,
  reportQuery,
  type Appearance,
  type Mix,
  type Mixes,
  type PileString as PilesOfGradation,
} from "./queries";
