export { expectationsOf, type Expectation, type ExpectationVerdict } from "./expectations";
export { handbackLists, type HandbackLine, type HandbackList } from "./handback";
export { closingLine, leftOpenBy, mustNotBeDriven, openAtClosing, type OpenAtClosing } from "./closing";
export { opensAgain, recordsAfter, withMoves } from "./moves";
export { openCounts } from "./open";
export { topicsOf, type Topic } from "./topics";
export { hasReading, measurandsOf, toMeasureAgain, wantedOf } from "./wanted";
export { awaited, followed, partsArrived, waitNow, type Followed } from "./waits";
export { byPosition, inOrder, nextPosition, positionAt } from "./positions";
