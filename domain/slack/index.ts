export * from "./chain";
export { whatDecides, type Deciding } from "./decides";
