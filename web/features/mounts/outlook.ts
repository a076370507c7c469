import {
  isRefusal,
  type JobView,
  type MountRoomState,
  type Operation,
  type Refusal,
  type RoomUnit,
} from "../../../contract";
import {
  formatNumber,
  type DrivelineAnswer,
  type MountCompareAnswer,
  type MountSagAnswer,
  type QuantityKind,
} from "../../../core";
import { newId } from "../../app/saving";
import { nextPosition } from "../job/useJobView";
import type { GaugeReading } from "./Gauges";
import { changeOf, heightsOf, sagOf, shaftsOf, shaftTrouble, type Height } from "../../../domain";

export type MountSet = MountRoomState["sets"][number];

/** Less height lost than this, mm, is a tape's error and no sag: common practice, no source. */
const SAG_SEEN_MM = 0.5;

/** A mount that lost this much, mm, wants replacing: common practice, no source. */
export const SAG_WARN_MM = 5;

/** Joint angles, degrees: the most one may stand at, and the most two may differ. Handbook, section "driveline". */
const JOINT_LIMIT_DEG = 3;
const APART_LIMIT_DEG = 1;

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
  /** The mount that lost the most height. */
  worst: Height | null;
  compared: MountCompareAnswer | null;
  own: MountCompareAnswer["sets"][number] | null;
}

/** What the room makes of the heights taken and of one set; `set` null looks at the mounts as they came, new. */
export function outlookOf(
  view: JobView,
  unit: RoomUnit,
  set: MountSet | null,
  setName: string,
  answer: MountCompareAnswer | Refusal | null,
): Outlook {
  const heights = heightsOf(view, unit);
  // A mount that is replaced by anything stands as high as a new one; looking at "as it came, new", all do.
  const fresh = new Set(set ? Object.keys(set.changes) : unit.mounts.map((m) => m.name));
  const now = sagOf(unit, heights, new Set());
  const then = now && sagOf(unit, heights, fresh);
  const compared = answer && !isRefusal(answer) ? answer : null;
  return {
    heights,
    fresh,
    now,
    then,
    shaftsNow: shaftsOf(unit, null, null),
    shaftsThen: shaftsOf(unit, now, then),
    noRoom: shaftTrouble(unit, null, null) ?? shaftTrouble(unit, now, then),
    worst: heights.reduce<Height | null>((a, b) => ((b.sagMm ?? 0) > (a?.sagMm ?? 0) ? b : a), null),
    compared,
    own: compared?.sets.find((s) => s.name === setName) ?? null,
  };
}

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
  const joint = o.shaftsNow?.joints[0];
  const jointThen = o.shaftsThen?.joints[0];
  const over = o.shaftsNow?.notices.some((n) => n.code !== "angleUnder");
  return [
    sagged
      ? `The ${sagged.mount.name} has lost ${units.show(sagged.sagMm, "length")} and tilts the unit by ${formatNumber(o.now?.tiltDeg ?? 0, 3)}°.`
      : "",
    joint && jointThen && sagged
      ? `Joint 1 stands at ${formatNumber(joint.angleDeg, 1)}°${over ? ", over its limit, and shakes" : ""}; new height brings back ${formatNumber(jointThen.angleDeg, 1)}°.`
      : "",
    own && set
      ? `The shifter moves ${units.show(own.shifter.totalMm, "length")}, was ${units.bare(o.compared?.sets[0].shifter.totalMm ?? 0, "length")}; idle ${formatNumber(Math.abs(own.idle.againstReferenceDb), 1)} dB ${own.idle.againstReferenceDb >= 0 ? "louder" : "quieter"}.`
      : "",
  ]
    .filter(Boolean)
    .join(" ");
}

/** The scales under the drawings: before and after, against their limits. */
export function gaugesOf(o: Outlook, unit: RoomUnit, units: ShopUnits): GaugeReading[] {
  const { worst, own, shaftsNow, shaftsThen } = o;
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
      origin: "measured",
    },
    ...(shaftsNow?.joints.slice(0, 2).map((j, i): GaugeReading => ({
      name: `Joint ${i + 1}`,
      limit: `limit ${formatNumber(JOINT_LIMIT_DEG, 1)}`,
      unit: "°",
      digits: 2,
      before: j.angleDeg,
      after: shaftsThen?.joints[i].angleDeg ?? null,
      most: JOINT_LIMIT_DEG,
      origin: "calculated",
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
            origin: "calculated" as const,
          },
        ]
      : []),
    {
      name: "Shifter moves",
      limit: "first gear",
      ...inLength,
      before: length(o.compared?.sets[0].shifter.totalMm),
      after: length(own?.shifter.totalMm),
      origin: "calculated",
    },
    {
      name: "Noise at idle",
      limit: `limit +${formatNumber(unit.noiseLimitDb, 0)}`,
      unit: "dB",
      digits: 1,
      before: 0,
      after: own?.idle.againstReferenceDb ?? null,
      most: unit.noiseLimitDb,
      origin: "calculated",
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
            idleDb: o.own.idle.againstReferenceDb,
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
  return {
    id,
    name: `Firm rubber, ${replaced.join(" and ") || "none"}`.slice(0, 60),
    price: null,
    changes: Object.fromEntries(replaced.map((n) => [n, changeOf("firm")])),
  };
}
