export type { AnyInstrument, Instrument, ReadingRequest, Recorder, RecordingRequest } from "./instrument";
export { standInInstruments } from "./standIns";
export { hiddenFaults, standInAccelerometer, standInBlocks, type HiddenFaults } from "./shaking";
