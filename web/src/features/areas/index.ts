export { AreaFacts, AreaList } from "./AreaFacts";
export { AreaOverlay } from "./AreaOverlay";
export { areasQuery, type Area, type Areas } from "./queries";
