import {
  isRefusal,
  type JobView,
  type MountRoomState,
  type Operation,
  type Refusal,
  type RoomUnit,
} from "../../contract";
import {
  formatNumber,
  type DrivelineAnswer,
  type MountCompareAnswer,
  type MountSagAnswer,
  type QuantityKind,
} from "../../core";
import { nextPosition } from "../job/positions";
import {
  SAG_WARN_MM,
  changeOf,
  describeSet,
  hasSolid,
  heightsOf,
  isEntered,
  JOINT_LIMIT_DEG,
  jointAngles,
  jointDoubts,
  againstLimit,
  measuredUnit,
  sagOf,
  shaftsKnown,
  shaftsOf,
  shaftTrouble,
  SOLID_SAYS,
  type AgainstLimit,
  type Height,
  type Replaced,
} from "./room";

export type MountSet = MountRoomState["sets"][number];

/** Less height lost than this, mm, is a tape's error and no sag: common practice, no source. */
const SAG_SEEN_MM = 0.5;

/** The most two joint angles may differ, degrees. Common practice, no source. */
const APART_LIMIT_DEG = 1;

/** One scale of before and after. */
export interface GaugeReading {
  name: string;
  /** What it is held against, in words. */
  limit: string;
  unit: string;
  digits: number;
  before: number | null;
  after: number | null;
  /** Over this it is hatched. */
  most?: number;
  origin: "measured" | "calculated" | "estimated";
}

/** How the unit stands now, and how it would on a set of mounts. */
export interface Outlook {
  heights: Height[];
  /** Mounts that would stand as high as new ones. */
  fresh: ReadonlySet<string>;
  now: MountSagAnswer | null;
  then: MountSagAnswer | null;
  shaftsNow: DrivelineAnswer | null;
  shaftsThen: DrivelineAnswer | null;
  /** Why the shafts have no room as the figures stand. */
  noRoom: string | null;
  /** Joints as they are now: the angle measured where one was, else the calculated one. */
  joints: { deg: number; expandedDeg: number; measured: boolean; kind: "cardan" | "cv" | "flexible" }[];
  /** What was measured on this visit and counts before what was entered. */
  replaced: Replaced[];
  /** Whether the shafts' angles, and the unit's own figures, were entered or measured. */
  shaftsKnown: boolean;
  unitKnown: boolean;
  /** The mount that lost the most height. */
  worst: Height | null;
  compared: MountCompareAnswer | null;
  own: MountCompareAnswer["sets"][number] | null;
}

/** What the room makes of the heights taken and of one set; `set` null looks at the mounts as they came, new. */
export function outlookOf(
  view: JobView,
  entered: RoomUnit,
  set: MountSet | null,
  setName: string,
  answer: MountCompareAnswer | Refusal | null,
): Outlook {
  const { unit, replaced } = measuredUnit(view, entered);
  const heights = heightsOf(view, unit);
  // A mount that is replaced by anything is as high as a new one; with the original mounts new, all are.
  const fresh = new Set(set ? Object.keys(set.changes) : unit.mounts.map((m) => m.name));
  const now = sagOf(unit, heights, new Set());
  const then = now && sagOf(unit, heights, fresh);
  const compared = answer && !isRefusal(answer) ? answer : null;
  const shaftsNow = shaftsOf(unit, null, null);
  const gauged = jointAngles(view, unit);
  const doubts = jointDoubts(view, unit);
  return {
    heights,
    fresh,
    now,
    then,
    joints: (shaftsNow?.joints ?? []).map((j, i) => ({
      deg: gauged[i] ?? j.angleDeg,
      expandedDeg: doubts[i] ?? 0,
      measured: gauged[i] !== null && gauged[i] !== undefined,
      kind: j.kind,
    })),
    replaced,
    shaftsKnown: shaftsKnown(view, unit),
    unitKnown: isEntered(unit, "massKg") && isEntered(unit, "mounts"),
    shaftsNow,
    shaftsThen: shaftsOf(unit, now, then),
    noRoom: shaftTrouble(unit, null, null) ?? shaftTrouble(unit, now, then),
    worst: heights.reduce<Height | null>((a, b) => ((b.sagMm ?? 0) > (a?.sagMm ?? 0) ? b : a), null),
    compared,
    own: compared?.sets.find((s) => s.name === setName) ?? null,
  };
}

