import { refusal, underPath, type Refusal } from "../../contract";
import type { Judged, LoadGate } from "../torque";

/** Every rule a record can break, with the values its words are made of. */
export interface RuleValues {
  gearTwice: object;
  odometerRunsBack: { km: number; date: string };
  readingADay: object;
  otherKind: { kind: string; typed: string; why: string };
  gearOfThrow: object;
  otherGear: object;
  specNeeded: object;
  groupOfJob: object;
  boltOfGroup: { count: number };
  passOfGroup: { passes: readonly string[] };
  rideHeight: { group: string; gate: LoadGate };
  wrenchNeeded: object;
  outsideNeedsOutcome: Judged & { typed: string };
  acceptedNeedsReason: object;
  gradesRise: { least: number };
  closedAfterOpened: { openedAt: string };
  initialsTaken: { by: string };
  typedAgrees: { typed: string };
  sheetOrVehicle: object;
  overrideOfVehicle: object;
  overrideNeedsReason: object;
  factsOfKind: { kind: string };
  sourceOfLine: object;
  twoSources: { id: string };
  datesRise: { from: string };
  recheckNeedsWhen: object;
  secondNeeded: { group: string };
  valueFirst: { group: string };
  otherPerson: object;
}

export type RuleName = keyof RuleValues;

/** A broken rule as data: which, in which field, what was given. */
export type RuleBreak = {
  [R in RuleName]: { rule: R; field: string; got: unknown; values: RuleValues[R] };
}[RuleName];

interface Words<V> {
  accepts: (values: V) => string;
  /** Said in place of the plain "field: got this; accepted: that". */
  says?: (values: V) => string;
}

const GATE_SAYS: Record<LoadGate, string> = {
  notSaid: "nobody has said what the vehicle is on",
  notOnWheels: "the vehicle is not on its wheels",
};

const WORDS: { [R in RuleName]: Words<RuleValues[R]> } = {
  gearTwice: { accepts: () => "a gear not named before" },
  odometerRunsBack: { accepts: ({ km, date }) => `not under ${km} km of ${date}` },
  readingADay: { accepts: () => "one reading a day" },
  otherKind: { accepts: ({ kind }) => `a ${kind}`, says: ({ typed, why }) => `${typed}: ${why}` },
  gearOfThrow: { accepts: () => "the gear the tape was held at" },
  otherGear: { accepts: () => "another gear than the first" },
  specNeeded: { accepts: () => "the value as the document gives it" },
  groupOfJob: { accepts: () => "a torque group of this job" },
  boltOfGroup: { accepts: ({ count }) => `a bolt from 1 to ${count}` },
  passOfGroup: { accepts: ({ passes }) => passes.join(", ") },
  rideHeight: {
    accepts: () => "the vehicle on its wheels, or a reason for torquing before that",
    says: ({ group, gate }) => `${group} is torqued at ride height: ${GATE_SAYS[gate]}`,
  },
  wrenchNeeded: { accepts: () => "what the wrench read, or what it was set to when it clicked" },
  outsideNeedsOutcome: {
    accepts: () => '"redo", "replaced", or "accepted" with a reason',
    says: ({ typed, of, judgement, min, max }) =>
      `${typed} is ${judgement} the limits of this pass, ${min.toFixed(1)} to ${max.toFixed(1)}${of === "torque" ? " N m" : "°"}`,
  },
  acceptedNeedsReason: { accepts: () => "a reason for accepting it" },
  gradesRise: { accepts: ({ least }) => `${least} mm or more, as the grade before it` },
  closedAfterOpened: { accepts: ({ openedAt }) => `a time from ${openedAt} on, when it was opened` },
  initialsTaken: { accepts: ({ by }) => `initials nobody else has: ${by} signs so` },
  typedAgrees: { accepts: ({ typed }) => `the value of "${typed}" in its base unit` },
  sheetOrVehicle: { accepts: () => "either a sheet or a vehicle" },
  overrideOfVehicle: { accepts: () => "nothing on a sheet: only a vehicle overrides" },
  overrideNeedsReason: { accepts: () => "a reason for overriding the sheet" },
  factsOfKind: { accepts: ({ kind }) => `what belongs to a ${kind}, and nothing of another kind` },
  sourceOfLine: { accepts: () => "one of its sources" },
  twoSources: { accepts: ({ id }) => `an id no other source has: ${id} is there twice` },
  datesRise: { accepts: ({ from }) => `${from} or later` },
  recheckNeedsWhen: {
    accepts: () => "a distance, a number of months or a day; a distance with the odometer it begins at",
  },
  valueFirst: {
    accepts: () => "a signature once the group has its value",
    says: ({ group }) => `${group} holds the vehicle: find its value before it is signed`,
  },
  secondNeeded: {
    accepts: () => "a second person",
    says: ({ group }) => `${group} is signed by two people`,
  },
  otherPerson: { accepts: () => "another person than the first" },
};

export const broken = <R extends RuleName>(
  rule: R,
  field: string,
  got: unknown,
  ...[values]: object extends RuleValues[R] ? [values?: RuleValues[R]] : [values: RuleValues[R]]
): RuleBreak => ({ rule, field, got, values: values ?? {} }) as RuleBreak;

/** The refusal that tells a broken rule, or what a shape's own check found, of a record at `path` of a request. */
export function ruleRefusal(offence: RuleBreak | Refusal, path: string): Refusal {
  if ("error" in offence) return underPath(path, offence);
  const words = WORDS[offence.rule] as Words<object>;
  const { field, got, values } = offence;
  return underPath(path, refusal("invalid_input", field, got, words.accepts(values), words.says?.(values)));
}
