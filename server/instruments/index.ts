export type { AnyInstrument, Instrument, ReadingWish, Recorder, RecordingWish } from "./instrument";
export { standInInstruments } from "./standIns";
export { hiddenFaults, standInAccelerometer, standInBlocks, type HiddenFaults } from "./shaking";
