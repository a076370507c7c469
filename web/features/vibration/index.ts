export { VibrationTool } from "./VibrationTool";
