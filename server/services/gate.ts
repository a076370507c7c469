import { IsNull, type EntityManager } from "typeorm";
import {
  refusalFromIssues,
  resources,
  SHOP_ID,
  underPath,
  type Fields,
  type Step,
  type VehicleLoad,
  type RecordOf,
  type ResourceName,
  type Signature,
} from "../../contract";
import {
  brokenRule,
  closingLine,
  comesDown,
  heldAt,
  mustNotBeDriven,
  openAtClosing,
  ruleRefusal,
  strandedSignatures,
  unsignedAt,
  type Neighbours,
} from "../../domain";
import { find, findById, tables, type Row } from "../db";
import type { AnyRecord, Edit } from "./history";
import { readJob } from "./readJob";
import { Refused, refuse } from "./refused";

/** What is kept beside the database: a record that names a file needs it. */
export interface KeptFiles {
  photo(file: string): boolean;
  recording(file: string): boolean;
}

/**
 * The fields of a record without its head, in one order. A record out of the history may have fields that its kind
 * no longer has.
 */
export const fieldsOf = (resource: ResourceName, record: AnyRecord): Row =>
  Object.fromEntries(
    Object.entries(record)
      .filter(([key]) => key in tables[resource].columns)
      .sort(([a], [b]) => (a < b ? -1 : 1)),
  );

export function parseFields<R extends ResourceName>(resource: R, data: unknown, path: string): Fields<R> {
  const parsed = resources[resource].safeParse(data);
  if (parsed.success) return parsed.data as Fields<R>;
  throw new Refused(underPath(path, refusalFromIssues(parsed.error.issues, data)));
}

async function checkParents(manager: EntityManager, resource: ResourceName, fields: Row, path: string): Promise<void> {
  for (const { column, to } of tables[resource].parents) {
    if (fields[column] === null && tables[resource].columns[column]?.nullable) continue;
    const parent = await findById(manager, to, String(fields[column]));
    if (!parent || parent.deletedAt) {
      refuse("invalid_input", `${path}.${column}`, fields[column], `the id of a ${to} that exists`);
    }
  }
}

/** Records that a field names without hanging on them. A person who has left may still be named by older records. */
const NAMED: { [R in ResourceName]?: readonly { column: string; in?: string; to: ResourceName; ofJob?: true }[] } = {
  vehicle: [
    { column: "load", in: "by", to: "person" },
    { column: "sheetId", to: "sheet" },
  ],
  job: [{ column: "chosenSetupId", to: "setup", ofJob: true }],
  reading: [{ column: "takenBy", to: "person" }],
  signature: [
    { column: "personId", to: "person" },
    { column: "secondId", to: "person" },
  ],
  part: [{ column: "insteadOf", to: "part", ofJob: true }],
  photo: [
    { column: "takenBy", to: "person" },
    { column: "readingId", to: "reading", ofJob: true },
  ],
  recording: [{ column: "takenBy", to: "person" }],
  sheetPhoto: [
    { column: "photoId", to: "photo", ofJob: true },
    { column: "oldSetupId", to: "setup", ofJob: true },
    { column: "newSetupId", to: "setup", ofJob: true },
  ],
  setting: [{ column: "personId", to: "person" }],
  recheck: [{ column: "jobId", to: "job" }],
};

async function checkNamed(
  manager: EntityManager,
  resource: ResourceName,
  id: string,
  before: Row | null,
  fields: Row,
  path: string,
): Promise<void> {
  for (const { column, in: inner, to, ofJob } of NAMED[resource] ?? []) {
    const nameIn = (of: Row | null): unknown =>
      inner === undefined ? of?.[column] : (of?.[column] as Row | undefined)?.[inner];
    const named = nameIn(fields);
    if (named === null || named === undefined || named === nameIn(before)) continue;
    const found = await findById(manager, to, String(named));
    const jobId = resource === "job" ? id : fields.jobId;
    const strange = ofJob && found && (found as RecordOf<"setup">).jobId !== jobId;
    if (!found || (ofJob && found.deletedAt) || strange) {
      const field = inner === undefined ? `${path}.${column}` : `${path}.${column}.${inner}`;
      refuse("invalid_input", field, named, `the id of a ${to} ${ofJob ? "of this job" : "that exists"}`);
    }
  }
}

