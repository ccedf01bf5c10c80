export { tubesQuery } from "./queries";
export { ShelfPage } from "./ShelfPage";
