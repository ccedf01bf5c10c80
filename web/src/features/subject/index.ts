export { Guides } from "./Guides";
export { GuidesOverlay } from "./GuidesOverlay";
export { Lattice } from "./Lattice";
export { PatchFacts } from "./PatchFacts";
export { PatchOverlay } from "./PatchOverlay";
export {
  changePainting,
  guidesQuery,
  paintingQuery,
  paintingsQuery,
  PAINTINGS,
  titlesQuery,
  type PaintingCard,
  removePainting,
  type Guide,
  type Painting,
  type PaintingChange,
} from "./queries";
export { SubjectFacts } from "./SubjectFacts";
export { ToolOverlay } from "./ToolOverlay";
export { handlesOf, type Tool } from "./tools";
export { usePatching } from "./usePatching";
export { useObserving } from "./useObserving";
export { ZoneFacts } from "./ZoneFacts";
export { useKeepPainting } from "./useKeepPainting";
