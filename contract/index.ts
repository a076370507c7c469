export * from "./asked";
export * from "./refusal";
export * from "./fields";
export * from "./inputs";
export * from "./records";
export * from "./routes";
