export { saving } from "./queue";
export type { Entry, SavingState } from "./queue";
export { oneWithPending, withPending } from "./overlay";
export { startSender } from "./sender";
export { newId, useEdit } from "./useEdit";
export type { Editor } from "./useEdit";
