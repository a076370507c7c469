export * from "./chain";
