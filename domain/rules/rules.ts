import {
  checkGearbox,
  checkKnowledge,
  checkLever,
  checkTorqueSequence,
  lineKinds,
  quantityKinds,
  refusalFromIssues,
  settingInputs,
  tyreRefused,
  underPath,
  type Fields,
  type Person,
  type RecordHead,
  type Refusal,
  type ResourceName,
  type TorqueGroup,
  type Vehicle,
} from "../../contract";
import { parseQuantity, shopStandard, typedMeans, withChanges } from "../../core";
import { judgeSigned, loadGate, passesOf, specOf } from "../torque";
import { spanOf } from "../vehicle";
import { broken, type RuleBreak } from "./breaks";

/** Records a rule is read against, beside the one that is written. */
export interface Neighbours {
  /** The torque group a signature names. */
  group: TorqueGroup | null;
  /** The vehicle of the record's job. */
  vehicle: Vehicle | null;
  /** The people of the shop outside the bin. */
  people: readonly (Person & RecordHead)[];
}

export type Offence = RuleBreak | Refusal;

type Rule<R extends ResourceName> = (fields: Fields<R>, near: Neighbours, id: string) => Offence | null;

const vehicle: Rule<"vehicle"> = (v) => {
  const gearbox = v.gearbox && checkGearbox(v.gearbox, v.shifterKind);
  if (gearbox) return gearbox;
  if (v.driveTrain) {
    const tyre = tyreRefused(v.driveTrain.tyre, "driveTrain.tyre.size");
    if (tyre) return tyre;
    const gears = v.driveTrain.ratios.map((r) => r.gear);
    const again = gears.findIndex((g, i) => gears.indexOf(g) !== i);
    if (again >= 0) return broken("gearTwice", `driveTrain.ratios[${again}].gear`, gears[again]);
  }
  const days = v.odometer.map((o) => o.date);
  for (const [i, reading] of v.odometer.entries()) {
    const earlier = v.odometer.find((o) => o.date < reading.date && o.km > reading.km);
    if (earlier) return broken("odometerRunsBack", `odometer[${i}].km`, reading.km, earlier);
    if (days.indexOf(reading.date) !== i) return broken("readingADay", `odometer[${i}].date`, reading.date);
  }
  return null;
};

const setup: Rule<"setup"> = (s) => checkLever(s.lever, { gears: [] });

const reading: Rule<"reading"> = (r) => {
  const kind = quantityKinds[r.quantity];
  for (const [i, { typed }] of r.values.entries()) {
    const metric = parseQuantity(typed, kind);
    // A bare number is in the shop's unit, which only the screen knows; a unit of another kind is refused here too.
    const read = metric.ok ? metric : parseQuantity(typed, kind, "inch");
    if (!read.ok) return broken("otherKind", `values[${i}].typed`, typed, { kind, typed, why: read.message });
  }
  if (r.quantity !== "throw") return null;
  for (const field of ["fromGear", "toGear"] as const) if (!r[field]) return broken("gearOfThrow", field, r[field]);
  return r.fromGear === r.toGear ? broken("otherGear", "toGear", r.toGear) : null;
};

const torqueGroup: Rule<"torqueGroup"> = (g) => {
  const passes = g.passes.map((p) => ({ name: p.name, pct: p.pct ?? undefined }));
  // Six may lie in a box and twenty in a row: only the passes are held to their rules here.
  const sequence = checkTorqueSequence({ pattern: "circle", count: g.count, passes });
  if (sequence) return sequence;
  return g.specOrigin === "specified" && !g.specTyped.trim() ? broken("specNeeded", "specTyped", g.specTyped) : null;
};

/**
 * A bolt of its group, in one of its passes; at ride height where it waits for that, unless overruled; and where the
 * wrench was outside the limits of that pass, what was done about it.
 */
const signature: Rule<"signature"> = (s, { group, vehicle: of }) => {
  if (!group || !of) return null;
  if (group.jobId !== s.jobId) return broken("groupOfJob", "groupId", s.groupId);
  if (s.bolt > group.count) return broken("boltOfGroup", "bolt", s.bolt, { count: group.count });
  const passes = passesOf(group);
  const pass = passes.find((p) => p.name === s.pass);
  if (!pass) return broken("passOfGroup", "pass", s.pass, { passes: passes.map((p) => p.name) });
  // A guess is never enough for what holds a wheel, a seat or a brake.
  if (group.critical !== "none" && pass.pct !== null && specOf(group).kind === "missing") {
    return broken("valueFirst", "groupId", s.groupId, { group: group.name });
  }
  const gate = loadGate(group, pass, of.load.now);
  if (gate && !s.overruleReason.trim()) {
    return broken("rideHeight", "overruleReason", s.overruleReason, { group: group.name, gate });
  }
  const wrench = s.reading ?? s.setTo;
  if (pass.limits && !wrench) return broken("wrenchNeeded", "reading", null);
  const judged = judgeSigned(pass, s);
  if (judged && judged.judgement !== "inside" && s.outcome === "held") {
    const typed = judged.of === "torque" ? (wrench?.typed ?? "") : `${judged.value}°`;
    return broken("outsideNeedsOutcome", "outcome", s.outcome, { ...judged, typed });
  }
  if (s.outcome === "accepted" && !s.outcomeReason.trim()) {
    return broken("acceptedNeedsReason", "outcomeReason", s.outcomeReason);
  }
  if (s.secondId && s.secondId === s.personId) return broken("otherPerson", "secondId", s.secondId);
  const last = pass.name === passes[passes.length - 1].name;
  return group.twoPeople && last && !s.secondId && s.outcome !== "redo" && s.outcome !== "replaced"
    ? broken("secondNeeded", "secondId", null, { group: group.name })
    : null;
};

