export * from "./fields";
export * from "./resources";
export * from "./changes";
export * from "./views";
export * from "./instruments";
export * from "./mountRoom";
export * from "./photos";
export * from "./recordings";
