export { CalibrationPage } from "./CalibrationPage";
export { PaintPicker } from "./PaintPicker";
export { palettesQuery, paintsQuery, tubesQuery, addPalette, type Tube } from "./queries";
export { ShelfPage } from "./ShelfPage";
