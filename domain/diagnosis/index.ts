export * from "./diagnosis";
export { answersOf, evidenceOf, type Evidence } from "./evidence";
