export * from "./fits";
