export * from "./types";
export { lever, crossArms, columnsOf, travelOf, neutralGain } from "./lever";
export type { LeverInput, LeverAnswer, GearAnswer, Throw, LeverNotice } from "./lever";
export { compare, reductionPct } from "./compare";
export type { CompareInput, CompareAnswer, CompareLimits, CompareSetup, CompareNotice, SetupAnswer } from "./compare";
export { driveSolver, armLengthMm } from "./drives";
export { turned, toDeg, toRad } from "./plane";
