export { standInAccelerometer, standInBlocks } from "./accelerometer";
export { hiddenFaults, type HiddenFaults } from "./faults";
