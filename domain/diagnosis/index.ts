export * from "./diagnosis";
