export { HASH_LENGTH, sweepFolder } from "./sweep";
export { writeWhole } from "./writeWhole";
export { Photos } from "./photos";
export type { PhotoSize } from "./photos";
export { flatPicture, readSheet } from "./readSheet";
