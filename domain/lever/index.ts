export * from "./bench";
export * from "./example";
export * from "./files";
export * from "./surroundings";
export { tapeConflict, type TapeConflict } from "./tape";
