import type { EntityManager } from "typeorm";
import type { z } from "zod";
import {
  fieldPath,
  refusalFromIssues,
  resources,
  type ChangeAnswer,
  type ChangeSummary,
  type changeRequest,
  type Fields,
  type Operation,
  type RecordOf,
  type ResourceName,
  type stepBack,
} from "../../contract";
import { changeEntity, entities, find, findById, tables, toRow, type Row, type UnitOfWork } from "../db";
import { Refused, refuse } from "./refused";
import { checkRules } from "./rules";

type AnyRecord = RecordOf<ResourceName>;

/** One record before and after a change; null before it existed. */
interface Edit {
  resource: ResourceName;
  id: string;
  before: AnyRecord | null;
  after: AnyRecord;
}

interface ChangeRow {
  seq: number;
  id: string;
  scope: string;
  personId: string | null;
  label: string;
  at: string;
  state: ChangeSummary["state"];
  edits: string;
}

const HEAD = ["id", "version", "createdAt", "updatedAt", "deletedAt"];

const fieldsOf = (record: AnyRecord): Row =>
  Object.fromEntries(
    Object.entries(record)
      .filter(([key]) => !HEAD.includes(key))
      .sort(([a], [b]) => (a < b ? -1 : 1)),
  );

/** Writes records and keeps their history. The clock is a parameter, so that tests can hold it. */
export class Changes {
  constructor(
    private readonly unit: UnitOfWork,
    private readonly now: () => string = () => new Date().toISOString(),
  ) {}

  /** All operations happen or none; a repeated id is answered from the history without writing again. */
  apply(request: z.output<typeof changeRequest>): Promise<ChangeAnswer> {
    return this.unit.write(async (manager) => {
      const known = await changeById(manager, request.id);
      if (known) return answerOf(known);
      const at = this.now();
      const edits: Edit[] = [];
      for (const [i, operation] of request.operations.entries()) {
        edits.push(...(await perform(manager, operation, `operations[${i}]`, at)));
      }
      await dropRedo(manager, request.scope, request.personId);
      return record(manager, { ...request, at }, edits);
    });
  }

  undo(request: z.output<typeof stepBack>): Promise<ChangeAnswer> {
    return this.step(request, "undo");
  }

  redo(request: z.output<typeof stepBack>): Promise<ChangeAnswer> {
    return this.step(request, "redo");
  }

  private step(request: z.output<typeof stepBack>, direction: "undo" | "redo"): Promise<ChangeAnswer> {
    return this.unit.write(async (manager) => {
      const known = await changeById(manager, request.id);
      if (known) return answerOf(known);
      const target = await nextStep(manager, request.scope, request.personId, direction);
      if (!target)
        return refuse("not_found", "scope", request.scope, `a change to ${direction}`, `nothing to ${direction}`);
      const at = this.now();
      const edits: Edit[] = [];
      const stored = JSON.parse(target.edits) as Edit[];
      for (const edit of direction === "undo" ? stored.reverse() : stored) {
        edits.push(await revert(manager, edit, direction, at, request.force));
      }
      const state = direction === "undo" ? "undone" : "done";
      await manager.query(`UPDATE "change" SET "state" = ? WHERE "seq" = ?`, [state, target.seq]);
      const label = `${direction === "undo" ? "Undo" : "Redo"}: ${target.label}`.slice(0, 120);
      return record(
        manager,
        { id: request.id, scope: request.scope, personId: request.personId, label, at },
        edits,
        "gone",
      );
    });
  }

  history(scope: string, limit: number): Promise<{ changes: ChangeSummary[] }> {
    return this.unit.read(async (manager) => {
      const rows = (await manager.query(
        `SELECT "id","scope","personId","label","at","state" FROM "change" WHERE "scope" = ? ORDER BY "seq" DESC LIMIT ?`,
        [scope, limit],
      )) as ChangeSummary[];
      return { changes: rows };
    });
  }

  undoState(scope: string, personId: string | null) {
    return this.unit.read(async (manager) => {
      const [undo, redo] = [
        await nextStep(manager, scope, personId, "undo"),
        await nextStep(manager, scope, personId, "redo"),
      ];
      return { undo: undo && summary(undo), redo: redo && summary(redo) };
    });
  }
}

const summary = ({ id, label, scope, personId, at, state }: ChangeRow): ChangeSummary => ({
  id,
  label,
  scope,
  personId,
  at,
  state,
});

