import { exceeds } from "../quantity";
import { armLengthMm, crossArms, driveSolver, neutralGain, type LeverGeometry } from "../linkage";
import { paretoPlans, type PlanSet, type Replaceable } from "./replacementPlans";

export const jointPlaces = ["pin", "rodEnd", "selectorJoint", "gearbox", "pivot", "carrier", "knob"] as const;
export type JointPlace = (typeof jointPlaces)[number];
export type PlayDirection = "foreAft" | "cross";

export interface SlackJoint {
  id: string;
  name?: string;
  at: JointPlace;
  direction: PlayDirection;
  playMm?: number;
  playDeg?: number;
  armMm?: number;
  newPlayMm?: number;
  newPlayDeg?: number;
  cost?: number;
  minutes: number;
  part?: string;
}

export interface SlackInput {
  gainMmPerMm?: number;
  pinGainMmPerMm?: number;
  crossGainMmPerMm?: number;
  lever?: LeverGeometry;
  joints: SlackJoint[];
  measured: { foreAftMm?: number; crossMm?: number };
  throwMm?: number;
  crossThrowMm?: number;
  targetMm?: number;
  planDirection: PlayDirection;
}

export type SlackFinding = "not_measured" | "joint_missing" | "over_read" | "agrees";

export interface DirectionAnswer {
  worstCaseMm: number;
  rssMm: number;
  measuredMm: number | null;
  unexplainedMm: number | null;
  finding: SlackFinding;
  pctOfThrow: number | null;
}

export interface JointAnswer {
  id: string;
  name: string;
  at: JointPlace;
  direction: PlayDirection;
  playMm: number;
  ratio: number;
  shareMm: number;
  newShareMm: number;
  candidate: boolean;
}

export interface ReplacePlan {
  replace: string[];
  cost: number;
  minutes: number;
  worstCaseMm: number;
}

export interface SlackAnswer {
  joints: JointAnswer[];
  foreAft: DirectionAnswer;
  cross: DirectionAnswer;
  planDirection: PlayDirection;
  plans: ReplacePlan[];
  cheapest: ReplacePlan | null;
  target: { targetMm: number; reached: boolean; leastAttainableMm: number } | null;
}

/** Ratios of play at a joint to play at the knob. */
export interface PlayGains {
  /** Knob per mm at the gearbox end. */
  gearbox: number;
  /** Knob per mm at the pin, rod or cable. */
  pin: number;
  cross: number | null;
  /** Pin and knob lie on one side of the pivot. */
  sameSide: boolean;
}

/** Greatest number of parts to choose among that is searched. */
export const MOST_CANDIDATES = 20;

/** A measured slop may differ from the sum by this much before something is said: mm, and share of the measured. */
const NOTABLE_MM = 0.5;
const NOTABLE_SHARE = 0.2;
/** A plan that reaches the target but for rounding reaches it, mm. */
const REACHED_MM = 1e-9;

/** The ratios, from given gains or from a lever; null where the lever stands at a dead centre. */
export function playGains(
  input: Pick<SlackInput, "gainMmPerMm" | "pinGainMmPerMm" | "crossGainMmPerMm" | "lever">,
): PlayGains | null {
  if (input.gainMmPerMm !== undefined) {
    const gain = input.gainMmPerMm;
    return { gearbox: gain, pin: input.pinGainMmPerMm ?? gain, cross: input.crossGainMmPerMm ?? null, sameSide: false };
  }
  const { lever } = input;
  if (!lever) return null;
  const drive = driveSolver(lever);
  const gain = neutralGain(lever, drive);
  if (gain === null) return null;
  const arms = crossArms(lever);
  const { knob, pin } = lever;
  // For a rocking arm the gain is per radian; its tip moves the arm's length per radian.
  const perMm = lever.drive.kind === "arm" ? 1 / armLengthMm(lever.drive.joint, lever.drive.armPivot) : 1;
  return {
    gearbox: gain * perMm,
    pin: Math.hypot(knob.xMm, knob.zMm) / drive.pinRateMmPerRad,
    cross: input.crossGainMmPerMm ?? (arms.pinArmMm > 0 ? arms.knobArmMm / arms.pinArmMm : null),
    sameSide: knob.xMm * pin.xMm + knob.zMm * pin.zMm > 0,
  };
}

function ratioOf(joint: SlackJoint, gains: PlayGains): number {
  if (joint.at === "knob") return 1;
  const sideways = joint.direction === "cross";
  const pin = sideways ? (gains.cross ?? 0) : gains.pin;
  switch (joint.at) {
    case "pivot":
    case "carrier":
      return gains.sameSide ? Math.abs(pin - 1) : 1 + pin;
    case "gearbox":
      return sideways ? pin : gains.gearbox;
    default:
      return pin;
  }
}

const fromDeg = (deg: number, armMm: number): number => (deg * Math.PI * armMm) / 180;

/**
 * Where the slop comes from and which parts are worth replacing.
 *
 * Each joint's diametral play (mm, or degrees on an arm) shows at the knob times a ratio: the pin's gain at pin and rod
 * ends, the selector's gain inside the gearbox, 1 + pin gain at the pivot or its carrier (the lever turns about the
 * pin), 1 at the knob; sideways with the cross arms. Joints in series add up: the sum is the lost motion to expect,
 * the root of the sum of squares is for information. A measured slop that differs by more than the larger of 0.5 mm
 * and 20 % means a joint is missing from the list or a clearance was over-read. Plans are the sets of parts that bring
 * the least play for their cost, exact for up to 20 parts; joints of one part are replaced together and paid once.
 * Source: worst-case and root-sum-square stack-up, e.g. Shigley's Mechanical Engineering Design.
 * Callers check that gains exist (`playGains`); without them this throws a RangeError.
 */
