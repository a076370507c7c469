import type { EntityManager } from "typeorm";
import type { RecordOf, ResourceName } from "../../contract";
import { findable, findableKinds } from "../../domain";
import { find } from "./rows";

/*
 * The full-text index is the database's own: this file alone speaks its dialect. Beside it a plain table keeps what
 * was indexed, so that a record can be taken out again.
 */

export interface FoundRow {
  resource: ResourceName;
  id: string;
  jobId: string | null;
  vehicleId: string | null;
  sheetId: string | null;
  title: string;
  words: string;
}

export const CREATE_INDEX = [
  `CREATE TABLE "find_entry" ("at" integer PRIMARY KEY, "id" text NOT NULL UNIQUE, "resource" text NOT NULL,
     "jobId" text, "vehicleId" text, "sheetId" text, "title" text NOT NULL, "words" text NOT NULL)`,
  `CREATE VIRTUAL TABLE "find_text" USING fts5("title", "words", content='', contentless_delete=1,
     tokenize='unicode61 remove_diacritics 2', prefix='2 3')`,
];
export const DROP_INDEX = [`DROP TABLE "find_text"`, `DROP TABLE "find_entry"`];

type Parent = { jobId?: string | null; vehicleId?: string | null; sheetId?: string | null };

async function takeOut(manager: EntityManager, id: string): Promise<void> {
  const [known] = (await manager.query(`SELECT "at" FROM "find_entry" WHERE "id" = ?`, [id])) as { at: number }[];
  if (!known) return;
  await manager.query(`DELETE FROM "find_text" WHERE rowid = ?`, [known.at]);
  await manager.query(`DELETE FROM "find_entry" WHERE "at" = ?`, [known.at]);
}

async function putIn<R extends ResourceName>(manager: EntityManager, resource: R, record: RecordOf<R>): Promise<void> {
  const says = findable(resource, record);
  if (!says || record.deletedAt) return;
  const { jobId = null, vehicleId = null, sheetId = null } = record as Parent;
  await manager.query(
    `INSERT INTO "find_entry" ("id", "resource", "jobId", "vehicleId", "sheetId", "title", "words")
     VALUES (?, ?, ?, ?, ?, ?, ?)`,
    [record.id, resource, jobId, vehicleId, sheetId, says.title, says.words],
  );
  await manager.query(
    `INSERT INTO "find_text" (rowid, "title", "words") SELECT "at", "title", "words" FROM "find_entry" WHERE "id" = ?`,
    [record.id],
  );
}

/** Brings the index up to what a record says now; one in the bin is not found. */
export async function indexRecord<R extends ResourceName>(
  manager: EntityManager,
  resource: R,
  record: RecordOf<R>,
): Promise<void> {
  if (!findableKinds.includes(resource)) return;
  await takeOut(manager, record.id);
  await putIn(manager, resource, record);
}

/** Fills the index from the records, where it is empty: a file of before there was one. */
export async function fillIndex(manager: EntityManager): Promise<void> {
  const [{ n }] = (await manager.query(`SELECT count(*) AS "n" FROM "find_entry"`)) as { n: number }[];
  if (n > 0) return;
  for (const resource of findableKinds) {
    for (const record of await find(manager, resource)) await putIn(manager, resource, record);
  }
}

/** Words as the index takes them: each may be the beginning of one, all must be there. */
const matchOf = (asked: string): string =>
  asked
    // A NUL ends the question for the database, and leaves it with half a word.
    .replace(/\p{Cc}/gu, " ")
    .split(/\s+/)
    .map((w) => w.replace(/"/g, ""))
    .filter((w) => /[\p{L}\p{N}]/u.test(w))
    .map((w) => `"${w}"*`)
    .join(" ");

/** What says all the words, the nearest first: words in a title count most. */
export async function searchIndex(manager: EntityManager, asked: string, most: number): Promise<FoundRow[]> {
  const match = matchOf(asked);
  if (!match) return [];
  return (await manager.query(
    `SELECT e."resource", e."id", e."jobId", e."vehicleId", e."sheetId", e."title", e."words"
     FROM "find_text" t JOIN "find_entry" e ON e."at" = t.rowid
     WHERE "find_text" MATCH ? ORDER BY bm25("find_text", 6.0, 1.0), e."at" DESC LIMIT ?`,
    [match, most],
  )) as FoundRow[];
}
