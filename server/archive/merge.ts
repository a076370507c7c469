import { isDeepStrictEqual } from "node:util";
import type { EntityManager } from "typeorm";
import { jobChildren, resources, type ArchivePreview, type RecordOf, type ResourceName } from "../../contract";
import { findable } from "../../domain";
import { find, findById } from "../db";
import { In } from "typeorm";
import type { Records } from "./contents";

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

export const titleOfRecord = (resource: ResourceName, record: RecordOf<ResourceName>): string =>
  findable(resource, record as never)?.title.slice(0, 80) || resource;

export interface Merge {
  fresh: Records;
  same: number;
  conflicts: ArchivePreview["conflicts"];
}

/** What an archive would add, and where it says otherwise than the book: compared record by record, by id. */
export async function mergeOf(manager: EntityManager, records: Records): Promise<Merge> {
  const fresh: Record<string, unknown[]> = {};
  const conflicts: ArchivePreview["conflicts"] = [];
  let same = 0;
  for (const resource of ORDER) {
    const theirs = (records[resource] ?? []) as RecordOf<ResourceName>[];
    const here = new Map(
      (await find(manager, resource, { where: { id: In(theirs.map((r) => r.id)) } })).map((r) => [r.id, r]),
    );
    const keys = Object.keys(resources[resource].shape).filter((k) => !OWN[resource]?.includes(k));
    for (const record of theirs) {
      const own = here.get(record.id) as Record<string, unknown> | undefined;
      if (!own) {
        (fresh[resource] ??= []).push(record);
        continue;
      }
      const said = record as unknown as Record<string, unknown>;
      const fields = keys
        .filter((k) => !isDeepStrictEqual(own[k], said[k]))
        .map((field) => ({ field, here: own[field], there: said[field] }));
      const binned = own.deletedAt !== null;
      if (!fields.length && !binned) same += 1;
      else conflicts.push({ resource, id: record.id, title: titleOfRecord(resource, record), binned, fields });
    }
  }
  return { fresh: fresh as Records, same, conflicts };
}

/** People of the archive by those of the shop: the same person may have another id here, known by the initials. */
export async function peopleHere(manager: EntityManager, records: Records): Promise<Map<string, string>> {
  const own = await find(manager, "person");
  const same = new Map<string, string>();
  for (const p of records.person ?? []) {
    if (await findById(manager, "person", p.id)) continue;
    const twin = own.find((o) => o.initials.toLowerCase() === p.initials.toLowerCase() && o.deletedAt === null);
    if (twin) same.set(p.id, twin.id);
  }
  return same;
}
