import { isDeepStrictEqual } from "node:util";
import { IsNull, type EntityManager } from "typeorm";
import { fieldPath, SHOP_ID, type Operation, type ResourceName } from "../../contract";
import { entities, find, findById, indexRecord, tables, toRow, type Row } from "../db";
import { checkNoJobs, fieldsOf, parseFields, passGate, strandedBy, type KeptFiles } from "./gate";
import type { AnyRecord, Edit } from "./history";
import { refuse } from "./refused";

/** What an edit is done with: the database, the files beside it, and the moment. */
export interface Desk {
  manager: EntityManager;
  files: KeptFiles;
  at: string;
}

/** Does one operation; what it takes along (jobs of a vehicle, signatures of a bolt) is among the edits. */
export async function perform(desk: Desk, op: Operation, path: string): Promise<Edit[]> {
  switch (op.op) {
    case "create": {
      // Two screens, or two fields in a hurry, may both be the first to set something of the shop.
      const shop = op.resource === "shop" ? await findById(desk.manager, "shop", op.id) : null;
      if (shop) return update(desk, { ...op, op: "update", version: shop.version }, path);
      return [await create(desk, op.resource, op.id, op.data, path)];
    }
    case "update":
      return update(desk, op, path);
    case "delete":
      return remove(desk, op, path);
    case "restore": {
      const before = await current(desk, op.resource, op.id, op.version, path, null);
      if (!before.deletedAt) return refuse("invalid_input", `${path}.id`, op.id, "a record that is in the bin");
      await passGate(desk.manager, desk.files, op.resource, op.id, before, fieldsOf(op.resource, before), path);
      return [await write(desk, op.resource, before, { deletedAt: null })];
    }
  }
}

async function create(desk: Desk, resource: ResourceName, id: string, data: unknown, path: string): Promise<Edit> {
  const { manager, files, at } = desk;
  const fields = parseFields(resource, data, `${path}.data`) as Row;
  if (await findById(manager, resource, id)) {
    refuse("conflict", `${path}.id`, id, "an id not used before");
  }
  await passGate(manager, files, resource, id, null, fields, `${path}.data`);
  if (resource === "job") {
    fields.openedAt ??= at;
    fields.number = await nextJobNumber(manager);
  }
  if (resource === "signature") fields.at ??= at;
  if (resource === "reading") fields.takenAt ??= at;
  const record = { id, version: 1, createdAt: at, updatedAt: at, deletedAt: null, ...fields } as AnyRecord;
  await manager.insert(entities[resource], toRow(resource, record as unknown as Row));
  await indexRecord(manager, resource, record);
  return { resource, id, before: null, after: record };
}

async function nextJobNumber(manager: EntityManager): Promise<number> {
  const [last] = await manager.find(entities.job, { select: { number: true }, order: { number: "DESC" }, take: 1 });
  const shop = await findById(manager, "shop", SHOP_ID);
  return Math.max(Number(last?.number ?? 0) + 1, shop?.firstJobNumber ?? 1);
}

async function update(desk: Desk, op: Extract<Operation, { op: "update" }>, path: string): Promise<Edit[]> {
  const { manager, files } = desk;
  const before = await current(desk, op.resource, op.id, op.version, path, op.data);
  if (before.deletedAt) refuse("conflict", `${path}.id`, op.id, "a record outside the bin; restore it first");
  const unknown = Object.keys(op.data).find((key) => !(key in tables[op.resource].columns));
  if (unknown) refuse("invalid_input", fieldPath([`${path}.data`, unknown]), op.data[unknown], "no field of this name");
  const fields = parseFields(op.resource, { ...fieldsOf(op.resource, before), ...op.data }, `${path}.data`) as Row;
  await passGate(manager, files, op.resource, op.id, before, fields, `${path}.data`);
  const edit = await write(desk, op.resource, before, fields);
  const signatures = await takeSignatures(desk, edit, `${path}.withSignatures`, op.withSignatures);
  return [...signatures, edit, ...(await renameInSteps(desk, edit))];
}

/** Lists of a step's facts that name other records of its job, by the kind of record. */
const NAMED_BY_STEPS: { [R in ResourceName]?: "torques" | "parts" } = { torqueGroup: "torques", part: "parts" };

/** A torque group or part that gets another name stays with the steps that name it, unless another keeps the old name. */
async function renameInSteps(desk: Desk, edit: Edit): Promise<Edit[]> {
  const list = NAMED_BY_STEPS[edit.resource];
  const [before, after] = [edit.before, edit.after] as ({ name: string; jobId: string } | null)[];
  if (!list || !before || !after || before.name === after.name) return [];
  const ofJob = { jobId: after.jobId, deletedAt: IsNull() };
  const twins = await find(desk.manager, edit.resource, { where: { ...ofJob, name: before.name } });
  if (twins.length) return [];
  const renamed = (name: string): string => (name === before.name ? after.name : name);
  const edits: Edit[] = [];
  for (const step of await find(desk.manager, "step", { where: ofJob })) {
    if (!step.facts) continue;
    const facts = {
      ...step.facts,
      [list]: step.facts[list].map(renamed),
      // What comes out names the group it goes back with.
      ...(list === "torques" && { frees: step.facts.frees.map((f) => ({ ...f, group: renamed(f.group) })) }),
    };
    if (!isDeepStrictEqual(facts, step.facts)) edits.push(await write(desk, "step", step, { facts }));
  }
  return edits;
}

