export { photoFigure, photoMeasure, seesPlane, sheetCamera } from "./photoMeasure";
export type { PhotoAnswer, PhotoFigure, PhotoInput, PickedPoint } from "./photoMeasure";
export { inverse, isSheet, mapped, mmPerPixel, toPicture } from "./plane";
export type { Homography, Pixel, SheetPoint } from "./plane";
export type { Camera } from "./camera";
export { boxInPicture } from "./corner";
export type { Grey } from "./corner";
export { BENT_MM, findSheet } from "./findSheet";
export type { FoundSheet, SeenCode, SheetOutcome } from "./findSheet";
export { flatten } from "./flatten";
export type { Colours } from "./flatten";
export {
  BAR_MM,
  boxCorners,
  CODE_MODULES,
  FLAT_BORDER_MM,
  FRAME_MM,
  MARK_MM,
  markOf,
  measuringSheet,
  MODULE_MM,
  sheetKinds,
} from "./sheet";
export type { MeasuringSheet, SheetBox, SheetKind, SheetMark, SheetPage } from "./sheet";
