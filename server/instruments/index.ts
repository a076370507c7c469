export type { Instrument, ReadingWish } from "./instrument";
export { standInInstruments } from "./standIns";
