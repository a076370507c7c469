export * from "./bench";
export * from "./example";
export * from "./files";
export { howSure, OFF_MM, takenAs, type HowSure, type SureLine, type SureName } from "./sure";
export * from "./surroundings";
export { isKnown, nearestKit, onMarket, onSpacer, type KnownKit, type OnMarket } from "./market";
export { answerOf, mapInput, USUAL_WISH, type Wish, type WishAnswer } from "./wish";
export { tapeConflict, type TapeConflict } from "./tape";
export { tourBench, tourDone, tourSteps, TOUR_GAP_MM, TOUR_SHORTER_PCT, type TourBench, type TourStep } from "./tour";
