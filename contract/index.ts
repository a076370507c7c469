export * from "./refusal";
export * from "./fields";
export * from "./models";
