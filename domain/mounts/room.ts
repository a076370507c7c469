import {
  type JobView,
  type MountChange,
  type MountRoomState,
  type RoomMount,
  type RoomUnit,
  isRefusal,
  type Refusal,
  askMountSag,
  askDriveline,
  askMountModes,
  askMountCompare,
} from "../../contract";
import {
  hystereticTransmissibility,
  formatNumber,
  type DrivelineAnswer,
  type MountCompareAnswer,
  type MountModesAnswer,
  type MountSagAnswer,
} from "../../core";
import { findReading, resultOf } from "../readings";

export const NO_ROOM: MountRoomState = { sets: [], chosen: null, reason: "", expect: null, inspection: {}, note: "" };

/** What a mount can be made of, against original rubber: common practice, no source. */
export const MATERIALS = {
  rubber: {
    words: "original rubber",
    factor: 1,
    lossFactor: 0.1,
    dynamicRatio: 1.2,
    notice: "Quiet. Wears, and oil attacks it.",
  },
  firm: {
    words: "firm rubber",
    factor: 1.4,
    lossFactor: 0.12,
    dynamicRatio: 1.25,
    notice: "A little more at idle, less wind-up.",
  },
  urethane: {
    words: "urethane",
    factor: 2.6,
    lossFactor: 0.16,
    dynamicRatio: 1.4,
    notice: "Firmer, some road noise; greased, or it squeaks.",
  },
  acetal: {
    words: "acetal",
    factor: 18,
    lossFactor: 0.04,
    dynamicRatio: 1.1,
    notice: "No give. For pivots and carriers.",
  },
  solid: {
    words: "solid",
    factor: 60,
    lossFactor: 0.02,
    dynamicRatio: 1,
    notice: "Precise and loud; loads the bracket.",
  },
} as const;
export type Material = keyof typeof MATERIALS;

export const changeOf = (m: Material): MountChange => {
  const { words, factor, lossFactor, dynamicRatio } = MATERIALS[m];
  return { material: words, factor, lossFactor, dynamicRatio };
};

export interface Height {
  mount: RoomMount;
  measured: { meanMm: number; expandedMm: number; typed: string } | null;
  sagMm: number | null;
}

/** A mount that lost this much, mm, has collapsed where its maker gives no figure. Common practice, no source. */
export const SAG_WARN_MM = 5;

/** The most a joint may be at, degrees. Common practice, no source. */
export const JOINT_LIMIT_DEG = 3;

/** Whether a figure of the unit, or of one of its mounts, was entered and is no typical one. */
export const isEntered = (of: { entered: readonly string[] }, key: string): boolean => of.entered.includes(key);

/** A figure that was measured in Gauge and stands in for one that was entered, or was typical. */
export interface Replaced {
  name: string;
  measuredDeg: number;
  otherDeg: number;
}

const angleReading = (
  view: JobView,
  quantity: "inclination" | "jointAngle",
  place: string,
): { mean: number; expanded: number } | null => {
  const reading = findReading(view.reading, { quantity, fromGear: "", toGear: "", place }, "before");
  return reading ? resultOf(reading) : null;
};
const angleAt = (view: JobView, quantity: "inclination" | "jointAngle", place: string): number | null =>
  angleReading(view, quantity, place)?.mean ?? null;

/** A figure against its limit, by how far off it may be: the measuring error decides nothing it cannot. */
export type AgainstLimit = "within" | "over" | "either";

export const againstLimit = (value: number, limit: number, expanded: number): AgainstLimit =>
  Math.abs(value - limit) <= expanded ? "either" : value > limit ? "over" : "within";

/**
 * The unit with what was measured on this visit: an inclination taken at a shaft counts before the one entered for it.
 * What it replaces is named.
 */
export function measuredUnit(view: JobView, unit: RoomUnit): { unit: RoomUnit; replaced: Replaced[] } {
  const replaced: Replaced[] = [];
  const shafts = unit.shafts.map((s) => {
    const deg = angleAt(view, "inclination", s.name);
    if (deg === null) return s;
    if (Math.abs(deg - s.sideDeg) > 1e-9) replaced.push({ name: s.name, measuredDeg: deg, otherDeg: s.sideDeg });
    return { ...s, sideDeg: deg };
  });
  return { unit: { ...unit, shafts }, replaced };
}

/** Whether the shafts' angles are known: entered, or measured on this visit. */
export const shaftsKnown = (view: JobView, unit: RoomUnit): boolean =>
  isEntered(unit, "shafts") ||
  unit.shafts.every((s) => angleAt(view, "inclination", s.name) !== null) ||
  jointAngles(view, unit).every((a) => a !== null);

/** Joint angles measured with the gauge on this visit, front to rear; null where one was not. */
export const jointAngles = (view: JobView, unit: RoomUnit): (number | null)[] =>
  unit.shafts.slice(1).map((_, i) => angleAt(view, "jointAngle", `joint ${i + 1}`));

