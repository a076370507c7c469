import type { EntityManager } from "typeorm";
import { jobChildren, type Operation } from "../../contract";
import { findById } from "../db";
import { refuse } from "./refused";

/** The job an operation changes, or null where it changes none. */
async function jobOf(manager: EntityManager, op: Operation): Promise<string | null> {
  if (op.resource === "job") {
    // A new job, one that is opened again or one that goes to the bin or comes back is no correction of what it says.
    const reopened = op.op === "update" && "closedAt" in op.data && op.data.closedAt === null;
    return op.op !== "update" || reopened ? null : op.id;
  }
  if (!jobChildren.some((c) => c === op.resource)) return null;
  if (op.op === "create") return typeof op.data.jobId === "string" ? op.data.jobId : null;
  const record = (await findById(manager, op.resource, op.id)) as { jobId?: string } | null;
  return record?.jobId ?? null;
}

/** What a closed job says is changed only as a correction, with its reason. */
export async function checkCorrections(manager: EntityManager, operations: readonly Operation[]): Promise<void> {
  const opened = new Set(
    operations.flatMap((op) =>
      op.resource === "job" && op.op === "update" && "closedAt" in op.data && op.data.closedAt === null ? [op.id] : [],
    ),
  );
  for (const op of operations) {
    const id = await jobOf(manager, op);
    if (id === null || opened.has(id)) continue;
    const job = await findById(manager, "job", id);
    if (!job?.closedAt) continue;
    const message = `job ${job.number ?? ""} is closed; what changes now is a correction`;
    refuse("conflict", "correction", null, "a reason for correcting a closed job, or the job opened again", message);
  }
}
