export { photoMeasure, seesPlane, sheetCamera } from "./photoMeasure";
export type { PhotoAnswer, PhotoInput, PickedPoint } from "./photoMeasure";
export { inverse, isSheet, mapped, mmPerPixel, toPicture } from "./plane";
export type { Homography, Pixel, SheetPoint } from "./plane";
export type { Camera } from "./camera";
