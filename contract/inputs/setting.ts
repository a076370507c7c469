import { z } from "zod";
import {
  leanDeg,
  MOST_LEAN_DEG,
  MOST_PACKS,
  packsToSearch,
  type FloorSlotInput,
  type GatedInput,
  type LockoutInput,
  type RodInput,
  type ShimsInput,
  type StopsInput,
  type ThreadPitch,
} from "../../core";
import { list, num, text, whole, word } from "../fields";
import { refusal, type Refusal } from "../refusal";
import { firstRepeat, point } from "./lever";

const pitch = { pitchMm: num(0.2, 10, "mm").optional(), threadsPerInch: num(2.54, 127).optional() };

/** A thread is given by its pitch or by its turns to the inch. */
function checkPitch(thread: ThreadPitch, field: string): Refusal | null {
  if ((thread.pitchMm === undefined) !== (thread.threadsPerInch === undefined)) return null;
  return refusal(
    "invalid_input",
    field,
    thread.pitchMm ?? null,
    "either pitchMm, 0.2 to 10 mm, or threadsPerInch, 2.54 to 127",
  );
}

const arm = num(1, 3000, "mm");

export const stopsInput = z.strictObject({
  ...pitch,
  stopArmMm: arm,
  pinArmMm: arm,
  knobArmMm: arm,
  detentOvertravelMm: num(0, 50, "mm").optional(),
  backOffTurns: num(0, 50, "turns").optional(),
  backOffFlats: num(0, 300, "flats").optional(),
  targetRailMm: num(0, 50, "mm").optional(),
}) satisfies z.ZodType<StopsInput>;

export function checkStops(input: StopsInput): Refusal | null {
  const thread = checkPitch(input, "pitchMm");
  if (thread) return thread;
  const given = (["backOffTurns", "backOffFlats", "targetRailMm"] as const).filter((f) => input[f] !== undefined);
  const later = given[given.length - 1];
  if (given.length < 2) return null;
  return refusal("invalid_input", later, input[later], "one of backOffTurns, backOffFlats and targetRailMm");
}

export const lockoutInput = z.strictObject({
  gapMm: num(0, 50, "mm"),
  targetMinMm: num(0, 50, "mm").default(1),
  targetMaxMm: num(0, 50, "mm").default(2),
  slot: z.strictObject({ towardMm: num(0, 100, "mm").optional(), awayMm: num(0, 100, "mm").optional() }).prefault({}),
}) satisfies z.ZodType<LockoutInput>;

export const checkLockout = (input: LockoutInput): Refusal | null =>
  input.targetMaxMm < input.targetMinMm
    ? refusal("invalid_input", "targetMaxMm", input.targetMaxMm, `${input.targetMinMm} mm or more, as targetMinMm`)
    : null;

export const shimsInput = z.strictObject({
  gapMm: num(0, 200, "mm"),
  targetMm: num(0, 200, "mm"),
  mode: word(["fill", "lift"]).default("fill"),
  stock: list(
    z
      .strictObject({ thicknessMm: num(0.001, 100, "mm"), count: whole(0, 999), name: text().optional() })
      .transform((s) => ({ ...s, name: s.name ?? `${s.thicknessMm} mm` })),
    1,
    30,
  ),
  maxPieces: whole(1, 20).default(5),
}) satisfies z.ZodType<ShimsInput>;

export function checkShims(input: ShimsInput): Refusal | null {
  const names = input.stock.map((s) => s.name);
  const repeat = firstRepeat(names);
  if (repeat >= 0) {
    return refusal("invalid_input", `stock[${repeat}].name`, names[repeat], "a name not used before");
  }
  const packs = packsToSearch(input.stock.length, input.maxPieces);
  return packs > MOST_PACKS
    ? refusal("too_large", "stock", packs, `up to ${MOST_PACKS} packs to search: fewer lines or fewer pieces`)
    : null;
}

const armLength = num(1, 2000, "mm");
const armAngle = num(-720, 720, "deg");
const stop = z.strictObject({ name: text(), deg: armAngle });
const rodLength = num(1, 10000, "mm");

export const gatedInput = z.strictObject({
  shifter: z.strictObject({ pivot: point(5000), armMm: list(armLength, 1, 24), positions: list(stop, 1, 12) }),
  gearbox: z.strictObject({
    pivot: point(5000),
    armMm: list(armLength, 1, 24),
    detents: list(stop, 1, 12),
    captureDeg: num(0, 45, "deg").default(2.5),
  }),
  rodMm: z.strictObject({ min: rodLength, max: rodLength }),
  branch: word(["auto", "left", "right"]).default("auto"),
  present: z
    .strictObject({
      shifterArmMm: armLength,
      gearboxArmMm: armLength,
      rodMm: rodLength,
      changePerTurnMm: num(0.05, 50, "mm").optional(),
    })
    .optional(),
}) satisfies z.ZodType<GatedInput>;

export function checkGated(input: GatedInput): Refusal | null {
  const positions = input.shifter.positions.map((p) => p.name);
  const detents = input.gearbox.detents.map((d) => d.name);
  for (const [names, field] of [
    [positions, "shifter.positions"],
    [detents, "gearbox.detents"],
  ] as const) {
    const repeat = firstRepeat(names);
    if (repeat >= 0) {
      return refusal("invalid_input", `${field}[${repeat}].name`, names[repeat], "a name not used before");
    }
  }
  const stray = detents.findIndex((name) => !positions.includes(name));
  if (stray >= 0) {
    return refusal(
      "invalid_input",
      `gearbox.detents[${stray}].name`,
      detents[stray],
      `one of the shifter's positions: ${positions.join(", ")}`,
    );
  }
  return input.rodMm.max < input.rodMm.min
    ? refusal("invalid_input", "rodMm.max", input.rodMm.max, `${input.rodMm.min} mm or more, as rodMm.min`)
    : null;
}

