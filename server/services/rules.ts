import type { EntityManager } from "typeorm";
import {
  checkGearbox,
  checkKnowledge,
  checkLever,
  checkTorqueSequence,
  quantityKinds,
  refusal,
  refusalFromIssues,
  settingInputs,
  tyreRefused,
  type Fields,
  type Refusal,
  type ResourceName,
} from "../../contract";
import { shopStandard, parseQuantity, typedMeans, withChanges } from "../../core";
import { judgeReading, loadGate, passesOf } from "../../domain";
import { find, findById } from "../db";
import { Refused } from "./refused";

/** Puts the field's path inside the request before a refusal of a record's own rules. */
function at(path: string, offence: Refusal | null): void {
  if (!offence) return;
  const { error } = offence;
  const field = error.field ? `${path}.${error.field}` : path;
  throw new Refused({ error: { ...error, field, message: error.message.replace(error.field, field) } });
}

type Rule<R extends ResourceName> = (
  fields: Fields<R>,
  path: string,
  manager: EntityManager,
  id: string,
) => Promise<void> | void;

const vehicle: Rule<"vehicle"> = (v, path) => {
  if (v.gearbox) at(path, checkGearbox(v.gearbox, v.shifterKind));
  if (v.driveTrain) {
    at(path, tyreRefused(v.driveTrain.tyre, "driveTrain.tyre.size"));
    const gears = v.driveTrain.ratios.map((r) => r.gear);
    const again = gears.findIndex((g, i) => gears.indexOf(g) !== i);
    if (again >= 0) {
      at(path, refusal("invalid_input", `driveTrain.ratios[${again}].gear`, gears[again], "a gear not named before"));
    }
  }
  const days = v.odometer.map((o) => o.date);
  for (const [i, reading] of v.odometer.entries()) {
    const earlier = v.odometer.find((o) => o.date < reading.date && o.km > reading.km);
    if (earlier) {
      at(
        path,
        refusal("invalid_input", `odometer[${i}].km`, reading.km, `not under ${earlier.km} km of ${earlier.date}`),
      );
    }
    if (days.indexOf(reading.date) !== i) {
      at(path, refusal("invalid_input", `odometer[${i}].date`, reading.date, "one reading a day"));
    }
  }
};

const setup: Rule<"setup"> = (s, path) => at(path, checkLever(s.lever, { gears: [] }));

const reading: Rule<"reading"> = (r, path) => {
  for (const [i, value] of r.values.entries()) {
    const kind = quantityKinds[r.quantity];
    const metric = parseQuantity(value.typed, kind);
    // A bare number is in the shop's unit, which only the screen knows; a unit of another kind is refused here too.
    const read = metric.ok ? metric : parseQuantity(value.typed, kind, "inch");
    if (!read.ok) {
      at(
        path,
        refusal("invalid_input", `values[${i}].typed`, value.typed, `a ${kind}`, `${value.typed}: ${read.message}`),
      );
    }
  }
  if (r.quantity !== "throw") return;
  for (const field of ["fromGear", "toGear"] as const) {
    if (!r[field]) at(path, refusal("invalid_input", field, r[field], "the gear the tape was held at"));
  }
  if (r.fromGear === r.toGear) at(path, refusal("invalid_input", "toGear", r.toGear, "another gear than the first"));
};

const torqueGroup: Rule<"torqueGroup"> = (g, path) => {
  at(
    path,
    checkTorqueSequence({
      pattern: g.pattern,
      count: g.count,
      passes: g.passes.map((p) => ({ name: p.name, pct: p.pct ?? undefined })),
    }),
  );
  if (g.specOrigin === "specified" && !g.specTyped.trim()) {
    at(path, refusal("invalid_input", "specTyped", g.specTyped, "the value as the document gives it"));
  }
};

const GATE_SAYS = {
  notSaid: "nobody has said what the vehicle is on",
  notOnWheels: "the vehicle is not on its wheels",
} as const;

/**
 * A bolt of its group, in one of its passes; at ride height where it waits for that, unless overruled; and where the
 * wrench was outside the limits of that pass, what was done about it.
 */
