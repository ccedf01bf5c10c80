export { progressQuery } from "./queries";
