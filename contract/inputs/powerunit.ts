import { z } from "zod";
import {
  curvePoints,
  degreesOfFreedom,
  inertiaOf,
  isBody,
  isUnsolvable,
  metalNames,
  type DrivelineInput,
  type ElastomerInput,
  type IsolationInput,
  type Metal,
  type MountCompareInput,
  type MountModesInput,
  type MountSagInput,
  type PressFitInput,
  type PowerUnit,
  type Unsolvable,
} from "../../core";
import { list, num, over, text, whole, word } from "../fields";
import { ACCEPTS, refusal, type Refusal } from "../refusal";
import { firstRepeat } from "./lever";

const flag = z.boolean({ error: () => `${ACCEPTS}true or false` });

/** Items without a name are called by their place. */
const numbered = <T extends { name?: string }>(items: T[]): (T & { name: string })[] =>
  items.map((item, i) => ({ ...item, name: item.name ?? String(i + 1) }));

const repeatOf = (items: readonly { name: string }[], path: string): Refusal | null => {
  const names = items.map((i) => i.name);
  const at = firstRepeat(names);
  return at < 0 ? null : refusal("invalid_input", `${path}[${at}].name`, names[at], "a name not used before");
};

/** What the data themselves do not allow, as a refusal at its field. */
export const refusedIf = <A extends object>(answer: A | Unsolvable, input: unknown): A | Refusal => {
  if (!isUnsolvable(answer)) return answer;
  const { unsolvable, field, why } = answer;
  return unsolvable === "singular"
    ? refusal("singular", field, null, "mounts that hold the unit against every motion", why)
    : refusal("invalid_input", field, input, why);
};

export const mountSagInput = z.strictObject({
  heightKind: word(["installed", "free"]).default("installed"),
  mounts: list(
    z.strictObject({
      name: text().optional(),
      xMm: num(-5000, 5000, "mm"),
      yMm: num(-3000, 3000, "mm").optional(),
      nominalMm: over(0, 500, "mm"),
      measuredMm: over(0, 500, "mm"),
      hangs: flag.default(false),
    }),
    2,
    12,
  ).transform(numbered),
  points: list(
    z.strictObject({
      name: text().optional(),
      xMm: num(-10000, 10000, "mm"),
      yMm: num(-10000, 10000, "mm").default(0),
    }),
    0,
    20,
  )
    .default([])
    .transform(numbered),
  inclinationDeg: num(-45, 45, "deg").optional(),
  warnMm: over(0, 100, "mm").default(5),
}) satisfies z.ZodType<MountSagInput>;

export const checkMountSag = (i: MountSagInput): Refusal | null =>
  repeatOf(i.mounts, "mounts") ?? repeatOf(i.points, "points");

export const drivelineInput = z.strictObject({
  rpm: over(0, 20000, "rpm"),
  shafts: list(
    z.strictObject({
      name: text().optional(),
      lengthMm: over(0, 5000, "mm").optional(),
      sideDeg: num(-45, 45, "deg"),
      planDeg: num(-45, 45, "deg").default(0),
      yokesDeg: num(-90, 90, "deg").default(0),
    }),
    2,
    8,
  ).transform(numbered),
  joints: list(z.strictObject({ kind: word(["cardan", "cv", "flexible"]).default("cardan") }), 1, 7).optional(),
  limits: z
    .strictObject({
      minDeg: num(0, 90, "deg").default(0.5),
      maxDeg: num(0, 90, "deg").default(3),
      differenceDeg: num(0, 90, "deg").default(1),
      torsionalRadPerS2: num(0, 1e9, "rad/s2").default(400),
      inertiaRadPerS2: num(0, 1e9, "rad/s2").default(1000),
    })
    .prefault({}),
}) satisfies z.ZodType<DrivelineInput>;

export function checkDriveline(i: DrivelineInput): Refusal | null {
  const names = repeatOf(i.shafts, "shafts");
  if (names) return names;
  const need = i.shafts.length - 1;
  return i.joints && i.joints.length !== need
    ? refusal("invalid_input", "joints", i.joints, `a list of ${need} items, one between every two shafts`)
    : null;
}

