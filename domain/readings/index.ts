export * from "./readings";
export * from "./claim";
export { unusual } from "./plausible";
export * from "./first";
