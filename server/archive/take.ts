import { ulid } from "ulid";
import {
  isRefusal,
  resources,
  type ArchiveTaken,
  type Operation,
  type RecordOf,
  type ResourceName,
} from "../../contract";
import type { UnitOfWork } from "../db";
import { Refused, type Changes } from "../services";
import { findById } from "../db";
import { mergeOf, ORDER, peopleHere, titleOfRecord } from "./merge";
import type { Records } from "./contents";

/** Operations of one change: saves of others must not wait for a whole archive. */
const AT_ONCE = 100;

type AnyRecord = RecordOf<ResourceName> & Record<string, unknown>;

const fieldsOf = (resource: ResourceName, record: AnyRecord): Record<string, unknown> =>
  Object.fromEntries(Object.keys(resources[resource].shape).map((key) => [key, record[key]]));

/** Writes that wait until what they name is there: a lever is chosen, a job closed, once its records are in. */
function begun(resource: ResourceName, fields: Record<string, unknown>, shop: string): Record<string, unknown> {
  if (resource !== "job") return fields;
  const { number, complaintNote, ...rest } = fields;
  const from = number === null || number === undefined ? "" : `job ${String(number)}${shop ? ` of ${shop}` : ""}`;
  const note = [complaintNote, from].filter(Boolean).join("; ").slice(0, 200);
  return { ...rest, complaintNote: note, number: null, chosenSetupId: null, closedAt: null, closing: null };
}

/**
 * Takes an archive in through the same gate as every write: what is new is made, what is in conflict stays as it is
 * here but for what the person chose. What the gate refuses is named with its reason, and the rest is kept.
 */
export async function takeIn(
  unit: UnitOfWork,
  changes: Changes,
  records: Records,
  theirs: ReadonlySet<string>,
  shop: string,
): Promise<ArchiveTaken> {
  const { fresh, conflicts } = await unit.read((m) => mergeOf(m, records));
  const same = await unit.read((m) => peopleHere(m, records));
  const named = (value: unknown): unknown => {
    if (typeof value === "string") return same.get(value) ?? value;
    if (Array.isArray(value)) return value.map(named);
    if (typeof value !== "object" || value === null) return value;
    return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, named(v)]));
  };
  const taken: ArchiveTaken = { created: 0, updated: 0, refused: [] };
  const lost = new Set<string>();

  const apply = async (operations: Operation[]): Promise<void> => {
    await changes.apply({
      id: ulid(),
      personId: null,
      station: null,
      shopId: null,
      scope: "shop",
      label: "From an archive",
      correction: "from an archive",
      operations,
    });
  };
  /** All at once, or where one of them is refused one by one, so that only that one is left out. */
  const write = async (resource: ResourceName, list: { record: AnyRecord; op: Operation }[]): Promise<number> => {
    let done = 0;
    for (let i = 0; i < list.length; i += AT_ONCE) {
      const some = list.slice(i, i + AT_ONCE);
      try {
        await apply(some.map((s) => s.op));
        done += some.length;
      } catch (error) {
        if (!(error instanceof Refused)) throw error;
        for (const { record, op } of some) {
          try {
            await apply([op]);
            done += 1;
          } catch (one) {
            if (!(one instanceof Refused) || !isRefusal(one.refusal)) throw one;
            lost.add(record.id);
            taken.refused.push({ resource, title: titleOfRecord(resource, record), why: one.refusal.error.message });
          }
        }
      }
    }
    return done;
  };

  for (const resource of ORDER) {
    const list = ((fresh[resource] ?? []) as AnyRecord[]).filter((r) => !(resource === "person" && same.has(r.id)));
    // A way to get a part names the part it stands in for.
    if (resource === "part") list.sort((a, b) => Number(a.insteadOf !== null) - Number(b.insteadOf !== null));
    const creates = list.map((record) => {
      const data = begun(resource, named(fieldsOf(resource, record)) as Record<string, unknown>, shop);
      return { record, op: { op: "create", resource, id: record.id, data } as Operation };
    });
    taken.created += await write(resource, creates);
  }

  const current = async (resource: ResourceName, id: string) => unit.read((m) => findById(m, resource, id));
  for (const record of (fresh.job ?? []) as AnyRecord[]) {
    if (lost.has(record.id) || (!record.chosenSetupId && !record.closedAt)) continue;
    const own = await current("job", record.id);
    if (!own) continue;
    const { chosenSetupId, closedAt } = record;
    // It was closed so where it was done: what this book finds open in it is said with that reason.
    const closing = record.closing ?? { open: [], reason: "Closed so in the archive it came from." };
    const data = {
      ...(chosenSetupId !== null && !lost.has(String(chosenSetupId)) && { chosenSetupId }),
      ...(closedAt !== null && { closedAt, closing }),
    };
    await write("job", [{ record, op: { op: "update", resource: "job", id: record.id, version: own.version, data } }]);
  }

  for (const c of conflicts.filter((x) => theirs.has(x.id) && !x.binned)) {
    const record = (records[c.resource] as AnyRecord[]).find((r) => r.id === c.id);
    const own = await current(c.resource, c.id);
    if (!record || !own) continue;
    const data = named(Object.fromEntries(c.fields.map((f) => [f.field, f.there]))) as Record<string, unknown>;
    const op: Operation = { op: "update", resource: c.resource, id: c.id, version: own.version, data };
    taken.updated += await write(c.resource, [{ record, op }]);
  }
  return taken;
}