export function slack(input: SlackInput): SlackAnswer {
  const gains = playGains(input);
  if (!gains) throw new RangeError("gainMmPerMm or lever: neither gives a gain; one is needed");
  const joints = input.joints.map((j): JointAnswer => {
    const arm = j.armMm ?? 0;
    const playMm = j.playMm ?? fromDeg(j.playDeg ?? 0, arm);
    const newPlayMm = j.newPlayMm ?? (j.newPlayDeg === undefined ? 0 : fromDeg(j.newPlayDeg, arm));
    const ratio = ratioOf(j, gains);
    return {
      id: j.id,
      name: j.name ?? j.id,
      at: j.at,
      direction: j.direction,
      playMm,
      ratio,
      shareMm: ratio * playMm,
      newShareMm: ratio * newPlayMm,
      candidate: j.cost !== undefined && newPlayMm < playMm,
    };
  });

  const parts = replaceables(input, joints);
  const plans = paretoPlans(sumOf(joints, input.planDirection, []), parts).map((set) =>
    planOf(set, parts, input, joints),
  );
  const cheapest =
    input.targetMm === undefined
      ? null
      : (plans.find((p) => p.worstCaseMm <= (input.targetMm ?? 0) + REACHED_MM) ?? null);
  return {
    joints,
    foreAft: directionOf(joints, "foreAft", input.measured.foreAftMm, input.throwMm),
    cross: directionOf(joints, "cross", input.measured.crossMm, input.crossThrowMm),
    planDirection: input.planDirection,
    plans,
    cheapest,
    target:
      input.targetMm === undefined
        ? null
        : {
            targetMm: input.targetMm,
            reached: cheapest !== null,
            leastAttainableMm: plans[plans.length - 1].worstCaseMm,
          },
  };
}

/** What can be replaced for less play in the planned direction: single joints, or parts with all their joints. */
export function replaceables(input: SlackInput, joints: readonly JointAnswer[]): Replaceable[] {
  const units = new Map<string, number[]>();
  input.joints.forEach((j, i) => {
    const key = j.part === undefined ? `joint ${i}` : `part ${j.part}`;
    units.set(key, [...(units.get(key) ?? []), i]);
  });
  return [...units.values()]
    .map((members) => {
      const improved = members.filter((i) => joints[i].newShareMm < joints[i].shareMm);
      const planned = improved.filter((i) => joints[i].direction === input.planDirection);
      return {
        members: improved,
        cost: Math.max(...members.map((i) => input.joints[i].cost ?? -Infinity)),
        minutes: Math.max(...members.map((i) => input.joints[i].minutes)),
        saving: planned.reduce((sum, i) => sum + joints[i].shareMm - joints[i].newShareMm, 0),
        candidate: planned.some(
          (i) =>
            joints[i].candidate || (input.joints[i].part !== undefined && members.some((m) => joints[m].candidate)),
        ),
      };
    })
    .filter((u) => u.candidate && u.cost >= 0)
    .map(({ members, cost, minutes, saving }) => ({ members, cost, minutes, saving }));
}

function planOf(
  set: PlanSet,
  parts: readonly Replaceable[],
  input: SlackInput,
  joints: readonly JointAnswer[],
): ReplacePlan {
  const replaced = set.picks.flatMap((p) => parts[p].members).sort((a, b) => a - b);
  return {
    replace: replaced.map((i) => joints[i].id),
    cost: set.cost,
    minutes: set.minutes,
    worstCaseMm: sumOf(joints, input.planDirection, replaced),
  };
}

/** Lost motion at the knob in one direction when some joints are new; summed in input order. */
function sumOf(joints: readonly JointAnswer[], direction: PlayDirection, replaced: readonly number[]): number {
  const isNew = new Set(replaced);
  return joints.reduce((sum, j, i) => {
    if (j.direction !== direction) return sum;
    return sum + (isNew.has(i) ? j.newShareMm : j.shareMm);
  }, 0);
}

function directionOf(
  joints: readonly JointAnswer[],
  direction: PlayDirection,
  measuredMm: number | undefined,
  throwMm: number | undefined,
): DirectionAnswer {
  const worstCaseMm = sumOf(joints, direction, []);
  const squares = joints.reduce((sum, j) => (j.direction === direction ? sum + j.shareMm ** 2 : sum), 0);
  const unexplainedMm = measuredMm === undefined ? null : measuredMm - worstCaseMm;
  const notable = Math.max(NOTABLE_MM, NOTABLE_SHARE * (measuredMm ?? 0));
  const finding: SlackFinding =
    unexplainedMm === null
      ? "not_measured"
      : exceeds(unexplainedMm, notable)
        ? "joint_missing"
        : exceeds(-unexplainedMm, notable)
          ? "over_read"
          : "agrees";
  return {
    worstCaseMm,
    rssMm: Math.sqrt(squares),
    measuredMm: measuredMm ?? null,
    unexplainedMm,
    finding,
    pctOfThrow: throwMm === undefined ? null : (100 * worstCaseMm) / throwMm,
  };
}
