export { DuePage } from "./DuePage";