const place = (limit: number) => ({
  xMm: num(-limit, limit, "mm"),
  yMm: num(-limit, limit, "mm"),
  zMm: num(-limit, limit, "mm"),
});
const stiffness = num(0, 1e6, "N/mm");
const turn = num(-360, 360, "deg").default(0);

const unitMount = z.strictObject({
  name: text().optional(),
  ...place(10000),
  kxNPerMm: stiffness,
  kyNPerMm: stiffness,
  kzNPerMm: stiffness,
  rxDeg: turn,
  ryDeg: turn,
  rzDeg: turn,
  lossFactor: num(0, 2).default(0.1),
  dynamicRatio: num(0.5, 5).default(1),
});
const unitMounts = list(unitMount, 1, 20).transform(numbered);

const kgm2 = over(0, 1e6, "kg m2");
const product = num(-1e6, 1e6, "kg m2").default(0);

const unitFields = {
  massKg: over(0, 5000, "kg"),
  com: z.strictObject(place(10000)),
  inertia: z
    .strictObject({ xxKgM2: kgm2, yyKgM2: kgm2, zzKgM2: kgm2, xyKgM2: product, xzKgM2: product, yzKgM2: product })
    .optional(),
  box: z.strictObject({ xMm: over(0, 5000, "mm"), yMm: over(0, 5000, "mm"), zMm: over(0, 5000, "mm") }).optional(),
  mounts: unitMounts,
};
const crankAxis = word(["x", "y"]).default("x");

/** One inertia, of a body; mounts with names of their own and some stiffness. */
export function checkUnit(unit: PowerUnit, path = ""): Refusal | null {
  if (!unit.inertia && !unit.box) {
    return refusal("invalid_input", `${path}inertia`, null, "an inertia, or a box to calculate it from");
  }
  if (unit.inertia && unit.box) {
    return refusal("invalid_input", `${path}box`, unit.box, "either inertia or box, not both");
  }
  if (!isBody(inertiaOf(unit))) {
    return refusal(
      "invalid_input",
      `${path}inertia`,
      unit.inertia,
      "the inertia of a body: positive, and no principal value over the sum of the other two",
    );
  }
  return checkMounts(unit.mounts, `${path}mounts`);
}

function checkMounts(mounts: PowerUnit["mounts"], path: string): Refusal | null {
  const soft = mounts.findIndex((m) => m.kxNPerMm + m.kyNPerMm + m.kzNPerMm === 0);
  if (soft >= 0) {
    return refusal("invalid_input", `${path}[${soft}].kxNPerMm`, 0, "a stiffness over 0 in one direction at least");
  }
  return repeatOf(mounts, path);
}

const torque = num(-1e5, 1e5, "N m").optional();
const ratio = over(0, 50).default(1);

const eitherTorque = (i: { torqueNm?: number; engineTorqueNm?: number }): Refusal | null =>
  i.torqueNm !== undefined && i.engineTorqueNm !== undefined
    ? refusal("invalid_input", "engineTorqueNm", i.engineTorqueNm, "either torqueNm or engineTorqueNm, not both")
    : null;

export const mountModesInput = z.strictObject({
  ...unitFields,
  crankAxis,
  torqueNm: torque,
  engineTorqueNm: torque,
  ratio,
  shake: z.strictObject({ hz: over(0, 1000, "Hz"), torqueNm: num(0, 1e5, "N m") }).optional(),
  points: list(z.strictObject({ name: text().optional(), ...place(10000) }), 0, 20)
    .default([])
    .transform(numbered),
}) satisfies z.ZodType<MountModesInput>;

export const checkMountModes = (i: MountModesInput): Refusal | null =>
  checkUnit(i) ?? eitherTorque(i) ?? repeatOf(i.points, "points");

const unitInput = z.strictObject({ ...unitFields, crankAxis });
const cylinders = whole(1, 16).default(4);
const strokes = z.union([z.literal(2), z.literal(4)], { error: () => `${ACCEPTS}2 or 4` }).default(4);
const order = over(0, 24).optional();

