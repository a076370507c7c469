export { HeavyModels, type Job } from "./heavy";
export { answerJson, type JsonAnswer } from "./answerJson";
export { isQuick } from "./quick";
