export { hidingInWords } from "./opacity";
export { PaintPicker } from "./PaintPicker";
export { palettesQuery, paintsQuery, tubesQuery, addPalette, type Tube } from "./queries";
