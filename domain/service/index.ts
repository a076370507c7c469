export { beginsAt, dueOf, earliestFirst, type Due, type DueOf } from "./due";
export { proposedRechecks } from "./propose";
