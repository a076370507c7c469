export { default } from "./PlanStage";
