export { NewPaintingDialog } from "./NewPaintingDialog";
export { paintingQuery, paintingsQuery, removePainting, type Painting } from "./queries";
export { SubjectFacts } from "./SubjectFacts";