/** From a month or a day to a later one; a month's last day counts. */
const datesRise = (of: { builtFrom: string | null; builtTo: string | null }): RuleBreak | null =>
  of.builtFrom && of.builtTo && spanOf(of.builtTo).to < spanOf(of.builtFrom).from
    ? broken("datesRise", "builtTo", of.builtTo, { from: of.builtFrom })
    : null;

const sheet: Rule<"sheet"> = (s) => {
  const gearbox = s.gearbox && s.shifterKind ? checkGearbox(s.gearbox, s.shifterKind) : null;
  return gearbox ?? (s.lever && checkLever(s.lever, { gears: [] })) ?? datesRise(s);
};

/** A line hangs on one sheet or one vehicle; it has the facts of its kind; what was decided for is one of its sources. */
const recheck: Rule<"recheck"> = (r) => {
  const byKm = r.everyKm !== null;
  const byTime = r.everyMonths !== null;
  if (byKm && r.fromKm === null) return broken("recheckNeedsWhen", "fromKm", null);
  if (byTime && r.fromDate === null) return broken("recheckNeedsWhen", "fromDate", null);
  return byKm || byTime || r.onDate !== null ? null : broken("recheckNeedsWhen", "everyKm", null);
};

const specLine: Rule<"specLine"> = (l) => {
  if ((l.sheetId === null) === (l.vehicleId === null)) return broken("sheetOrVehicle", "vehicleId", l.vehicleId);
  if (l.overrides && !l.vehicleId) return broken("overrideOfVehicle", "overrides", l.overrides);
  if (l.overrides && !l.reason.trim()) return broken("overrideNeedsReason", "reason", l.reason);
  for (const kind of lineKinds) {
    if ((l[kind] !== null) !== (kind === l.kind)) return broken("factsOfKind", kind, l[kind], { kind: l.kind });
  }
  const ids = l.sources.map((s) => s.id);
  const again = ids.findIndex((id, i) => ids.indexOf(id) !== i);
  if (again >= 0) return broken("twoSources", `sources[${again}].id`, ids[again], { id: ids[again] });
  if (l.decided !== null && !ids.includes(l.decided)) return broken("sourceOfLine", "decided", l.decided);
  return datesRise(l);
};

const shop: Rule<"shop"> = (s) => {
  const knowledge = s.knowledge && checkKnowledge(withChanges(shopStandard, s.knowledge));
  if (knowledge) return knowledge;
  if (!s.grades) return null;
  const { new: fresh, slight, worn, gone } = s.grades;
  for (const [field, more, less] of [
    ["slight", slight, fresh],
    ["worn", worn, slight],
    ["gone", gone, worn],
  ] as const) {
    if (more < less) return broken("gradesRise", `grades.${field}`, more, { least: less });
  }
  return null;
};

/** A tool's question must be one the tool can answer, so that it can be opened and asked again. */
const setting: Rule<"setting"> = (s) => {
  const parsed = settingInputs[s.tool].safeParse(s.input);
  return parsed.success ? null : underPath("input", refusalFromIssues(parsed.error.issues, s.input));
};

/** A job is not closed before it was opened. */
const job: Rule<"job"> = (j) =>
  j.closedAt && j.openedAt && Date.parse(j.closedAt) < Date.parse(j.openedAt)
    ? broken("closedAfterOpened", "closedAt", j.closedAt, { openedAt: j.openedAt })
    : null;

/** Initials sign work: no two people of the shop share them. */
const person: Rule<"person"> = (p, { people }, id) => {
  const same = people.find((o) => o.id !== id && o.initials.toLowerCase() === p.initials.toLowerCase());
  return same ? broken("initialsTaken", "initials", p.initials, { by: same.name }) : null;
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
  sheet,
  specLine,
  recheck,
};

/** A figure and the text it was typed as: wherever in a record the two stand side by side, they must agree. */
function disagreement(value: unknown, path: string): RuleBreak | null {
  if (typeof value !== "object" || value === null) return null;
  const { typed, base } = value as { typed?: unknown; base?: unknown };
  const at = (key: string): string => (path ? `${path}.${key}` : key);
  if (typeof typed === "string" && typeof base === "number" && !typedMeans(typed, base)) {
    return broken("typedAgrees", at("base"), base, { typed });
  }
  const inner: [string, unknown][] = Array.isArray(value)
    ? value.map((v, i) => [`${path}[${i}]`, v])
    : Object.entries(value).map(([key, v]) => [at(key), v]);
  for (const [key, v] of inner) {
    const found = disagreement(v, key);
    if (found) return found;
  }
  return null;
}

/** The first rule, beyond the shape of its fields, that a record breaks; null where it breaks none. */
export function brokenRule<R extends ResourceName>(
  name: R,
  id: string,
  fields: Fields<R>,
  near: Neighbours,
): Offence | null {
  return rules[name]?.(fields, near, id) ?? disagreement(fields, "");
}
