export { leverDrawing, type LeverToMake } from "./leverDrawing";
export { measuringSheetPdf, measuringSheetSvg } from "./measuringSheet";
export { CALIBRATION_MM, floorModel, floorTemplate } from "./floorTemplate";
