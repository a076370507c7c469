import { resources, type RecordHead, type ResourceName } from "../../../contract";
import type { Entry } from "./entries";

type AnyRecord = RecordHead & Record<string, unknown>;

/** A record as it will be once the server has it. */
function created(resource: ResourceName, id: string, data: Record<string, unknown>, at: string): AnyRecord | null {
  const parsed = resources[resource].safeParse(data);
  if (!parsed.success) return null;
  return { id, version: 1, createdAt: at, updatedAt: at, deletedAt: null, ...parsed.data };
}

/**
 * Records of one kind as the person left them: what the server sent, with the edits that are still on
 * their way laid over it. `belongs` says which new records go into this list.
 */
export function withPending<T extends RecordHead>(
  records: readonly T[],
  resource: ResourceName,
  pending: readonly Entry[],
  belongs: (record: T) => boolean,
): T[] {
  let list = records as readonly AnyRecord[];
  for (const entry of pending) {
    if (entry.kind !== "change") continue;
    for (const op of entry.request.operations) {
      if (op.resource !== resource) continue;
      if (op.op === "create") {
        // The shop's settings are shown before there is a record of them.
        list = list.map((r) => (r.id === op.id && r.version === 0 ? { ...r, ...op.data } : r));
        const record = created(resource, op.id, op.data, entry.queuedAt);
        if (record && belongs(record as unknown as T) && !list.some((r) => r.id === op.id)) list = [...list, record];
      } else if (op.op === "update") {
        list = list.map((r) => (r.id === op.id ? { ...r, ...op.data } : r));
      } else if (op.op === "delete") {
        list = list.filter((r) => r.id !== op.id);
      }
    }
  }
  return list as unknown as T[];
}

/** One record with the edits that are on their way. */
export const oneWithPending = <T extends RecordHead>(record: T, resource: ResourceName, pending: readonly Entry[]): T =>
  withPending([record], resource, pending, () => false)[0] ?? record;
