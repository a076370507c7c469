import {
  resources,
  stageWords,
  type Job,
  type JobView,
  type Operation,
  type RecordOf,
  type ResourceName,
  type Stage,
} from "../../contract";
import { followed } from "./waits";

/** Records of one kind with a change's operations done to them; what a new one does not say is as usual. */
export function recordsAfter<R extends ResourceName>(
  records: readonly RecordOf<R>[],
  resource: R,
  operations: readonly Operation[],
): RecordOf<R>[] {
  let list = [...records];
  for (const op of operations) {
    if (op.resource !== resource) continue;
    if (op.op === "delete") list = list.filter((r) => r.id !== op.id);
    else if (op.op === "update") list = list.map((r) => (r.id === op.id ? { ...r, ...op.data } : r));
    else if (op.op === "create") {
      const whole = resources[resource].safeParse(op.data);
      list.push({ id: op.id, version: 1, ...(whole.success ? whole.data : op.data) } as RecordOf<R>);
    }
  }
  return list;
}

/**
 * A change with what follows from it for its job: work done in a later stage moves the job there, and what it waits
 * for follows its parts and steps. What the change itself says of the job counts; looking at a stage moves nothing.
 *
 * `stage` is where the work is done; null where it belongs to none.
 */
export function withMoves(
  view: JobView,
  operations: readonly Operation[],
  stage: Stage | null,
  at: string,
): Operation[] {
  const { job } = view;
  const own = operations.find((op) => op.op === "update" && op.resource === "job" && op.id === job.id);
  const jobAfter = recordsAfter([job], "job", operations)[0];
  if (!jobAfter || jobAfter.closedAt) return [...operations];
  const next: JobView = {
    ...view,
    job: jobAfter,
    part: recordsAfter(view.part, "part", operations),
    step: recordsAfter(view.step, "step", operations),
  };
  const inStage = operations.some((op) => op.resource !== "vehicle" && op.resource !== "shop");
  const later = stage !== null && inStage && stageWords.indexOf(stage) > stageWords.indexOf(job.stage);
  const moves: Partial<Job> = { ...(later && { stage }), ...followed(view, next, at) };
  if (!Object.keys(moves).length) return [...operations];
  if (own?.op === "update") {
    return operations.map((op) => (op === own ? { ...own, data: { ...moves, ...own.data } } : op));
  }
  // First: what comes after it may write the job again.
  return [{ op: "update", resource: "job", id: job.id, version: job.version, data: moves }, ...operations];
}

/** Whether a change opens the job again: that is no correction of what it said. */
export const opensAgain = (job: Job, operations: readonly Operation[]): boolean =>
  operations.some((op) => op.op === "update" && op.resource === "job" && op.id === job.id && op.data.closedAt === null);