/** How far off each of those may be, degrees: nought where none was taken. */
export const jointDoubts = (view: JobView, unit: RoomUnit): number[] =>
  unit.shafts.slice(1).map((_, i) => angleReading(view, "jointAngle", `joint ${i + 1}`)?.expanded ?? 0);

/** Words for a set by what it is: "Firm rubber, tail; urethane, left and right". */
export function describeSet(unit: Pick<RoomUnit, "mounts">, changes: Record<string, MountChange>): string {
  const materials = [...new Set(unit.mounts.flatMap((m) => changes[m.name]?.material ?? []))];
  if (!materials.length) return "Nothing changed";
  const parts = materials.map((material) => {
    const own = unit.mounts.filter((m) => changes[m.name]?.material === material).map((m) => m.name);
    const where =
      own.length === unit.mounts.length
        ? `all ${own.length}`
        : own.length > 1
          ? `${own.slice(0, -1).join(", ")} and ${own.at(-1)}`
          : own[0];
    return `${material}, ${where}`;
  });
  const text = parts.join("; ");
  return (text.charAt(0).toUpperCase() + text.slice(1)).slice(0, 60);
}

/** Each mount's height as it was taken in Gauge: place of the reading is the mount's name. */
export const heightsOf = (view: JobView, unit: RoomUnit, phase: "before" | "after" = "before"): Height[] =>
  unit.mounts.map((mount) => {
    const reading = findReading(
      view.reading,
      { quantity: "mountHeight", fromGear: "", toGear: "", place: mount.name },
      phase,
    );
    const { mean, expanded } = reading ? resultOf(reading) : { mean: null, expanded: 0 };
    const sag = mean === null || mount.nominalMm === null ? null : (mount.nominalMm - mean) * (mount.hangs ? -1 : 1);
    return {
      mount,
      measured:
        reading && mean !== null
          ? { meanMm: mean, expandedMm: expanded, typed: reading.values.map((v) => v.typed).join(", ") }
          : null,
      sagMm: sag,
    };
  });

const ok = <T extends object>(value: T | Refusal): T | null => (isRefusal(value) ? null : value);

/** How the unit sits; mounts in `fresh` are as new. Null where fewer than two heights are known. */
export function sagOf(unit: RoomUnit, heights: readonly Height[], fresh: ReadonlySet<string>): MountSagAnswer | null {
  const known = heights.filter((h) => h.mount.nominalMm !== null && (h.measured || fresh.has(h.mount.name)));
  if (known.length < 2) return null;
  return ok(
    askMountSag({
      mounts: known.map(({ mount, measured }) => ({
        name: mount.name,
        xMm: mount.xMm,
        yMm: mount.yMm,
        nominalMm: mount.nominalMm,
        measuredMm: fresh.has(mount.name) ? mount.nominalMm : measured?.meanMm,
        hangs: mount.hangs,
      })),
      points: [flangeOf(unit), { ...unit.shifter, name: "shifter" }].map(({ name, xMm, yMm }) => ({ name, xMm, yMm })),
    }),
  );
}

/** Where the gearbox ends: a little behind its rearmost mount. */
export const flangeOf = (unit: RoomUnit): { name: string; xMm: number; yMm: number; zMm: number } => ({
  name: "flange",
  xMm: Math.min(...unit.mounts.map((m) => m.xMm)) - 150,
  yMm: 0,
  zMm: unit.com.zMm - 60,
});

const askShaftsOf = (unit: RoomUnit, now: MountSagAnswer | null, then: MountSagAnswer | null) => {
  const tilt = now && then ? (then.tiltDeg ?? 0) - (now.tiltDeg ?? 0) : 0;
  const rise = now && then ? now.points[0].dropMm - then.points[0].dropMm : 0;
  const shafts = unit.shafts.map(({ lengthMm, ...s }, i) => ({
    ...s,
    ...(lengthMm && { lengthMm }),
    sideDeg:
      i === 0
        ? s.sideDeg + tilt
        : i === 1 && lengthMm
          ? s.sideDeg + (Math.atan(rise / lengthMm) * 180) / Math.PI
          : s.sideDeg,
  }));
  return askDriveline({
    rpm: unit.shaftRpm,
    shafts,
    joints:
      unit.joints.slice(0, shafts.length - 1).length === shafts.length - 1
        ? unit.joints.slice(0, shafts.length - 1)
        : undefined,
  });
};

/** The shaft line with the gearbox tilted and its flange moved as the sags say; null where there is none. */
export const shaftsOf = (
  unit: RoomUnit,
  now: MountSagAnswer | null,
  then: MountSagAnswer | null,
): DrivelineAnswer | null => (unit.shafts.length < 2 ? null : ok(askShaftsOf(unit, now, then)));

/** A single Cardan joint's yokes touch near this angle (common practice, no source). */
const YOKES_TOUCH_DEG = 30;

/**
 * Why the shafts have no room as the figures stand, or null where they have.
 *
 * Either an angle leaves what the shaft line can be calculated for, or a joint's yokes would touch.
 */
