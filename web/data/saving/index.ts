export { foreign, heldBy, nextOut, saving, unanswered } from "./queue";
export type { SavingState } from "./queue";
export { insisted, labelOf, type Aside, type Entry, type KeptEntry } from "./entries";
export { oneWithPending, withPending } from "./overlay";
export { SavingContext } from "./context";
export { startSaving, type Saving } from "./start";
export { newId, useEdit } from "./useEdit";
export type { Editor, Send, Through } from "./useEdit";
