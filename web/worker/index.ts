export { useReckoned, useSpectrum, wavOf, type SpectrumState } from "./vibrations";
export type { SpectrumDrawn, SpectrumWish } from "./vibrationProtocol";
export type { Solvable } from "./protocol";
export { useSolved, type Solved } from "./useSolved";
