export { appliesTo, questionsFor, type Applies, type WhichOne } from "./applies";
export {
  audit,
  calibratedUntil,
  questionsOfLine,
  questionsOfTorque,
  type AuditFinding,
  type AuditInput,
  type AuditPlace,
  type Questioned,
} from "./audit";
export { compareLines, lineKey, type LinePair } from "./compare";
export {
  besideEachOther,
  lineFields,
  mergeLines,
  photosOf,
  readSheet,
  writeSheet,
  type MergeChoice,
  type MergeLine,
  type SheetFile,
  type SheetRead,
} from "./files";
export {
  blankLine,
  columnRoles,
  guessColumns,
  readRows,
  type BadRow,
  type ColumnRole,
  type DraftLine,
  type ImportAsk,
} from "./importing";
export { againstBook, bookSetting, type BookSetting } from "./expected";
export { impactOf, type Impact } from "./impact";
export { countFrom, linesFor, type VehicleLine } from "./inherit";
export { lineFor } from "./names";
export { supersededChain, type Chain } from "./supersede";
export { partsTable, torqueTable } from "./tables";
export { filledFrom, groupFrom, jobValue, learned, limitsByNumber, partFrom, takeLines, torqueFactsOf } from "./take";
export {
  isWanted,
  sourcesAgree,
  sourceText,
  stateOf,
  torqueOf,
  valueOf,
  type LineFields,
  type LineState,
} from "./value";
export { wantedValues } from "./wanted";