async function changeById(manager: EntityManager, id: string): Promise<ChangeRow | null> {
  const rows = (await manager.query(`SELECT * FROM "change" WHERE "id" = ?`, [id])) as ChangeRow[];
  return rows[0] ?? null;
}

/** "gone" marks steps that are no longer (or never were) on the undo list. */
async function nextStep(
  manager: EntityManager,
  scope: string,
  personId: string | null,
  direction: "undo" | "redo",
): Promise<ChangeRow | null> {
  const [state, order] = direction === "undo" ? ["done", "DESC"] : ["undone", "ASC"];
  const rows = (await manager.query(
    `SELECT * FROM "change" WHERE "scope" = ? AND "state" = ? AND "personId" IS ? ORDER BY "seq" ${order} LIMIT 1`,
    [scope, state, personId],
  )) as ChangeRow[];
  return rows[0] ?? null;
}

const dropRedo = (manager: EntityManager, scope: string, personId: string | null): Promise<unknown> =>
  manager.query(`UPDATE "change" SET "state" = 'gone' WHERE "scope" = ? AND "state" = 'undone' AND "personId" IS ?`, [
    scope,
    personId,
  ]);

async function record(
  manager: EntityManager,
  change: { id: string; scope: string; personId: string | null; label: string; at: string },
  edits: Edit[],
  state: ChangeSummary["state"] = "done",
): Promise<ChangeAnswer> {
  const { id, scope, personId, label, at } = change;
  await manager.insert(changeEntity, { id, scope, personId, label, at, state, edits: JSON.stringify(edits) });
  return {
    change: { id, scope, personId, label, at, state },
    records: edits.map((e) => ({ resource: e.resource, record: e.after as never })),
  };
}

const answerOf = (row: ChangeRow): ChangeAnswer => ({
  change: summary(row),
  records: (JSON.parse(row.edits) as Edit[]).map((e) => ({ resource: e.resource, record: e.after as never })),
});

async function perform(manager: EntityManager, op: Operation, path: string, at: string): Promise<Edit[]> {
  switch (op.op) {
    case "create":
      return [await create(manager, op.resource, op.id, op.data, path, at)];
    case "update":
      return [await update(manager, op, path, at)];
    case "delete":
      return remove(manager, op, path, at);
    case "restore": {
      const before = await current(manager, op.resource, op.id, op.version, path, null);
      if (!before.deletedAt) return refuse("invalid_input", `${path}.id`, op.id, "a record that lies in the bin");
      return [await write(manager, op.resource, before, { deletedAt: null }, at)];
    }
  }
}

function parseFields<R extends ResourceName>(resource: R, data: unknown, path: string): Fields<R> {
  const parsed = resources[resource].safeParse(data);
  if (parsed.success) return parsed.data as Fields<R>;
  const { error } = refusalFromIssues(parsed.error.issues, data);
  const field = error.field ? `${path}.${error.field}` : path;
  throw new Refused({ error: { ...error, field, message: error.message.replace(error.field, field) } });
}

async function checkParents(manager: EntityManager, resource: ResourceName, fields: Row, path: string): Promise<void> {
  for (const { column, to } of tables[resource].parents) {
    const parent = await findById(manager, to, String(fields[column]));
    if (!parent || parent.deletedAt) {
      refuse("invalid_input", `${path}.${column}`, fields[column], `the id of a ${to} that exists`);
    }
  }
}

async function create(
  manager: EntityManager,
  resource: ResourceName,
  id: string,
  data: unknown,
  path: string,
  at: string,
): Promise<Edit> {
  const fields = parseFields(resource, data, `${path}.data`) as Row;
  if (await findById(manager, resource, id)) {
    refuse("conflict", `${path}.id`, id, "an id not used before");
  }
  await checkParents(manager, resource, fields, `${path}.data`);
  await checkRules(manager, resource, fields as Fields<ResourceName>, `${path}.data`);
  if (resource === "job") {
    fields.openedAt ??= at;
    fields.loadStateAt ??= at;
    fields.number ??= await nextJobNumber(manager);
  }
  if (resource === "signature") fields.at ??= at;
  if (resource === "reading") fields.takenAt ??= at;
  const record = { id, version: 1, createdAt: at, updatedAt: at, deletedAt: null, ...fields } as AnyRecord;
  await manager.insert(entities[resource], toRow(resource, record as unknown as Row));
  return { resource, id, before: null, after: record };
}

async function nextJobNumber(manager: EntityManager): Promise<number> {
  const [{ top }] = (await manager.query(`SELECT max("number") AS top FROM "job"`)) as { top: number | null }[];
  return (top ?? 0) + 1;
}

