export { answer } from "./answer";
export { findModel, models } from "./registry";
export type { Model } from "./model";
