export * from "./validated";
export * from "./refusal";
export * from "./json";
export * from "./fields";
export * from "./inputs";
export * from "./records";
export * from "./routes";
export * from "./answers";
