export { CALIBRATION_MM, floorModel, floorTemplate } from "./floorTemplate";
