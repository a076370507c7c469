import type { Signature, TorqueGroup } from "../../contract";
import { TORQUE_FACTORS } from "../../core";
import { readSpecText, type SpecStage } from "./specText";

/**
 * What a reading must be within, N m, and who says so: the document, the shop's own tolerance, or the program, which
 * takes of the document's limits the share that a pass before the last one has of its torque.
 */
export interface Limits {
  minNm: number;
  maxNm: number;
  by: "document" | "shop" | "share";
}

/** What an angle that was counted must be within, by the shop's tolerance. */
export interface TurnLimits {
  minDeg: number;
  maxDeg: number;
}

/** What a group's specification says. */
export type Spec =
  | { kind: "missing" }
  | { kind: "byHand"; words: string; anglesDeg: number[] }
  | { kind: "torque"; targetNm: number; limits: Limits; stages: number; anglesDeg: number[]; unit: string };

/** One pass over all bolts of a group: by hand, to a torque, or a further angle. */
export interface Pass {
  name: string;
  pct: number | null;
  targetNm: number | null;
  limits: Limits | null;
  angleDeg: number | null;
  turn: TurnLimits | null;
}

type Group = Pick<TorqueGroup, "specTyped" | "tolerancePct" | "passes"> &
  Partial<Pick<TorqueGroup, "check" | "threadLocker" | "reuse" | "prevailing">>;

const CHECK_NAMES = { tighten: "check, tightening", loosen: "check, loosening" } as const;

/**
 * The band of one stage. A range or a deviation is the document's; a single value gets the shop's tolerance either
 * way; of a maximum the wrench is set that tolerance below it, and twice it is the lowest that will do. What a
 * self-locking nut takes before it clamps comes on top: the wrench feels both.
 */
function bandOf(stage: SpecStage, group: Pick<TorqueGroup, "tolerancePct"> & Prevailing): Band {
  const { targetNm, limits } = bandOfStage(stage, group.tolerancePct / 100);
  const more = group.prevailing?.base ?? 0;
  return { targetNm: targetNm + more, limits: { ...limits, minNm: limits.minNm + more, maxNm: limits.maxNm + more } };
}

type Band = { targetNm: number; limits: Limits };
type Prevailing = Partial<Pick<TorqueGroup, "prevailing">>;

function bandOfStage(stage: SpecStage, part: number): Band {
  const { minNm, maxNm, given } = stage;
  switch (given) {
    case "range":
      return { targetNm: (minNm + maxNm) / 2, limits: { minNm, maxNm, by: "document" } };
    case "maximum":
      return { targetNm: maxNm * (1 - part), limits: { minNm: maxNm * (1 - 2 * part), maxNm, by: "shop" } };
    case "value":
      return { targetNm: minNm, limits: { minNm: minNm * (1 - part), maxNm: maxNm * (1 + part), by: "shop" } };
  }
}

export function specOf(group: Pick<TorqueGroup, "specTyped" | "tolerancePct"> & Prevailing): Spec {
  const read = readSpecText(group.specTyped);
  if (!read.ok) return { kind: "missing" };
  if (read.value.kind === "byHand") return { ...read.value };
  const { stages, anglesDeg, unit } = read.value;
  const last = bandOf(stages[stages.length - 1], group);
  return { kind: "torque", ...last, stages: stages.length, anglesDeg, unit };
}

const none = { pct: null, targetNm: null, limits: null, angleDeg: null, turn: null };

/** "angle 60°", numbered where there are several. */
const angleName = (deg: number, i: number, of: number): string =>
  of > 1 ? `angle ${i + 1}: ${deg}°` : `angle ${deg}°`;

/**
 * The passes of a group, in order. A specification by hand has one, without figures. A percentage is of the last
 * torque and has limits of its own, in proportion; a specification of several stages goes from stage to stage
 * instead. Angles are passes of their own: all bolts at torque first, then each further round.
 */