/** What a joint's angle is against its limit, as it stands in the sentence. */
const BENT: Record<AgainstLimit, string> = {
  within: "",
  over: ", over its limit",
  either: ", at its limit: the gauge cannot tell whether over it or under",
};

/** Figures in the shop's own units. */
interface ShopUnits {
  show: (base: number, kind: QuantityKind) => string;
  bare: (base: number, kind: QuantityKind) => string;
  label: (kind: QuantityKind) => string;
  value: (base: number, kind: QuantityKind) => number;
  digits: (kind: QuantityKind) => number;
}

/** The room's answer in words; empty while there is nothing to say. */
export function sentenceOf(o: Outlook, set: MountSet | null, units: ShopUnits): string {
  const { worst, own } = o;
  const sagged = worst?.sagMm != null && worst.sagMm > SAG_SEEN_MM ? { ...worst, sagMm: worst.sagMm } : null;
  const [joint] = o.joints;
  const jointThen = o.shaftsThen?.joints[0];
  const bent =
    joint?.kind === "cardan" ? againstLimit(joint.deg, JOINT_LIMIT_DEG, joint.expandedDeg) : ("within" as const);
  const sagIs = sagged?.measured ? againstLimit(sagged.sagMm, SAG_WARN_MM, sagged.measured.expandedMm) : "within";
  const lost = sagged && units.show(sagged.sagMm, "length");
  const fresh = sagged?.mount.nominalMm == null ? "" : units.show(sagged.mount.nominalMm, "length");
  return [
    sagged && isEntered(sagged.mount, "nominalMm")
      ? `The ${sagged.mount.name} has lost ${lost} and tilts the unit by ${formatNumber(o.now?.tiltDeg ?? 0, 1)}°.`
      : "",
    sagged && sagIs === "either"
      ? `Whether it is worn cannot be told yet, with ${units.show(SAG_WARN_MM, "length")} as the limit: it is read to ±${units.bare(sagged.measured?.expandedMm ?? 0, "length")}. Measure it again, several times.`
      : "",
    sagged && !isEntered(sagged.mount, "nominalMm")
      ? `The ${sagged.mount.name} is ${lost} lower than a typical new one of ${fresh}: enter its own height when new.`
      : "",
    joint && jointThen && sagged && o.shaftsKnown
      ? `Joint 1 is at ${formatNumber(joint.deg, 1)}°${joint.measured ? " by the angle gauge" : ""}${BENT[bent]}; at new height it is ${formatNumber(jointThen.angleDeg, 1)}°.`
      : "",
    ...o.replaced.map(
      (r) =>
        `The ${r.name} was measured at ${formatNumber(r.measuredDeg, 2)}°; the ${formatNumber(r.otherDeg, 2)}° entered is not used.`,
    ),
    joint && !o.shaftsKnown ? "The joint angles are typical, not measured." : "",
    own && set
      ? `The shifter moves ${units.show(own.shifter.totalMm, "length")}, was ${units.bare(o.compared?.sets[0].shifter.totalMm ?? 0, "length")}${hasSolid(set.changes) ? `. ${SOLID_SAYS}` : `; idle ${formatNumber(Math.abs(own.idle.againstReferenceDb), 1)} dB ${own.idle.againstReferenceDb >= 0 ? "louder" : "quieter"}.`}`
      : "",
  ]
    .filter(Boolean)
    .join(" ");
}

/** Whether a figure of the answer is a typical one that nobody entered for this vehicle. */
export function isTypical(o: Outlook, set: MountSet | null): boolean {
  const sagTypical = o.worst?.sagMm != null && o.worst.sagMm > SAG_SEEN_MM && !isEntered(o.worst.mount, "nominalMm");
  return sagTypical || (set !== null && !o.unitKnown);
}

