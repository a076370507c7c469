export { Papers } from "./papers";
