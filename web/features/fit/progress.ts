import type { Signature, TorqueGroup } from "../../../contract";
import { readTorque, torqueSequence, type TorqueStep } from "../../../core";

/** What a group's specification says, and what a reading must lie between. */
export type Spec =
  | { kind: "missing" }
  | { kind: "byHand"; words: string }
  | { kind: "torque"; targetNm: number; minNm: number; maxNm: number; angleDeg: number | null; unit: string };

/** A single value gets the group's tolerance either way; a range is taken as it stands. */
export function specOf(group: Pick<TorqueGroup, "specTyped" | "tolerancePct">): Spec {
  const read = readTorque(group.specTyped);
  if (!read.ok) return { kind: "missing" };
  const { kind, minNm, maxNm, angleDeg, unit } = read.value;
  if (kind !== "torque" || minNm === null || maxNm === null) {
    return { kind: "byHand", words: kind === "snug" ? "snug" : "hand tight" };
  }
  const share = minNm === maxNm ? group.tolerancePct / 100 : 0;
  return {
    kind: "torque",
    targetNm: (minNm + maxNm) / 2,
    minNm: minNm * (1 - share),
    maxNm: maxNm * (1 + share),
    angleDeg,
    unit: unit ?? "N m",
  };
}

export interface Progress {
  order: number[];
  steps: TorqueStep[];
  /** The next bolt to tighten, or null when all are signed. */
  next: TorqueStep | null;
  done: number;
}

/** Passes of a group; a by-hand specification has one pass, without figures. */
export function progressOf(group: TorqueGroup, signatures: readonly Signature[]): Progress {
  const spec = specOf(group);
  const passes =
    spec.kind === "byHand"
      ? [{ name: group.passes[0].name }]
      : group.passes.map((p) => ({ name: p.name, pct: p.pct ?? undefined }));
  const { order, steps } = torqueSequence({
    pattern: group.pattern,
    count: group.count,
    targetNm: spec.kind === "torque" ? spec.targetNm : undefined,
    angleDeg: spec.kind === "torque" ? (spec.angleDeg ?? undefined) : undefined,
    passes,
  });
  const signed = new Set(signatures.filter((s) => s.groupId === group.id).map((s) => `${s.pass}/${s.bolt}`));
  const open = steps.filter((s) => !signed.has(`${s.pass}/${s.bolt}`));
  return { order, steps, next: open[0] ?? null, done: steps.length - open.length };
}

export const isGroupDone = (group: TorqueGroup, signatures: readonly Signature[]): boolean =>
  progressOf(group, signatures).next === null;

/** The last pass of a group: the one that waits for ride height. */
export const isLastPass = (group: TorqueGroup, pass: string): boolean =>
  specOf(group).kind === "byHand" || group.passes[group.passes.length - 1].name === pass;

/** True while a group that is torqued at ride height may not be finished. */
export const waitsForRideHeight = (group: TorqueGroup, pass: string, loadState: string): boolean =>
  group.loadNeeded === "rideHeight" && loadState !== "onWheels" && isLastPass(group, pass);

/** Limits a reading of one step must lie between, N m. */
export function limitsOf(spec: Spec, step: TorqueStep): { minNm: number; maxNm: number } | null {
  if (spec.kind !== "torque" || step.pct === null) return null;
  return { minNm: (spec.minNm * step.pct) / 100, maxNm: (spec.maxNm * step.pct) / 100 };
}
