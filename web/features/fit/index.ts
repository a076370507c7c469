export { default } from "./FitStage";
