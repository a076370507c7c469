import { z } from "zod";
import { tyreDiameterMm, WINDOW_RANGE, type MatchInput, type OrdersInput } from "../../core";
import { list, num, over, text, whole, word } from "../fields";
import { ACCEPTS, refusal, type Refusal } from "../refusal";
import { firstRepeat } from "./lever";

/** A tyre by its size text, or by what it rolls. */
const bySize = z.strictObject({ size: text(), rollingFactor: num(0.9, 1).default(0.97) });
const byRolling = z.strictObject({ circumferenceMm: num(500, 5000, "mm") });
const EITHER = `${ACCEPTS}a size like 205/55R16, or circumferenceMm from 500 to 5000`;

/** Which of the two is meant is said by its field; both at once are a slip. */
export const tyre = z.unknown().transform((value, ctx): z.output<typeof bySize> | z.output<typeof byRolling> => {
  const given = typeof value === "object" && value !== null ? Object.keys(value) : [];
  const path = given.includes("size") && given.includes("circumferenceMm") ? ["circumferenceMm"] : null;
  const read = path ? null : (given.includes("circumferenceMm") ? byRolling : bySize).safeParse(value);
  if (read?.success) return read.data;
  if (path || !given.length) ctx.issues.push({ code: "custom", message: EITHER, path: path ?? [], input: value });
  for (const issue of given.length ? (read?.error?.issues ?? []) : []) {
    const at = issue.code === "unrecognized_keys" ? [...issue.path, issue.keys[0]] : issue.path;
    const message = issue.code === "unrecognized_keys" ? `${ACCEPTS}no field of this name` : issue.message;
    ctx.issues.push({ code: "custom", message, path: [...at], input: value });
  }
  return z.NEVER;
});

export const ordersInput = z.strictObject({
  layout: word(["northSouth", "eastWest"]),
  engineRpm: over(0, 20000, "rpm").optional(),
  speedKmh: over(0, 500, "km/h").optional(),
  gearRatio: over(0, 30).optional(),
  finalDrive: over(0, 20),
  transferRatio: over(0, 10).default(1),
  tyre,
  cylinders: whole(1, 16).default(4),
  strokes: z.union([z.literal(2), z.literal(4)], { error: () => `${ACCEPTS}2 or 4` }).default(4),
  propShaft: z.boolean({ error: () => `${ACCEPTS}true or false` }).optional(),
  halfShaftJoint: word(["tripod", "ball", "cardan"]).default("tripod"),
  accessories: list(z.strictObject({ name: text(), ratio: over(0, 20) }), 0, 40).default([]),
}) satisfies z.ZodType<OrdersInput>;

/** Why a tyre cannot be calculated with, or null: its size is text, and text can be anything. */
export const tyreRefused = (t: OrdersInput["tyre"], field: string): Refusal | null =>
  "size" in t && tyreDiameterMm(t.size) === null
    ? refusal("invalid_input", field, t.size, "a size like 205/55R16")
    : null;

export function checkOrders(i: OrdersInput): Refusal | null {
  const given = [i.engineRpm, i.speedKmh, i.gearRatio].filter((v) => v !== undefined).length;
  if (given < 2) {
    return refusal("invalid_input", "engineRpm", i.engineRpm ?? null, "two of engineRpm, speedKmh and gearRatio");
  }
  const tyreBad = tyreRefused(i.tyre, "tyre.size");
  if (tyreBad) return tyreBad;
  const names = i.accessories.map((a) => a.name);
  const repeat = firstRepeat(names);
  return repeat < 0
    ? null
    : refusal("invalid_input", `accessories[${repeat}].name`, names[repeat], "a name not used before");
}

export const matchInput = z.strictObject({
  peaks: list(z.strictObject({ hz: over(0, 1e9, "Hz"), amplitude: num(0, 1e12) }), 1, 100),
  sources: list(z.strictObject({ id: text(), hz: over(0, 1e9, "Hz") }), 1, 100),
  binHz: num(0, 1e9, "Hz").default(0),
  windowPct: num(0, 100, "%").default(3),
  windowBins: num(0, 1000, "bins").default(1.5),
}) satisfies z.ZodType<MatchInput>;

export function checkMatch(i: MatchInput): Refusal | null {
  const ids = i.sources.map((s) => s.id);
  const repeat = firstRepeat(ids);
  return repeat < 0 ? null : refusal("invalid_input", `sources[${repeat}].id`, ids[repeat], "an id not used before");
}

/** Millions of figures are checked in one go: a schema for each would take longer than the spectrum. */
const samples = z.custom<number[]>((v) => Array.isArray(v), { error: () => `${ACCEPTS}a list of numbers` });

export const spectrumInput = z.strictObject({
  samples: samples.optional(),
  csv: z.string({ error: () => `${ACCEPTS}lines of time,value` }).optional(),
  wavBase64: z.string({ error: () => `${ACCEPTS}a WAV file as base64 text` }).optional(),
  rateHz: over(0, 1e6, "Hz").optional(),
  windowSamples: whole(...WINDOW_RANGE).optional(),
  minRatio: num(0, 1).default(0.05),
  maxPeaks: whole(1, 50).default(12),
  rpmTrack: list(z.strictObject({ tS: num(0, 1e6, "s"), rpm: over(0, 30000, "rpm") }), 1, 100000).optional(),
  orders: list(over(0, 100), 1, 60).default(Array.from({ length: 12 }, (_, k) => (k + 1) / 2)),
});
export type SpectrumInput = z.output<typeof spectrumInput>;
