import type { Signature, TorqueGroup } from "../../contract";
import { torqueSequence } from "../../core";
import { judgeSigned, passesOf, type Pass } from "./passes";

/** One bolt in one pass. */
export type Step = Pass & { bolt: number };

export interface Progress {
  /** Bolts in the order of tightening. */
  order: number[];
  passes: Pass[];
  steps: Step[];
  /** Those of them that are not signed yet. */
  open: Step[];
  /** The next bolt to tighten, or null when all are signed. */
  next: Step | null;
  done: number;
}

type Signed = Pick<Signature, "groupId" | "bolt" | "pass" | "outcome" | "at">;

type SignedAt = Signed & Pick<Signature, "reading" | "setTo">;

/**
 * The signatures of a group that count: of a bolt that was loosened to be done again none of that pull does, and of
 * one whose fastener was replaced nothing before that.
 */
export function countsOf<S extends Signed>(group: Pick<TorqueGroup, "id">, signatures: readonly S[]): S[] {
  const own = signatures.filter((s) => s.groupId === group.id);
  const replacedAt = new Map<number, string>();
  for (const s of own) {
    if (s.outcome !== "replaced") continue;
    const before = replacedAt.get(s.bolt) ?? "";
    if ((s.at ?? "") >= before) replacedAt.set(s.bolt, s.at ?? "");
  }
  return own.filter(
    (s) =>
      (s.outcome === "held" || s.outcome === "accepted") &&
      !(replacedAt.has(s.bolt) && (s.at ?? "") <= (replacedAt.get(s.bolt) ?? "")),
  );
}

/** How far a group has come: its passes over its bolts, in the order of tightening. */
export function progressOf(group: TorqueGroup, signatures: readonly SignedAt[]): Progress {
  const passes = passesOf(group);
  const { order } = torqueSequence({ pattern: group.pattern, count: group.count, passes: [{ name: "order" }] });
  const steps = passes.flatMap((pass) => order.map((bolt): Step => ({ ...pass, bolt })));
  // By hand is not enough once a value is known: those bolts are pulled to it.
  const measured = new Set(passes.flatMap((p) => (p.limits ? [p.name] : [])));
  const signed = new Set(
    countsOf(group, signatures)
      .filter((s) => !measured.has(s.pass) || s.reading !== null || s.setTo !== null)
      .map((s) => `${s.pass}/${s.bolt}`),
  );
  const open = steps.filter((s) => !signed.has(`${s.name}/${s.bolt}`));
  return { order, passes, steps, open, next: open[0] ?? null, done: steps.length - open.length };
}

/** Signatures that have no place left in a group as it is now: their bolt or their pass is gone. */
export function strandedSignatures<S extends { bolt: number; pass: string }>(
  group: Pick<TorqueGroup, "count" | "passes" | "specTyped" | "tolerancePct">,
  signatures: readonly S[],
): S[] {
  const names = new Set(passesOf(group).map((p) => p.name));
  return signatures.filter((s) => s.bolt > group.count || !names.has(s.pass));
}

/** Whether the torque or the angle was outside the limits of its pass, whatever was done about it. */
export function wasOutside(
  group: Pick<TorqueGroup, "passes" | "specTyped" | "tolerancePct">,
  signature: Pick<Signature, "pass" | "reading" | "setTo" | "turnedDeg">,
): boolean {
  const pass = passesOf(group).find((p) => p.name === signature.pass);
  const judged = pass && judgeSigned(pass, signature);
  return Boolean(judged && judged.judgement !== "inside");
}

export const isGroupDone = (group: TorqueGroup, signatures: readonly SignedAt[]): boolean =>
  progressOf(group, signatures).next === null;
