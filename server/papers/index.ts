export { Papers } from "./papers";
export { upTo } from "./upTo";
