export { learnedQuery, type Learned } from "./queries";