export function passesOf(group: Group): Pass[] {
  const read = readSpecText(group.specTyped);
  const named = group.passes.map((p): Pass => ({ ...none, name: p.name, pct: p.pct }));
  if (!read.ok) return named;
  const { anglesDeg } = read.value;
  const part = group.tolerancePct / 100;
  const further = anglesDeg.map((deg, i): Pass => ({
    ...none,
    name: angleName(deg, i, anglesDeg.length),
    angleDeg: deg,
    turn: { minDeg: deg * (1 - part), maxDeg: deg * (1 + part) },
  }));
  if (read.value.kind === "byHand") return [{ ...none, name: group.passes[0].name }, ...further];
  const { stages } = read.value;
  const bands = stages.map((s) => bandOf(s, group));
  const last = bands[bands.length - 1];
  // A share is one of the specification; what a self-locking nut takes, it takes whole in every pass.
  const { targetNm, limits } = bandOfStage(stages[stages.length - 1], part);
  const more = group.prevailing?.base ?? 0;
  const toTorque =
    stages.length > 1
      ? [
          ...named.filter((p) => p.pct === null),
          ...bands.map((b, i): Pass => ({ ...none, name: `stage ${i + 1}`, pct: 100, ...b })),
        ]
      : named.map((p): Pass => {
          if (p.pct === null) return p;
          const share = p.pct / 100;
          const by = share < 1 && limits.by === "document" ? "share" : limits.by;
          const own = { minNm: limits.minNm * share + more, maxNm: limits.maxNm * share + more, by } as const;
          return { ...p, targetNm: targetNm * share + more, limits: own };
        });
  return [...toTorque, ...further, ...checkPass(group, last)];
}

/**
 * The check after the last pass, in the direction the document gives. Tightening, the wrench must reach the torque
 * without the fastener going over it. Loosening, the figure at which it breaks free is only noted: no limit is
 * known for it. What was tightened by angle, is held by a thread locker or is never used again is not turned for a
 * check at all.
 */
function checkPass(group: Group, last: { targetNm: number; limits: Limits }): Pass[] {
  const read = readSpecText(group.specTyped);
  const byAngle = read.ok && read.value.kind === "torque" && read.value.anglesDeg.length > 0;
  const check = group.check ?? "none";
  if (check === "none" || byAngle || group.threadLocker || group.reuse === "replace") return [];
  const name = CHECK_NAMES[check];
  return [check === "tighten" ? { ...none, name, ...last } : { ...none, name }];
}

export type Judgement = "inside" | "under" | "over";

/** At a limit is inside: figures typed in one unit and compared in another differ in their last places. */
const AT_LIMIT = 1e-6;

/** What a reading is against the limits of its own pass; null where the pass has none. */
export function judgeReading(limits: Limits | null, readingNm: number): Judgement | null {
  return limits && judged(readingNm, limits.minNm, limits.maxNm);
}

const judged = (value: number, min: number, max: number, off = AT_LIMIT * Math.max(1, max)): Judgement =>
  value < min - off ? "under" : value > max + off ? "over" : "inside";

/** What was done at a bolt against the limits of its pass. Torques in N m, angles in degrees. */
export interface Judged {
  of: "torque" | "angle";
  judgement: Judgement;
  value: number;
  min: number;
  max: number;
}

/**
 * What was read, clicked or turned at a bolt, against its pass. Null by hand, and where the pass has no limits. A
 * wrench that clicked was set to a figure as the shop writes it: half its last place is no fault of the bolt.
 */
export function judgeSigned(
  pass: Pick<Pass, "limits" | "turn">,
  signed: Pick<Signature, "reading" | "setTo"> & Partial<Pick<Signature, "turnedDeg">>,
): Judged | null {
  const { limits, turn } = pass;
  if (turn) {
    const value = signed.turnedDeg ?? null;
    if (value === null) return null;
    const [min, max] = [turn.minDeg, turn.maxDeg];
    return { of: "angle", judgement: judged(value, min, max), value, min, max };
  }
  const wrench = signed.reading ?? signed.setTo;
  if (!limits || !wrench) return null;
  const { minNm: min, maxNm: max } = limits;
  const off = signed.reading ? undefined : CLICK_ROUNDED_NM;
  return { of: "torque", judgement: judged(wrench.base, min, max, off), value: wrench.base, min, max };
}

/** Half the last place of the coarser of the units a wrench is set in, a tenth of a pound-foot. */
const CLICK_ROUNDED_NM = TORQUE_FACTORS["lbf ft"] / 20;