async function update(
  manager: EntityManager,
  op: Extract<Operation, { op: "update" }>,
  path: string,
  at: string,
): Promise<Edit> {
  const before = await current(manager, op.resource, op.id, op.version, path, op.data);
  if (before.deletedAt) refuse("conflict", `${path}.id`, op.id, "a record outside the bin; restore it first");
  const unknown = Object.keys(op.data).find((key) => !(key in tables[op.resource].columns));
  if (unknown) refuse("invalid_input", fieldPath([`${path}.data`, unknown]), op.data[unknown], "no field of this name");
  const fields = parseFields(op.resource, { ...fieldsOf(before), ...op.data }, `${path}.data`) as Row;
  await checkParents(manager, op.resource, fields, `${path}.data`);
  await checkRules(manager, op.resource, fields as Fields<ResourceName>, `${path}.data`);
  return write(manager, op.resource, before, fields, at);
}

async function remove(
  manager: EntityManager,
  op: Extract<Operation, { op: "delete" }>,
  path: string,
  at: string,
): Promise<Edit[]> {
  const before = await current(manager, op.resource, op.id, op.version, path, null);
  if (before.deletedAt) return [];
  const edits: Edit[] = [];
  if (op.resource === "vehicle") {
    const jobs = await find(manager, "job", `WHERE "vehicleId" = ? AND "deletedAt" IS NULL`, [op.id]);
    if (jobs.length && !op.withJobs) {
      const numbers = jobs.map((j) => j.number).join(", ");
      refuse(
        "conflict",
        `${path}.withJobs`,
        op.withJobs ?? null,
        "true, to put its jobs into the bin with it",
        `this vehicle has ${jobs.length} job${jobs.length === 1 ? "" : "s"} (${numbers})`,
      );
    }
    for (const job of jobs) edits.push(await write(manager, "job", job, { deletedAt: at }, at));
  }
  edits.push(await write(manager, op.resource, before, { deletedAt: at }, at));
  return edits;
}

/** The record as it stands, if it still is the version the person saw. */
async function current(
  manager: EntityManager,
  resource: ResourceName,
  id: string,
  version: number,
  path: string,
  yours: unknown,
): Promise<AnyRecord> {
  const record = await findById(manager, resource, id);
  if (!record) return refuse("not_found", `${path}.id`, id, `the id of a ${resource}`);
  if (record.version !== version) {
    const message = "somebody changed this since you opened it";
    refuse("conflict", `${path}.version`, version, `version ${record.version}`, message, { yours, theirs: record });
  }
  return record;
}

/** Writes fields on top of a record, one version on; the version is checked again by the update itself. */
async function write(
  manager: EntityManager,
  resource: ResourceName,
  before: AnyRecord,
  fields: Row,
  at: string,
): Promise<Edit> {
  const after = { ...before, ...fields, version: before.version + 1, updatedAt: at } as AnyRecord;
  const { id, ...rest } = after;
  const row = toRow(resource, rest as unknown as Row);
  const result = await manager.update(entities[resource], { id, version: before.version }, row);
  if (result.affected !== 1) {
    refuse("conflict", "version", before.version, "the version that stands now", "somebody changed this meanwhile", {
      yours: fields,
      theirs: await findById(manager, resource, id),
    });
  }
  return { resource, id, before, after };
}

/** What a record says, whatever version it has reached. */
const contentOf = (record: AnyRecord): string =>
  JSON.stringify({ ...fieldsOf(record), deletedAt: Boolean(record.deletedAt) });

async function revert(
  manager: EntityManager,
  edit: Edit,
  direction: "undo" | "redo",
  at: string,
  force: boolean,
): Promise<Edit> {
  const stands = await findById(manager, edit.resource, edit.id);
  if (!stands) return refuse("not_found", "scope", edit.id, "a record that still exists");
  const [from, to] = direction === "undo" ? [edit.after, edit.before] : [edit.before, edit.after];
  const wanted: Row = to ? { ...fieldsOf(to), deletedAt: to.deletedAt } : { deletedAt: at };
  // Versions have moved on through earlier undos; what counts is whether the record still says the same.
  const untouched = from ? contentOf(stands) === contentOf(from) : stands.deletedAt !== null;
  if (!untouched && !force) {
    refuse("conflict", "scope", edit.id, "force: true to overwrite", "somebody changed this since", {
      yours: wanted,
      theirs: stands,
    });
  }
  return write(manager, edit.resource, stands, wanted, at);
}
