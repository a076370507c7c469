import { useEffect, useLayoutEffect, useState, useSyncExternalStore } from "react";
import type { TaskName, Tasks } from "./protocol";
import { Task, type TaskState } from "./task";

export interface TaskView<N extends TaskName> {
  result: TaskState<Tasks[N]["answer"]>;
  /** What was answered last: it stays to be shown while new figures are wrong or under way. */
  last: Tasks[N]["answer"] | null;
  task: Task<N>;
  cancel: () => void;
  again: () => void;
}

/** A task answered beside the screen, again for every new question; null asks nothing. */
export function useTask<N extends TaskName>(name: N, asked: Tasks[N]["asked"] | null): TaskView<N> {
  const [task] = useState(() => new Task(name));
  // Before anything is painted: an answer never stands under another question.
  useLayoutEffect(() => task.ask(asked));
  useEffect(() => () => task.stop(), [task]);
  const result = useSyncExternalStore(task.subscribe, () => task.now);
  return { result, last: task.last, task, cancel: () => task.cancel(), again: () => task.again() };
}

/** The part of a task that is done, 0 to 1: kept apart, so that only the bar is drawn again and not the screen. */
export const usePart = (task: Task<TaskName>): number => useSyncExternalStore(task.subscribe, () => task.part);