/** The scales under the drawings: before and after, against their limits. */
export function gaugesOf(o: Outlook, unit: RoomUnit, set: MountSet | null, units: ShopUnits): GaugeReading[] {
  const { worst, own, shaftsNow, shaftsThen } = o;
  const ofUnit = o.unitKnown ? ("calculated" as const) : ("estimated" as const);
  const ofShafts = o.shaftsKnown ? ("calculated" as const) : ("estimated" as const);
  const length = (mm: number | null | undefined): number | null => (mm == null ? null : units.value(mm, "length"));
  const inLength = { unit: units.label("length"), digits: units.digits("length") };
  const apart = (line: DrivelineAnswer | null): number | null =>
    line ? Math.abs(line.joints[0].angleDeg - line.joints[1].angleDeg) : null;
  return [
    {
      name: worst ? `Height lost, ${worst.mount.name}` : "Height lost",
      limit: `warn at ${units.bare(SAG_WARN_MM, "length")}`,
      ...inLength,
      before: length(worst?.sagMm),
      after: worst && o.fresh.has(worst.mount.name) ? 0 : length(worst?.sagMm),
      most: units.value(SAG_WARN_MM, "length"),
      origin: !worst || isEntered(worst.mount, "nominalMm") ? "measured" : "estimated",
    },
    ...(o.joints.slice(0, 2).map((j, i): GaugeReading => ({
      name: `Joint ${i + 1}`,
      limit: `limit ${formatNumber(JOINT_LIMIT_DEG, 1)}`,
      unit: "°",
      digits: 2,
      before: j.deg,
      after: shaftsThen?.joints[i].angleDeg ?? null,
      most: JOINT_LIMIT_DEG,
      origin: j.measured ? "measured" : ofShafts,
    })) ?? []),
    ...(shaftsNow?.joints.length === 2
      ? [
          {
            name: "Between the joints",
            limit: `limit ${formatNumber(APART_LIMIT_DEG, 1)}`,
            unit: "°",
            digits: 2,
            before: apart(shaftsNow),
            after: apart(shaftsThen),
            most: APART_LIMIT_DEG,
            origin: ofShafts,
          },
        ]
      : []),
    {
      name: "Shifter moves",
      limit: "first gear",
      ...inLength,
      before: length(o.compared?.sets[0].shifter.totalMm),
      after: length(own?.shifter.totalMm),
      origin: ofUnit,
    },
    {
      name: "Noise at idle",
      limit: `limit +${formatNumber(unit.noiseLimitDb, 0)}${isEntered(unit, "noiseLimitDb") ? "" : ", typical"}`,
      unit: "dB",
      digits: 1,
      before: 0,
      // Of a solid mount there is no figure.
      after: set && hasSolid(set.changes) ? null : (own?.idle.againstReferenceDb ?? null),
      most: unit.noiseLimitDb,
      origin: ofUnit,
    },
  ];
}

/** Fitting a set: it is chosen with what it is expected to bring, and its mounts go on the list of parts. */
export function fitting(
  view: JobView,
  unit: RoomUnit,
  room: MountRoomState,
  set: MountSet,
  o: Outlook,
  reason: string,
  newId: () => string,
): Operation[] {
  const { job } = view;
  if (!o.own) return [];
  const parts = Object.entries(set.changes)
    .map(([name, change]) => `Mount ${name}, ${change.material}`.slice(0, 80))
    .filter((name) => !view.part.some((p) => p.name === name));
  const from = nextPosition(view.part);
  const inclinationDeg =
    o.then?.tiltDeg == null || !unit.shafts.length
      ? null
      : unit.shafts[0].sideDeg + o.then.tiltDeg - (o.now?.tiltDeg ?? 0);
  return [
    {
      op: "update",
      resource: "job",
      id: job.id,
      version: job.version,
      data: {
        mountRoom: {
          ...room,
          chosen: set.id,
          reason,
          expect: {
            inclinationDeg,
            jointDeg: o.shaftsThen?.joints.map((j) => j.angleDeg) ?? [],
            shifterMm: o.own.shifter.totalMm,
            idleDb: hasSolid(set.changes) ? null : o.own.idle.againstReferenceDb,
          },
        },
      },
    },
    ...parts.map((name, i): Operation => ({
      op: "create",
      resource: "part",
      id: newId(),
      // The set has one price: it stands at its first part.
      data: { jobId: job.id, name, price: i === 0 ? set.price : null, position: from + i },
    })),
  ];
}

/** A set to begin with: firm rubber where height was lost, else at the tail. */
export function firstSet(o: Outlook, unit: RoomUnit, id: string): MountSet {
  const worn = o.heights.filter((h) => (h.sagMm ?? 0) > SAG_WARN_MM).map((h) => h.mount.name);
  const replaced = worn.length ? worn : unit.mounts.filter((m) => m.role === "tail").map((m) => m.name);
  const changes = Object.fromEntries(replaced.map((n) => [n, changeOf("firm")]));
  return { id, name: describeSet(unit, changes), price: null, changes };
}
