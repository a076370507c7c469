export * from "./judge";
export * from "./linkage";
export * from "./material";
export * from "./quantity";
