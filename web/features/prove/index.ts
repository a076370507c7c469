export { default } from "./ProveStage";
