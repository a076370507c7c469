import { writeFile } from "node:fs/promises";
import { join } from "node:path";
import { isDeepStrictEqual } from "node:util";
import { In, type EntityManager } from "typeorm";
import { jobChildren, resources, type ArchivePreview, type RecordOf, type ResourceName } from "../../contract";
import { findable } from "../../domain";
import { find } from "../db";
import { addRecords, dropFresh, recordsIn, type ArchivedRecord } from "./lines";

/** What is written first is what others name. */
export const ORDER: readonly ResourceName[] = [
  "person",
  "sheet",
  "vehicle",
  "specLine",
  "job",
  ...jobChildren,
  "recheck",
  "template",
  "stockItem",
  "kit",
];

/** Fields that the program gives itself: no difference of the records. */
const OWN: { [R in ResourceName]?: readonly string[] } = { job: ["number"] };

/** Records that are looked for at a time: a question to the database has room for some thousand ids. */
const AT_ONCE = 500;

export const titleOfRecord = (resource: ResourceName, record: RecordOf<ResourceName>): string =>
  findable(resource, record as never)?.title.slice(0, 80) || resource;

export interface Merge {
  /** How many records of each kind are not here yet. */
  fresh: { [R in ResourceName]?: number };
  same: number;
  conflicts: ArchivePreview["conflicts"];
  /** People of the archive by those of the shop: the same person may have another id here, known by the initials. */
  people: [theirs: string, ours: string][];
}

/**
 * What an unpacked archive would add, and where it says otherwise than the book: compared record by record, by id.
 * The records that are not here yet are written beside it, one a line; the rest into merge.json.
 */
export async function mergeUnpacked(manager: EntityManager, folder: string): Promise<Merge> {
  const merge: Merge = { fresh: {}, same: 0, conflicts: [], people: [] };
  dropFresh(folder);
  for (const resource of ORDER) {
    const keys = Object.keys(resources[resource].shape).filter((k) => !OWN[resource]?.includes(k));
    for await (const theirs of recordsIn(folder, "all", resource, AT_ONCE)) {
      const found = await find(manager, resource, { where: { id: In(theirs.map((r) => r.id)) } });
      const here = new Map(found.map((r): [string, ArchivedRecord] => [r.id, r as unknown as ArchivedRecord]));
      const fresh = theirs.filter((r) => !here.has(r.id));
      addRecords(folder, "fresh", resource, fresh);
      if (fresh.length) merge.fresh[resource] = (merge.fresh[resource] ?? 0) + fresh.length;
      if (resource === "person") merge.people.push(...(await twins(manager, fresh)));
      for (const record of theirs) {
        const own = here.get(record.id);
        if (!own) continue;
        const fields = keys
          .filter((k) => !isDeepStrictEqual(own[k], record[k]))
          .map((field) => ({ field, here: own[field], there: record[field] }));
        const binned = own.deletedAt !== null;
        if (!fields.length && !binned) merge.same += 1;
        else merge.conflicts.push({ resource, id: record.id, title: titleOfRecord(resource, record), binned, fields });
      }
    }
  }
  await writeFile(join(folder, "merge.json"), JSON.stringify(merge));
  return merge;
}

async function twins(manager: EntityManager, fresh: readonly ArchivedRecord[]): Promise<[string, string][]> {
  const own = (await find(manager, "person")).filter((p) => p.deletedAt === null);
  return fresh.flatMap((p): [string, string][] => {
    const twin = own.find((o) => o.initials.toLowerCase() === String(p.initials).toLowerCase());
    return twin ? [[p.id, twin.id]] : [];
  });
}
