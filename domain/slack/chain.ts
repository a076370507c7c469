import type { Job, Joint, JobView, NewFields, Setup, Sheet, Shop } from "../../contract";
import { slack, type JointPlace, type PlayDirection, type SlackAnswer } from "../../core";
import { throwOfOld, type ThrowFrom } from "../lever";
import { findReading, mainPair, resultOf } from "../readings";

export const PLACE_WORDS: Record<JointPlace, string> = {
  knob: "knob on its thread",
  pivot: "pivot",
  carrier: "carrier",
  pin: "pin",
  rodEnd: "rod or cable end",
  selectorJoint: "selector joint",
  gearbox: "inside the gearbox",
};

export const DIRECTION_WORDS: Record<PlayDirection, string> = { foreAft: "fore and aft", cross: "sideways" };

export type Grades = NonNullable<Shop["grades"]>;
export type Grade = keyof Grades;

/** Play by how a joint feels, mm, until the shop sets its own; common practice, no source. */
export const USUAL_GRADES: Grades = { new: 0.05, slight: 0.2, worn: 0.5, gone: 1.2 };

export const GRADE_NAMES: Record<Grade, string> = { new: "as new", slight: "slight", worn: "worn", gone: "gone" };

const at = (name: string, place: JointPlace, grade: Grade, minutes: number) => ({ name, at: place, grade, minutes });

/** The joints between knob and gearbox of each kind of shifter, in the order of the drawing; a start, to be corrected. */
export const STANDARD_CHAINS = {
  direct: [
    at("Knob thread", "knob", "new", 5),
    at("Pivot cup", "pivot", "slight", 40),
    at("Carrier bush", "carrier", "slight", 30),
    at("Pin bush", "pin", "worn", 30),
    at("Selector joint", "selectorJoint", "worn", 60),
  ],
  rod: [
    at("Knob thread", "knob", "new", 5),
    at("Pivot cup", "pivot", "slight", 40),
    at("Carrier bush", "carrier", "worn", 30),
    at("Pin bush", "pin", "slight", 30),
    at("Rod end at the joint", "rodEnd", "slight", 20),
    at("Selector joint", "selectorJoint", "worn", 60),
  ],
  arm: [
    at("Knob thread", "knob", "new", 5),
    at("Shifter pivot bush", "pivot", "slight", 40),
    at("Rod end at the shifter", "rodEnd", "worn", 15),
    at("Rod end at the arm", "selectorJoint", "worn", 15),
  ],
  cable: [
    at("Knob thread", "knob", "new", 5),
    at("Pivot cup", "pivot", "slight", 45),
    at("Cable-end bush at the lever", "rodEnd", "worn", 25),
    at("Cable-end bush at the gearbox", "selectorJoint", "worn", 25),
    at("Bell-crank bush", "pin", "slight", 30),
  ],
} as const;

/** Standard joints as new records, fore and aft. */
export const standardJoints = (view: JobView, grades: Grades): NewFields<"joint">[] =>
  STANDARD_CHAINS[view.vehicle.shifterKind].map((j, i) => ({
    jobId: view.job.id,
    name: j.name,
    at: j.at,
    play: { typed: `${grades[j.grade]} mm`, base: grades[j.grade] },
    origin: "estimated" as const,
    newPlay: { typed: `${grades.new} mm`, base: grades.new },
    minutes: j.minutes,
    position: i + 1,
  }));

/** What a sheet keeps of a job's joints: how they are built, not how worn this vehicle's were. */
export const chainFrom = (joints: readonly Joint[]): NonNullable<Sheet["chain"]> =>
  [...joints]
    .sort((a, b) => a.position - b.position)
    .slice(0, 40)
    .map((j) => ({ name: j.name, at: j.at, direction: j.direction, newPlayMm: j.newPlay?.base ?? null, part: j.part }));

