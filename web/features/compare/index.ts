export { default } from "./CompareStage";
