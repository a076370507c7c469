export { default } from "./AskStage";