/** The sheet's joints as new records; how worn each is remains to be measured, a slight wear is estimated. */
export const sheetJoints = (
  view: Pick<JobView, "job">,
  chain: NonNullable<Sheet["chain"]>,
  grades: Grades,
): NewFields<"joint">[] =>
  chain.map((j, i) => ({
    jobId: view.job.id,
    name: j.name,
    at: j.at,
    direction: j.direction,
    part: j.part,
    play: { typed: `${grades.slight} mm`, base: grades.slight },
    origin: "estimated" as const,
    newPlay: j.newPlayMm === null ? null : { typed: `${j.newPlayMm} mm`, base: j.newPlayMm },
    position: i + 1,
  }));

export interface ChainContext {
  joints: Joint[];
  /** Lever whose ratios count: the chosen one, or the old. */
  lever: Setup | null;
  direction: PlayDirection;
  measuredMm: number | null;
  throwMm: number | null;
  /** Where the throw is known from; null where it is not known. */
  throwFrom: ThrowFrom | null;
  targetMm: number | null;
}

/** What the slop of one direction is measured against. */
export function contextOf(view: JobView, direction: PlayDirection, lever: Setup | null): ChainContext {
  const quantity = direction === "foreAft" ? ("freePlayForeAft" as const) : ("freePlayCross" as const);
  const play = findReading(view.reading, { quantity, fromGear: "", toGear: "" }, "before");
  const pair = mainPair(view.vehicle.gearbox);
  const known = throwOfOld(view, pair);
  const throwMm = known?.mm ?? null;
  return {
    joints: view.joint,
    lever,
    direction,
    measuredMm: play ? resultOf(play).mean : null,
    throwMm,
    throwFrom: known?.from ?? null,
    targetMm: targetOf(view.job, throwMm),
  };
}

/** What the play shall come down to, mm at the knob: as a length, or as a part of the throw. */
export const targetOf = (job: Pick<Job, "slackTarget" | "slackTargetPct">, throwMm: number | null): number | null =>
  job.slackTarget?.base ??
  (job.slackTargetPct !== null && throwMm !== null ? (job.slackTargetPct / 100) * throwMm : null);

/** Gain where no lever is on the bench yet: five to one, a usual lever. Common practice, no source. */
export const USUAL_GAIN = 5;

export function solveChain(c: ChainContext, joints: readonly Joint[] = c.joints): SlackAnswer | null {
  if (!joints.length) return null;
  return slack({
    ...(c.lever ? { lever: c.lever.lever } : { gainMmPerMm: USUAL_GAIN, crossGainMmPerMm: USUAL_GAIN }),
    joints: joints.map((j) => ({
      id: j.id,
      name: j.name,
      at: j.at,
      direction: j.direction,
      playMm: j.play.base,
      newPlayMm: j.newPlay?.base ?? 0,
      cost: j.cost ?? undefined,
      minutes: j.minutes,
      part: j.part || undefined,
    })),
    measured: {
      foreAftMm: c.direction === "foreAft" ? (c.measuredMm ?? undefined) : undefined,
      crossMm: c.direction === "cross" ? (c.measuredMm ?? undefined) : undefined,
    },
    throwMm: c.throwMm ?? undefined,
    targetMm: c.targetMm ?? undefined,
    planDirection: c.direction,
  });
}

/** Sum at the knob with the joints that are switched to new counted as new. */
export const triedSum = (answer: SlackAnswer, joints: readonly Joint[], direction: PlayDirection): number => {
  const fresh = new Set(joints.filter((j) => j.tryNew).map((j) => j.id));
  return answer.joints
    .filter((j) => j.direction === direction)
    .reduce((sum, j) => sum + (fresh.has(j.id) ? j.newShareMm : j.shareMm), 0);
};

/** Names of joints in a sentence. */
export const namesOf = (ids: readonly string[], joints: readonly Joint[]): string =>
  ids.map((id) => joints.find((j) => j.id === id)?.name ?? id).join(", ") || "nothing";