export const isolationInput = z.strictObject({
  naturalHz: over(0, 1000, "Hz").optional(),
  unit: unitInput.optional(),
  direction: word(["roll", ...degreesOfFreedom]).default("roll"),
  dampingRatio: z
    .number({ error: () => `${ACCEPTS}a number from 0 to under 1` })
    .min(0, { error: () => `${ACCEPTS}a number from 0 to under 1` })
    .lt(1, { error: () => `${ACCEPTS}a number from 0 to under 1` })
    .optional(),
  lossFactor: num(0, 2).optional(),
  idleRpm: num(200, 5000, "rpm"),
  cylinders,
  strokes,
  order,
  fromRpm: over(0, 20000, "rpm").default(500),
  toRpm: over(0, 20000, "rpm").default(6000),
  stepRpm: num(1, 1000, "rpm").default(100),
}) satisfies z.ZodType<IsolationInput>;

/** Most points of a curve. */
const CURVE_POINTS = 2001;

export function checkIsolation(i: IsolationInput): Refusal | null {
  if (i.naturalHz === undefined && !i.unit) {
    return refusal("invalid_input", "naturalHz", null, "a natural frequency over 0, up to 1000 Hz, or a unit");
  }
  if (i.naturalHz !== undefined && i.unit) {
    return refusal("invalid_input", "unit", i.unit, "either naturalHz or unit, not both");
  }
  const unit = i.unit ? checkUnit(i.unit, "unit.") : null;
  if (unit) return unit;
  if (i.dampingRatio !== undefined && i.lossFactor !== undefined) {
    return refusal("invalid_input", "lossFactor", i.lossFactor, "either dampingRatio or lossFactor, not both");
  }
  if (!i.unit && i.dampingRatio === undefined && i.lossFactor === undefined) {
    return refusal("invalid_input", "dampingRatio", null, "a damping ratio from 0 to under 1, or a loss factor");
  }
  if (i.toRpm <= i.fromRpm) {
    return refusal("invalid_input", "toRpm", i.toRpm, `over ${i.fromRpm} rpm, as fromRpm`);
  }
  const points = curvePoints(i);
  return points > CURVE_POINTS
    ? refusal("too_large", "stepRpm", i.stepRpm, `a step for up to ${CURVE_POINTS} points`)
    : null;
}

export const mountCompareInput = z.strictObject({
  unit: unitInput,
  sets: list(
    z.strictObject({
      name: text().optional(),
      mounts: unitMounts.optional(),
      stiffnessFactor: over(0, 1000).optional(),
      lossFactor: num(0, 2).optional(),
      dynamicRatio: num(0.5, 5).optional(),
    }),
    1,
    10,
  ).transform(numbered),
  shifter: z.strictObject(place(10000)),
  torqueNm: torque,
  engineTorqueNm: torque,
  ratio,
  idleRpm: num(200, 5000, "rpm"),
  cylinders,
  strokes,
  order,
  cruiseRpm: over(0, 20000, "rpm").default(3000),
}) satisfies z.ZodType<MountCompareInput>;

export function checkMountCompare(i: MountCompareInput): Refusal | null {
  const unit = checkUnit(i.unit, "unit.");
  if (unit) return unit;
  for (const [k, set] of i.sets.entries()) {
    if (!set.mounts && set.stiffnessFactor === undefined) {
      return refusal("invalid_input", `sets[${k}].mounts`, null, "mounts of its own, or a stiffnessFactor");
    }
    if (set.mounts && set.stiffnessFactor !== undefined) {
      return refusal(
        "invalid_input",
        `sets[${k}].stiffnessFactor`,
        set.stiffnessFactor,
        "either mounts or stiffnessFactor",
      );
    }
    const own = set.mounts ? checkMounts(set.mounts, `sets[${k}].mounts`) : null;
    if (own) return own;
  }
  const names = repeatOf(i.sets, "sets");
  if (names) return names;
  if (i.torqueNm === undefined && i.engineTorqueNm === undefined) {
    return refusal("invalid_input", "torqueNm", null, "a torque on the unit in N m, or engineTorqueNm with its ratio");
  }
  return eitherTorque(i);
}

const mm = over(0, 1e5, "mm");

