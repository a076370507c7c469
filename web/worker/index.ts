export type { SpectrumDrawn, SpectrumRequest, TaskName, Tasks } from "./protocol";
export { dismissWorkers, runTask, type Task, type TaskState } from "./task";
export { usePart, useTask, type TaskView } from "./useTask";
