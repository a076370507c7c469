import { createHash } from "node:crypto";
import { IsNull, type EntityManager, type FindOptionsWhere } from "typeorm";
import type { ChangeAnswer, ChangeSummary, RecordOf, ResourceName } from "../../contract";
import { changeEntity, type Row } from "../db";

export type AnyRecord = RecordOf<ResourceName>;

/** One record before and after a change; null before it existed. */
export interface Edit {
  resource: ResourceName;
  id: string;
  before: AnyRecord | null;
  after: AnyRecord;
}

/** Whose undo list a change is on: a person's, or where nobody was chosen, that of one screen. */
export interface Whose {
  scope: string;
  personId: string | null;
  station: string | null;
}

export interface ChangeRow extends ChangeSummary {
  seq: number;
  edits: string;
  digest: string | null;
}

const listOf = ({ scope, personId, station }: Whose): FindOptionsWhere<Row> =>
  personId === null ? { scope, personId: IsNull(), station: station ?? IsNull() } : { scope, personId };

export const summary = ({ id, label, scope, personId, at, state, correction }: ChangeRow): ChangeSummary => ({
  id,
  label,
  scope,
  personId,
  at,
  state,
  correction: correction ?? null,
});

export async function changeById(manager: EntityManager, id: string): Promise<ChangeRow | null> {
  const [row] = (await manager.query(`SELECT * FROM "${changeEntity.options.name}" WHERE "id" = ?`, [
    id,
  ])) as ChangeRow[];
  return row ?? null;
}

/** "gone" marks steps that are no longer (or never were) on the undo list. */
export async function nextStep(
  manager: EntityManager,
  whose: Whose,
  direction: "undo" | "redo",
): Promise<ChangeRow | null> {
  const [state, order] = direction === "undo" ? (["done", "DESC"] as const) : (["undone", "ASC"] as const);
  const where = { ...listOf(whose), state };
  return (await manager.findOne(changeEntity, { where, order: { seq: order } })) as ChangeRow | null;
}

export const dropRedo = (manager: EntityManager, whose: Whose): Promise<unknown> =>
  manager.update(changeEntity, { ...listOf(whose), state: "undone" }, { state: "gone" });

export const setState = (manager: EntityManager, seq: number, state: ChangeSummary["state"]): Promise<unknown> =>
  manager.update(changeEntity, { seq }, { state });

export async function record(
  manager: EntityManager,
  change: Whose & { id: string; label: string; at: string; digest: string; correction: string | null },
  edits: Edit[],
  state: ChangeSummary["state"] = "done",
): Promise<ChangeAnswer> {
  const { id, scope, personId, label, at, correction } = change;
  await manager.insert(changeEntity, { ...change, state, edits: JSON.stringify(edits) });
  return { change: { id, scope, personId, label, at, state, correction }, records: recordsOf(edits) };
}

export const editsOf = (row: ChangeRow): Edit[] => JSON.parse(row.edits) as Edit[];

/** What was answered when the change was made. */
export const answerOf = (row: ChangeRow): ChangeAnswer => ({
  change: summary(row),
  records: recordsOf(editsOf(row)),
});

const recordsOf = (edits: Edit[]): ChangeAnswer["records"] =>
  edits.map((e) => ({ resource: e.resource, record: e.after as never }));

/** Keys in one order, so that the same contents are the same text. */
const sorted = (value: unknown): unknown => {
  if (Array.isArray(value)) return value.map(sorted);
  if (typeof value !== "object" || value === null) return value;
  const entries = Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1));
  return Object.fromEntries(entries.map(([k, v]) => [k, sorted(v)]));
};

/** A digest of what a request says: the same again is the same write, other contents under its id are not. */
export const digestOf = (says: unknown): string =>
  createHash("sha256")
    .update(JSON.stringify(sorted(says)))
    .digest("hex");