export const elastomerInput = z.strictObject({
  shoreA: num(20, 80).optional(),
  eMPa: over(0, 5000, "MPa").optional(),
  gMPa: over(0, 5000, "MPa").optional(),
  block: z
    .discriminatedUnion(
      "kind",
      [
        z.strictObject({ kind: z.literal("rectangle"), aMm: mm, bMm: mm, hMm: mm }),
        z.strictObject({ kind: z.literal("disc"), diameterMm: mm, hMm: mm }),
        z.strictObject({ kind: z.literal("ring"), outerMm: mm, boreMm: mm, hMm: mm }),
      ],
      {
        error: (issue) =>
          issue.code === "invalid_union" ? `${ACCEPTS}"rectangle", "disc" or "ring"` : `${ACCEPTS}an object`,
      },
    )
    .optional(),
  bush: z.strictObject({ boreRadiusMm: mm, outerRadiusMm: mm, lengthMm: mm }).optional(),
  dynamicRatio: num(0.5, 5).default(1),
}) satisfies z.ZodType<ElastomerInput>;

export function checkElastomer(i: ElastomerInput): Refusal | null {
  if (i.shoreA === undefined && i.eMPa === undefined) {
    return refusal("invalid_input", "shoreA", null, "a hardness from 20 to 80 Shore A, or eMPa");
  }
  if (i.shoreA !== undefined && i.eMPa !== undefined) {
    return refusal("invalid_input", "eMPa", i.eMPa, "either shoreA or eMPa, not both");
  }
  if (i.gMPa !== undefined && i.eMPa === undefined) {
    return refusal("invalid_input", "gMPa", i.gMPa, "gMPa only beside eMPa");
  }
  if (i.block?.kind === "ring" && i.block.boreMm >= i.block.outerMm) {
    return refusal("invalid_input", "block.boreMm", i.block.boreMm, `under ${i.block.outerMm} mm, the outside`);
  }
  return i.bush && i.bush.outerRadiusMm <= i.bush.boreRadiusMm
    ? refusal("invalid_input", "bush.outerRadiusMm", i.bush.outerRadiusMm, `over ${i.bush.boreRadiusMm} mm, the bore`)
    : null;
}

const metal = z.union(
  [
    z.enum(metalNames),
    z.strictObject({
      eGPa: over(0, 2000, "GPa"),
      nu: num(0, 0.4999),
      yieldMPa: over(0, 10000, "MPa").optional(),
      alphaPerC: over(0, 0.001, "per C"),
    }),
  ],
  { error: () => `${ACCEPTS}${metalNames.join(", ")}, or a material of its own` },
) satisfies z.ZodType<Metal | (typeof metalNames)[number]>;

export const pressFitInput = z.strictObject({
  interfaceMm: over(0, 1000, "mm"),
  interferenceMm: z.strictObject({ min: num(-1, 5, "mm"), max: num(-1, 5, "mm") }),
  hubOuterMm: over(0, 10000, "mm"),
  sleeveBoreMm: num(0, 1000, "mm"),
  lengthMm: over(0, 1000, "mm"),
  hub: metal,
  sleeve: metal.default("steel"),
  hubYieldMPa: over(0, 10000, "MPa").optional(),
  friction: z.strictObject({ min: over(0, 1).default(0.1), max: over(0, 1).default(0.2) }).prefault({}),
  roomC: num(-50, 60, "C").default(20),
  clearanceMm: num(0, 1, "mm").default(0.02),
  coldC: num(-200, 20, "C").default(-18),
  serviceC: num(-60, 300, "C").optional(),
}) satisfies z.ZodType<PressFitInput>;

export function checkPressFit(i: PressFitInput): Refusal | null {
  if (i.interferenceMm.max < i.interferenceMm.min) {
    return refusal(
      "invalid_input",
      "interferenceMm.max",
      i.interferenceMm.max,
      `${i.interferenceMm.min} mm or more, as min`,
    );
  }
  if (i.hubOuterMm <= i.interfaceMm) {
    return refusal("invalid_input", "hubOuterMm", i.hubOuterMm, `over ${i.interfaceMm} mm, the interface`);
  }
  if (i.sleeveBoreMm >= i.interfaceMm) {
    return refusal("invalid_input", "sleeveBoreMm", i.sleeveBoreMm, `under ${i.interfaceMm} mm, the interface`);
  }
  return i.friction.max < i.friction.min
    ? refusal("invalid_input", "friction.max", i.friction.max, `${i.friction.min} or more, as min`)
    : null;
}

/** A press fit with the way the part goes in, so that it is put back so. */
export const pressFitSetting = pressFitInput.extend({ orientation: text(200).optional() });
