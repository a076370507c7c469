export * from "./readings";
export * from "./claim";
