export { beginsAt, dueOf, earliestFirst, type Due, type DueOf } from "./due";
export { kindRechecks, leftRechecks, proposedRechecks } from "./propose";
