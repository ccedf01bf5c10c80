export { RemarksOn } from "./RemarksOn";