/** A record that hangs on one vehicle's job stays with that vehicle. */
async function checkStays(manager: EntityManager, before: Row | null, fields: Row, path: string): Promise<void> {
  if (!before?.jobId || before.jobId === fields.jobId) return;
  const jobs = await Promise.all([before.jobId, fields.jobId].map((id) => findById(manager, "job", String(id))));
  if (jobs[0]?.vehicleId !== jobs[1]?.vehicleId) {
    refuse("invalid_input", `${path}.jobId`, fields.jobId, "a job of the same vehicle");
  }
}

/** Pictures a line of a sheet names: the pages of its sources, and what tells it apart. */
const picturesOf = (line: Row | null): { at: string; file: string }[] => [
  ...((line?.sources as { photo: string | null }[] | undefined) ?? []).flatMap(({ photo }, i) =>
    photo ? [{ at: `sources[${i}].photo`, file: photo }] : [],
  ),
  ...(line?.featurePhoto ? [{ at: "featurePhoto", file: String(line.featurePhoto) }] : []),
];

function checkFiles(resource: ResourceName, before: Row | null, fields: Row, files: KeptFiles, path: string): void {
  if (resource === "specLine") {
    const known = new Set(picturesOf(before).map((p) => p.file));
    const strange = picturesOf(fields).find((p) => !known.has(p.file) && !files.photo(p.file));
    if (strange)
      refuse("invalid_input", `${path}.${strange.at}`, strange.file, "the hash of a photo that was sent in before");
  }
  if (resource !== "photo" && resource !== "recording") return;
  const file = String(fields.file);
  if (file === before?.file || files[resource](file)) return;
  refuse("invalid_input", `${path}.file`, file, `the hash of a ${resource} that was sent in before`);
}

/** What only one record of its kind may say, or only the server. */
function checkOwn(resource: ResourceName, id: string, before: Row | null, fields: Row, path: string): void {
  if (resource === "shop" && id !== SHOP_ID) refuse("invalid_input", path, id, `one shop, under the id ${SHOP_ID}`);
  if (resource === "job" && fields.number !== (before?.number ?? null)) {
    refuse("invalid_input", `${path}.number`, fields.number, "nothing: the program numbers jobs itself");
  }
}

/** A job with something open is closed only with a reason: what is open is read here, not believed. */
async function checkClosing(
  manager: EntityManager,
  id: string,
  before: Row | null,
  fields: Row,
  path: string,
): Promise<void> {
  if (!before || before.closedAt || before.deletedAt || !fields.closedAt) return;
  const view = await readJob(manager, id);
  const open = openAtClosing({ ...view, job: { ...view.job, ...fields } });
  const closing = fields.closing as { reason: string; notDriven: boolean } | null;
  if (mustNotBeDriven(open) && !closing?.notDriven) {
    const [{ names }] = open;
    const message = `not signed: ${names.join(", ")}. Without them it is not driven`;
    refuse(
      "conflict",
      `${path}.closing.notDriven`,
      closing?.notDriven ?? null,
      "true: it leaves on a trailer",
      message,
    );
  }
  if (open.length && !closing?.reason.trim()) {
    const message = `this job is not finished: ${open.map(closingLine).join("; ")}`;
    refuse("conflict", `${path}.closing`, null, "a reason for closing it all the same", message);
  }
}

/** A step by which the vehicle comes down or is driven is done only with its critical bolts signed: nobody overrules. */
async function checkHeld(
  manager: EntityManager,
  id: string,
  before: Row | null,
  fields: Row,
  path: string,
): Promise<void> {
  if (!before || before.deletedAt || before.state === "done" || fields.state !== "done") return;
  const view = await readJob(manager, String(fields.jobId));
  const { load, facts } = fields as Pick<Step, "load" | "facts">;
  const step = { text: String(fields.text), load, facts };
  const held = heldAt({ ...view, step: view.step.filter((s) => s.id !== id) }, step);
  if (!held.length) return;
  const message = `${step.text}: not signed yet: ${held.map((u) => u.group.name).join(", ")}`;
  refuse("conflict", `${path}.state`, "done", "this step open until its critical bolts are signed", message);
}

