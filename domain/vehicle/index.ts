export * from "./fits";
export * from "./said";
