export { default } from "./GaugeStage";
