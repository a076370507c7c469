import type { PaperKind } from "../../../contract";

/** Sheets of a job: those that tell what was done, and the one the work is done from. */
export type Sheet = PaperKind | "work";
