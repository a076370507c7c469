import { In } from "typeorm";
import { ulid } from "ulid";
import { isRefusal, resources, type ArchiveTaken, type Operation, type ResourceName } from "../../contract";
import { find, type UnitOfWork } from "../db";
import { Refused, type Changes } from "../services";
import { recordsIn, type ArchivedRecord } from "./lines";
import { ORDER, titleOfRecord, type Merge } from "./merge";

/** Operations of one change: saves of others must not wait for a whole archive. */
const AT_ONCE = 20;

/** What was decided when an archive began to be imported: enough to go on after the program ended in the middle. */
export interface TakingOrder {
  merge: Merge;
  /** Records in conflict that are taken as the archive has them. */
  theirs: string[];
  /** Name of the shop it comes from. */
  shop: string;
}

const fieldsOf = (resource: ResourceName, record: ArchivedRecord): Record<string, unknown> =>
  Object.fromEntries(Object.keys(resources[resource].shape).map((key) => [key, record[key]]));

/** Writes that wait until what they name is there: a lever is chosen, a job closed, once its records are in. */
function begun(resource: ResourceName, fields: Record<string, unknown>, shop: string): Record<string, unknown> {
  if (resource !== "job") return fields;
  const { number, complaintNote, ...rest } = fields;
  const from = number === null || number === undefined ? "" : `job ${String(number)}${shop ? ` of ${shop}` : ""}`;
  const note = [complaintNote, from].filter(Boolean).join("; ").slice(0, 200);
  return { ...rest, complaintNote: note, number: null, chosenSetupId: null, closedAt: null, closing: null };
}

/** Some ways to get a part name the part they stand in for: that one is written first. */
const ROUNDS: { [R in ResourceName]?: readonly ((r: ArchivedRecord) => boolean)[] } = {
  part: [(r) => r.insteadOf === null, (r) => r.insteadOf !== null],
};

/**
 * Takes an archive in through the same gate as every write: what is new is made, what is in conflict stays as it is
 * here but for what the person chose. What the gate refuses is named with its reason, and the rest is kept.
 *
 * It may be begun again with the same order after it was broken off: what is in already is not written twice, and
 * what still stands open (a job's choice, its closing) is done.
 */
export async function takeIn(
  unit: UnitOfWork,
  changes: Changes,
  folder: string,
  { merge, theirs, shop }: TakingOrder,
): Promise<ArchiveTaken> {
  const people = new Map(merge.people);
  const named = (value: unknown): unknown => {
    if (typeof value === "string") return people.get(value) ?? value;
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
  const write = async (resource: ResourceName, list: { record: ArchivedRecord; op: Operation }[]): Promise<number> => {
    if (!list.length) return 0;
    try {
      await apply(list.map((s) => s.op));
      return list.length;
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
    }
    let done = 0;
    for (const { record, op } of list) {
      try {
        await apply([op]);
        done += 1;
      } catch (one) {
        if (!(one instanceof Refused) || !isRefusal(one.refusal)) throw one;
        lost.add(record.id);
        taken.refused.push({ resource, title: titleOfRecord(resource, record), why: one.refusal.error.message });
      }
    }
    return done;
  };
  const here = async (resource: ResourceName, ids: readonly string[]): Promise<Map<string, ArchivedRecord>> =>
    new Map(
      (await unit.read((m) => find(m, resource, { where: { id: In([...ids]) } }))).map(
        (r): [string, ArchivedRecord] => [r.id, r as unknown as ArchivedRecord],
      ),
    );

  for (const resource of ORDER) {
    for (const round of ROUNDS[resource] ?? [() => true]) {
      for await (const records of recordsIn(folder, "fresh", resource, AT_ONCE)) {
        const wanted = records.filter((r) => round(r) && !(resource === "person" && people.has(r.id)));
        const known = await here(
          resource,
          wanted.map((r) => r.id),
        );
        taken.created += known.size;
        const creates = wanted
          .filter((r) => !known.has(r.id))
          .map((record) => {
            const data = begun(resource, named(fieldsOf(resource, record)) as Record<string, unknown>, shop);
            return { record, op: { op: "create", resource, id: record.id, data } as Operation };
          });
        taken.created += await write(resource, creates);
      }
    }
  }

  for await (const jobs of recordsIn(folder, "fresh", "job", AT_ONCE)) {
    const unfinished = jobs.filter((j) => !lost.has(j.id) && (j.chosenSetupId || j.closedAt));
    const known = await here(
      "job",
      unfinished.map((j) => j.id),
    );
    const updates = unfinished.flatMap((record) => {
      const own = known.get(record.id);
      if (!own || own.deletedAt !== null || own.closedAt !== null) return [];
      const { chosenSetupId, closedAt } = record;
      const chooses = chosenSetupId !== null && own.chosenSetupId === null && !lost.has(String(chosenSetupId));
      if (!chooses && closedAt === null) return [];
      // It was closed so where it was done: what this book finds open in it is said with that reason.
      const closing = record.closing ?? { open: [], reason: "Closed so in the archive it came from." };
      const data = { ...(chooses && { chosenSetupId }), ...(closedAt !== null && { closedAt, closing }) };
      const op: Operation = { op: "update", resource: "job", id: record.id, version: own.version, data };
      return [{ record, op }];
    });
    await write("job", updates);
  }

  const chosen = new Set(theirs);
  for (const c of merge.conflicts.filter((x) => chosen.has(x.id) && !x.binned)) {
    const own = (await here(c.resource, [c.id])).get(c.id);
    if (!own) continue;
    const data = named(Object.fromEntries(c.fields.map((f) => [f.field, f.there]))) as Record<string, unknown>;
    const op: Operation = { op: "update", resource: c.resource, id: c.id, version: own.version, data };
    taken.updated += await write(c.resource, [{ record: own, op }]);
  }
  return taken;
}