export function shaftTrouble(unit: RoomUnit, now: MountSagAnswer | null, then: MountSagAnswer | null): string | null {
  if (unit.shafts.length < 2) return null;
  const line = askShaftsOf(unit, now, then);
  if (isRefusal(line)) {
    const at = /^shafts\[(\d+)\]/.exec(line.error.field ?? "");
    const name = at ? unit.shafts[Number(at[1])]?.name : null;
    return `${name ? `The ${name}` : "The line of shafts"} is not possible: ${typeof line.error.got === "number" ? formatNumber(line.error.got, 1) : "something else"} given, ${line.error.accepts} possible`;
  }
  const bent = line.joints.find((j) => j.kind === "cardan" && j.angleDeg > YOKES_TOUCH_DEG);
  return bent
    ? `The shafts are not possible: ${bent.from} to ${bent.to} would be at ${formatNumber(bent.angleDeg, 1)}°, and a joint’s yokes touch near ${YOKES_TOUCH_DEG}°. Look at the angles and lengths again`
    : null;
}

const mountsWith = (unit: RoomUnit, changes: Record<string, MountChange>) =>
  unit.mounts.map((own) => {
    const { name, xMm, yMm, zMm, kxNPerMm, kyNPerMm, kzNPerMm, rxDeg, lossFactor, dynamicRatio } = own;
    const m = { name, xMm, yMm, zMm, kxNPerMm, kyNPerMm, kzNPerMm, rxDeg, lossFactor, dynamicRatio };
    const c = changes[name];
    return c
      ? {
          ...m,
          kxNPerMm: m.kxNPerMm * c.factor,
          kyNPerMm: m.kyNPerMm * c.factor,
          kzNPerMm: m.kzNPerMm * c.factor,
          lossFactor: c.lossFactor,
          dynamicRatio: c.dynamicRatio,
        }
      : m;
  });

const unitOf = (unit: RoomUnit, changes: Record<string, MountChange> = {}) => ({
  massKg: unit.massKg,
  com: unit.com,
  box: unit.box,
  crankAxis: unit.crankAxis,
  mounts: mountsWith(unit, changes),
});

/** Every set against the mounts as they came, new; a refusal where a unit is not held. */
export const compareSets = (
  unit: RoomUnit,
  sets: MountRoomState["sets"],
  idleRpm: number,
  cylinders: number,
): MountCompareAnswer | Refusal =>
  askMountCompare({
    unit: unitOf(unit),
    sets: [
      { name: "original", stiffnessFactor: 1 },
      ...sets.map((s) => ({ name: s.id, mounts: mountsWith(unit, s.changes) })),
    ],
    shifter: unit.shifter,
    engineTorqueNm: unit.engineTorqueNm,
    ratio: unit.ratio,
    idleRpm,
    cylinders,
    cruiseRpm: unit.cruiseRpm,
  });

export const modesOf = (unit: RoomUnit, changes: Record<string, MountChange>): MountModesAnswer | Refusal =>
  askMountModes({
    ...unitOf(unit, changes),
    engineTorqueNm: unit.engineTorqueNm,
    ratio: unit.ratio,
    points: [
      { name: "shifter", ...unit.shifter },
      ...unit.points.map(({ name, xMm, yMm, zMm }) => ({ name, xMm, yMm, zMm })),
    ],
  });

/** Sets that hold the unit solid somewhere isolate nothing there: no figure is to be had of them, only a sentence. */
export const hasSolid = (changes: Record<string, MountChange>): boolean =>
  Object.values(changes).some((c) => c.material === MATERIALS.solid.words);

export const SOLID_SAYS = "A solid mount isolates nothing: all of the engine’s shake reaches the body there.";

/**
 * The part of the shake at a frequency that a set's roll mode passes on to the body: the same figure as the idle of the
 * mount room. Null where the unit is not held or the set is solid.
 */
export function passedOn(unit: RoomUnit, changes: Record<string, MountChange>, hz: number): number | null {
  if (hasSolid(changes)) return null;
  const answer = compareSets(unit, [{ id: "looked at", name: "", price: null, changes }], 800, 4);
  if (isRefusal(answer)) return null;
  const own = answer.sets[1];
  return hystereticTransmissibility(hz / own.rollHz, own.lossFactor);
}

/** Transmissibility in dB over engine speed by the loss-factor form, for a set's roll mode. */
export const idleCurve = (rollHz: number, lossFactor: number, order: number): { rpm: number; dB: number }[] =>
  Array.from({ length: 56 }, (_, i) => {
    const rpm = 500 + i * 50;
    return { rpm, dB: 20 * Math.log10(hystereticTransmissibility((order * rpm) / 60 / rollHz, lossFactor)) };
  });

/** A height as it will be kept in Gauge. */
export const heightPlace = (name: string) => ({
  quantity: "mountHeight" as const,
  fromGear: "",
  toGear: "",
  place: name,
});
