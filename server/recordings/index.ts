export { Recordings } from "./recordings";
