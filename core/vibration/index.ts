export { match } from "./match";
export type { MatchAnswer, MatchInput } from "./match";
export { orders, tyreDiameterMm } from "./orders";
export type { OrdersAnswer, OrdersInput, VibrationSource } from "./orders";
export { readCsv, readWav } from "./recording";
export type { Read } from "./recording";
export { LEAST_SAMPLES, MOST_SAMPLES, spectrum, usualWindow, WINDOW_RANGE } from "./spectrum";
export type { Recording, SpectrumAnswer, SpectrumOptions } from "./spectrum";
