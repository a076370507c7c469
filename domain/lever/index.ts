export { tapeConflict, type TapeConflict } from "./tape";
