export * from "./judge";
export * from "./linkage";
export * from "./material";
export * from "./play";
export * from "./powerunit";
export * from "./quantity";
export * from "./vibration";
export * from "./table";