/** A vehicle that a person says is down again: the critical bolts of its open jobs hold it as they hold the step. */
async function checkLoad(
  manager: EntityManager,
  id: string,
  before: Row | null,
  fields: Row,
  path: string,
): Promise<void> {
  const next = fields.load as VehicleLoad;
  if (!before || before.deletedAt || !comesDown(before.load as VehicleLoad, next.now)) return;
  const jobs = await find(manager, "job", { where: { vehicleId: id, deletedAt: IsNull(), closedAt: IsNull() } });
  for (const { id: jobId, number } of jobs) {
    const held = unsignedAt(await readJob(manager, jobId), "down").filter((u) => u.holds);
    if (!held.length) continue;
    const message = `not signed yet in job ${number}: ${held.map((u) => u.group.name).join(", ")}`;
    refuse("conflict", `${path}.load.now`, next.now, "stands or a lift until its critical bolts are signed", message);
  }
}

/** The records that the rules of a kind of record read beside it. */
async function neighboursOf(manager: EntityManager, resource: ResourceName, fields: Row): Promise<Neighbours> {
  const near: Neighbours = { group: null, vehicle: null, people: [] };
  if (resource === "person") near.people = await find(manager, "person", { where: { deletedAt: IsNull() } });
  if (resource === "signature") {
    near.group = await findById(manager, "torqueGroup", String(fields.groupId));
    const job = await findById(manager, "job", String(fields.jobId));
    near.vehicle = job && (await findById(manager, "vehicle", job.vehicleId));
  }
  return near;
}

/**
 * What every record must satisfy before it is written, whichever way it came: edit, undo, redo or out of the bin.
 * `before` is the record as it is kept now; null where it is new.
 */
export async function passGate(
  manager: EntityManager,
  files: KeptFiles,
  resource: ResourceName,
  id: string,
  before: AnyRecord | null,
  fields: Row,
  path: string,
): Promise<void> {
  const was = before as Row | null;
  // What comes out of the bin is looked at as if it were new: the world has moved on meanwhile.
  const known = before?.deletedAt ? { number: was?.number } : was;
  await checkParents(manager, resource, fields, path);
  checkOwn(resource, id, was, fields, path);
  await checkNamed(manager, resource, id, known, fields, path);
  await checkStays(manager, was, fields, path);
  checkFiles(resource, known, fields, files, path);
  if (resource === "job") await checkClosing(manager, id, was, fields, path);
  if (resource === "vehicle") await checkLoad(manager, id, was, fields, path);
  if (resource === "step") await checkHeld(manager, id, was, fields, path);
  const near = await neighboursOf(manager, resource, fields);
  const offence = brokenRule(resource, id, fields as Fields<ResourceName>, near);
  if (offence) throw new Refused(ruleRefusal(offence, path));
}

/** Jobs that a vehicle on its way to the bin would leave behind. */
export async function checkNoJobs(manager: EntityManager, edit: Edit, field: string): Promise<void> {
  if (edit.resource !== "vehicle" || !edit.after.deletedAt) return;
  const jobs = await find(manager, "job", { where: { vehicleId: edit.id, deletedAt: IsNull() } });
  if (!jobs.length) return;
  const numbers = jobs.map((j) => j.number).join(", ");
  const message = `this vehicle has ${jobs.length} job${jobs.length === 1 ? "" : "s"} (${numbers})`;
  refuse("conflict", field, null, "true, to put its jobs into the bin with it", message);
}

/** Signatures that an edit of their group leaves without a place. */
export async function strandedBy(manager: EntityManager, edit: Edit): Promise<Signature[]> {
  if (edit.resource !== "torqueGroup") return [];
  const group = edit.after as RecordOf<"torqueGroup">;
  const signed = await find(manager, "signature", { where: { groupId: edit.id, deletedAt: IsNull() } });
  if (group.deletedAt) return signed;
  return strandedSignatures(group, signed);
}
