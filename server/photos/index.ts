export { Photos } from "./photos";
export type { PhotoSize } from "./photos";
