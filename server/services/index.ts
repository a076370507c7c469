export { Changes } from "./changes";
export { Views } from "./views";
export { HTTP_STATUS, Refused, refuse } from "./refused";
export { DueBoard } from "./due";