async function remove(desk: Desk, op: Extract<Operation, { op: "delete" }>, path: string): Promise<Edit[]> {
  const { manager, at } = desk;
  if (op.resource === "shop") refuse("invalid_input", `${path}.resource`, op.resource, "a record other than the shop");
  const before = await current(desk, op.resource, op.id, op.version, path, null);
  if (before.deletedAt) return [];
  const edits: Edit[] = [];
  if (op.resource === "vehicle" && op.withJobs) {
    const jobs = await find(manager, "job", { where: { vehicleId: op.id, deletedAt: IsNull() } });
    for (const job of jobs) edits.push(await write(desk, "job", job, { deletedAt: at }));
  }
  if (op.resource === "setup") edits.push(...(await unchosen(desk, op.id)));
  const edit = await write(desk, op.resource, before, { deletedAt: at });
  await checkNoJobs(manager, edit, `${path}.withJobs`);
  return [...edits, ...(await takeSignatures(desk, edit, `${path}.withSignatures`, op.withSignatures)), edit];
}

/** A lever that goes is no longer the chosen one. */
async function unchosen(desk: Desk, setupId: string): Promise<Edit[]> {
  const jobs = await find(desk.manager, "job", { where: { chosenSetupId: setupId, deletedAt: IsNull() } });
  const edits: Edit[] = [];
  for (const job of jobs) edits.push(await write(desk, "job", job, { chosenSetupId: null }));
  return edits;
}

/** Signatures whose bolt goes are put into the bin with it, where the person said so; else it is refused. */
export async function takeSignatures(desk: Desk, edit: Edit, field: string, said = false): Promise<Edit[]> {
  const stranded = await strandedBy(desk.manager, edit);
  if (stranded.length && !said) {
    const bolts = [...new Set(stranded.map((s) => s.bolt))].sort((a, b) => a - b).join(", ");
    const message = `signed bolts would go: ${bolts}`;
    refuse("conflict", field, null, "true, to put their signatures into the bin with them", message);
  }
  const edits: Edit[] = [];
  for (const s of stranded) edits.push(await write(desk, "signature", s, { deletedAt: desk.at }));
  return edits;
}

/** The record as it is kept, if it still is the version the person saw. */
async function current(
  { manager }: Desk,
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
async function write({ manager, at }: Desk, resource: ResourceName, before: AnyRecord, fields: Row): Promise<Edit> {
  const after = { ...before, ...fields, version: before.version + 1, updatedAt: at } as AnyRecord;
  const { id, ...rest } = after;
  const row = toRow(resource, rest as unknown as Row);
  const result = await manager.update(entities[resource], { id, version: before.version }, row);
  if (result.affected !== 1) {
    refuse("conflict", "version", before.version, "the version that is kept now", "somebody changed this meanwhile", {
      yours: fields,
      theirs: await findById(manager, resource, id),
    });
  }
  await indexRecord(manager, resource, after);
  return { resource, id, before, after };
}

/** What a record says, whatever version it has reached. */
const contentOf = (resource: ResourceName, record: AnyRecord): string =>
  JSON.stringify({ ...fieldsOf(resource, record), deletedAt: Boolean(record.deletedAt) });

/** Puts one record back to where it was before an edit, or after it. */
export async function revert(desk: Desk, edit: Edit, direction: "undo" | "redo", force: boolean): Promise<Edit> {
  const { manager, at } = desk;
  const kept = await findById(manager, edit.resource, edit.id);
  if (!kept) return refuse("not_found", "scope", edit.id, "a record that still exists");
  const [from, to] = direction === "undo" ? [edit.after, edit.before] : [edit.before, edit.after];
  const wanted: Row = to ? { ...fieldsOf(edit.resource, to), deletedAt: to.deletedAt } : { deletedAt: at };
  // Versions have moved on through earlier undos; what counts is whether the record still says the same.
  const untouched = from ? contentOf(edit.resource, kept) === contentOf(edit.resource, from) : kept.deletedAt !== null;
  if (!untouched && !force) {
    refuse("conflict", "scope", edit.id, "force: true to overwrite", "somebody changed this since", {
      yours: wanted,
      theirs: kept,
    });
  }
  return write(desk, edit.resource, kept, wanted);
}

/** What must hold after a step back or forward: the records that came of it pass the gate as any edit does. */
export async function passReverted(desk: Desk, edits: readonly Edit[], force: boolean): Promise<Edit[]> {
  const taken: Edit[] = [];
  for (const edit of edits) {
    if (edit.after.deletedAt) await checkNoJobs(desk.manager, edit, "scope");
    else {
      const fields = parseFields(edit.resource, fieldsOf(edit.resource, edit.after), "scope") as Row;
      await passGate(desk.manager, desk.files, edit.resource, edit.id, edit.before, fields, "scope");
    }
    taken.push(...(await takeSignatures(desk, edit, "force", force)));
  }
  return taken;
}