const engagement = num(0, 1000, "mm").optional();

export const rodInput = z.strictObject({
  targetMm: rodLength,
  ends: list(
    z.strictObject({
      shankLengthMm: num(0, 1000, "mm"),
      threadDepthMm: num(0.5, 1000, "mm"),
      threadDiameterMm: num(1, 100, "mm"),
      ...pitch,
      hand: word(["right", "left"]).default("right"),
      engagementMm: engagement,
      jamNutMm: num(0, 1000, "mm").optional(),
      witnessMm: num(0, 1000, "mm").optional(),
    }),
    2,
    2,
  ),
  engagementMm: engagement,
  changeMm: num(-1000, 1000, "mm").optional(),
}) satisfies z.ZodType<RodInput>;

export function checkRod(input: RodInput): Refusal | null {
  for (const [i, end] of input.ends.entries()) {
    const at = `ends[${i}]`;
    if (end.threadDepthMm > end.shankLengthMm) {
      return refusal(
        "invalid_input",
        `${at}.threadDepthMm`,
        end.threadDepthMm,
        `up to ${end.shankLengthMm} mm, as the shank is long`,
      );
    }
    const thread = checkPitch(end, `${at}.pitchMm`);
    if (thread) return thread;
    const ownPitch = end.pitchMm ?? 25.4 / (end.threadsPerInch ?? 1);
    if (ownPitch >= end.threadDiameterMm) {
      const field = end.pitchMm === undefined ? "threadsPerInch" : "pitchMm";
      return refusal(
        "invalid_input",
        `${at}.${field}`,
        end[field],
        `a pitch under the diameter, ${end.threadDiameterMm} mm`,
      );
    }
    if (end.engagementMm !== undefined && end.engagementMm > end.threadDepthMm) {
      return refusal(
        "invalid_input",
        `${at}.engagementMm`,
        end.engagementMm,
        `up to ${end.threadDepthMm} mm, as the thread is deep`,
      );
    }
  }
  const depths = input.ends.filter((e) => e.engagementMm === undefined).map((e) => e.threadDepthMm);
  return input.engagementMm !== undefined && depths.some((d) => (input.engagementMm ?? 0) > d)
    ? refusal(
        "invalid_input",
        "engagementMm",
        input.engagementMm,
        `up to ${Math.min(...depths)} mm, as the thread is deep`,
      )
    : null;
}

const onFloor = num(-2000, 2000, "mm");

export const floorSlotInput = z.strictObject({
  holes: list(
    z.strictObject({ name: text().optional(), xMm: onFloor, yMm: onFloor, diameterMm: num(0.5, 200, "mm") }),
    0,
    40,
  )
    .default([])
    .transform((holes) => holes.map((h, i) => ({ ...h, name: h.name ?? String(i + 1) }))),
  pivot: z.strictObject({ xMm: onFloor, yMm: onFloor.default(0), zMm: num(0, 1000, "mm") }),
  armBelowMm: num(0, 2000, "mm"),
  swing: z.strictObject({ firstDeg: num(-720, 720, "deg"), lastDeg: num(-720, 720, "deg") }),
  floorThicknessMm: num(0, 200, "mm"),
  floorDeg: num(-80, 80, "deg").default(0),
  armWidthMm: num(0.5, 500, "mm"),
  armThicknessMm: num(0.5, 500, "mm").optional(),
  clearanceMm: num(0, 200, "mm"),
}) satisfies z.ZodType<FloorSlotInput>;

export function checkFloorSlot(input: FloorSlotInput): Refusal | null {
  const names = input.holes.map((h) => h.name);
  const repeat = firstRepeat(names);
  if (repeat >= 0) return refusal("invalid_input", `holes[${repeat}].name`, names[repeat], "a name not used before");
  for (const field of ["firstDeg", "lastDeg"] as const) {
    if (Math.abs(leanDeg(input.swing[field], input.floorDeg)) > MOST_LEAN_DEG) {
      return refusal(
        "invalid_input",
        `swing.${field}`,
        input.swing[field],
        `an angle within ${MOST_LEAN_DEG} deg of square to the floor: ${input.floorDeg - 90 - MOST_LEAN_DEG} to ${input.floorDeg - 90 + MOST_LEAN_DEG} deg`,
      );
    }
  }
  return null;
}

/** A lift-to-release pin: how far it stands proud when flush is meant, and where it was set. */
export const releaseInput = z.strictObject({
  flushMm: num(-50, 50, "mm").default(0),
  proudMm: num(-50, 50, "mm"),
  pitchMm: num(0.2, 10, "mm").optional(),
});

/** Marks on a cable's thread: how much stood out before it came off and how much after, for one cable or both. */
export const cableMarksInput = z.strictObject({
  cables: list(
    z.strictObject({
      name: text(),
      end: word(["leftHand", "rightHand"]).default("rightHand"),
      pitchMm: num(0.2, 10, "mm").default(1),
      beforeMm: num(0, 500, "mm"),
      afterMm: num(0, 500, "mm").nullable().default(null),
    }),
    1,
    8,
  ),
  /** How the marks are read: a rule along the thread, or its turns counted. They are kept as lengths. */
  by: word(["length", "threads"]).default("length"),
});

/** A lockout plate with what was measured in every gate, of which the outermost forward one counts. */
export const lockoutSetting = lockoutInput.extend({
  gates: list(z.strictObject({ gate: text(), gapMm: num(0, 50, "mm").nullable().default(null) }), 0, 12).optional(),
});