const signature: Rule<"signature"> = async (s, path, manager) => {
  const group = await findById(manager, "torqueGroup", s.groupId);
  const job = await findById(manager, "job", s.jobId);
  const vehicle = job && (await findById(manager, "vehicle", job.vehicleId));
  if (!group || !vehicle) return;
  if (group.jobId !== s.jobId) {
    at(path, refusal("invalid_input", "groupId", s.groupId, "a torque group of this job"));
  }
  if (s.bolt > group.count) {
    at(path, refusal("invalid_input", "bolt", s.bolt, `a bolt from 1 to ${group.count}`));
  }
  const passes = passesOf(group);
  const pass = passes.find((p) => p.name === s.pass);
  if (!pass) return at(path, refusal("invalid_input", "pass", s.pass, passes.map((p) => p.name).join(", ")));
  const gate = loadGate(group, pass, vehicle.load.now);
  if (gate && !s.overruleReason.trim()) {
    const accepts = "the vehicle on its wheels, or a reason for torquing before that";
    const message = `${group.name} is torqued at ride height: ${GATE_SAYS[gate]}`;
    at(path, refusal("invalid_input", "overruleReason", s.overruleReason, accepts, message));
  }
  const wrench = s.reading ?? s.setTo;
  if (pass.limits && !wrench) {
    at(path, refusal("invalid_input", "reading", null, "what the wrench read, or what it was set to when it clicked"));
  }
  const judged = wrench && judgeReading(pass.limits, wrench.base);
  if (judged && judged !== "inside" && s.outcome === "held") {
    const { minNm, maxNm } = pass.limits!;
    const accepts = '"redo", "replaced", or "accepted" with a reason';
    const message = `${wrench.typed} is ${judged} the limits of this pass, ${minNm.toFixed(1)} to ${maxNm.toFixed(1)} N m`;
    at(path, refusal("invalid_input", "outcome", s.outcome, accepts, message));
  }
  if (s.outcome === "accepted" && !s.outcomeReason.trim()) {
    at(path, refusal("invalid_input", "outcomeReason", s.outcomeReason, "a reason for accepting it"));
  }
};

const shop: Rule<"shop"> = (s, path) => {
  if (s.knowledge) at(path, checkKnowledge(withChanges(shopStandard, s.knowledge)));
  if (!s.grades) return;
  const { slight, worn, gone } = s.grades;
  for (const [field, more, less] of [
    ["slight", slight, s.grades.new],
    ["worn", worn, slight],
    ["gone", gone, worn],
  ] as const) {
    if (more < less)
      at(path, refusal("invalid_input", `grades.${field}`, more, `${less} mm or more, as the grade before it`));
  }
};

/** A tool's question must be one the tool can answer, so that it can be opened and asked again. */
const setting: Rule<"setting"> = (s, path) => {
  const schema = settingInputs[s.tool];
  const parsed = schema.safeParse(s.input);
  if (!parsed.success) at(`${path}.input`, refusalFromIssues(parsed.error.issues, s.input));
};

/** A job is not closed before it was opened. */
const job: Rule<"job"> = (j, path) => {
  if (j.closedAt && j.openedAt && Date.parse(j.closedAt) < Date.parse(j.openedAt)) {
    at(path, refusal("invalid_input", "closedAt", j.closedAt, `a time from ${j.openedAt} on, when it was opened`));
  }
};

/** Initials sign work: no two people of the shop share them. */
const person: Rule<"person"> = async (p, path, manager, id) => {
  const others = await find(manager, "person", `WHERE "deletedAt" IS NULL AND "id" <> ?`, [id]);
  const same = others.find((o) => o.initials.toLowerCase() === p.initials.toLowerCase());
  if (same)
    at(path, refusal("invalid_input", "initials", p.initials, `initials nobody else has: ${same.name} signs so`));
};

const rules: { [R in ResourceName]?: Rule<R> } = {
  person,
  vehicle,
  job,
  setup,
  reading,
  torqueGroup,
  signature,
  shop,
  setting,
};

/** A figure and the text it was typed as: wherever in a record the two stand side by side, they must agree. */
function checkTyped(value: unknown, path: string): void {
  if (typeof value !== "object" || value === null) return;
  const { typed, base } = value as { typed?: unknown; base?: unknown };
  if (typeof typed === "string" && typeof base === "number" && !typedMeans(typed, base)) {
    at(path, refusal("invalid_input", "base", base, `the value of "${typed}" in its base unit`));
  }
  if (Array.isArray(value)) value.forEach((v, i) => checkTyped(v, `${path}[${i}]`));
  else for (const [key, v] of Object.entries(value)) checkTyped(v, `${path}.${key}`);
}

/** Checks what one record must satisfy beyond the shape of its fields. */
export async function checkRules<R extends ResourceName>(
  manager: EntityManager,
  name: R,
  id: string,
  fields: Fields<R>,
  path: string,
): Promise<void> {
  await rules[name]?.(fields, path, manager, id);
  checkTyped(fields, path);
}
