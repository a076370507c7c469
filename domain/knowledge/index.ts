export * from "./editing";
export * from "./howTo";
