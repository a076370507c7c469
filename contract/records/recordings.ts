import { z } from "zod";
import type { DriveTrain, RecordedUnit } from "../../core";
import { list, num, over, text, whole, word } from "../fields";
import { tyre } from "../inputs";
import { ACCEPTS } from "../refusal";
import { line, moment, ulid } from "./fields";

/** Largest recording taken in, bytes: four million samples with room to spare, or a long log as text. */
export const RECORDING_BYTES = 64 * 1024 * 1024;

/** How it was driven: the conditions under which a practitioner feels for roughness. Common practice, no source. */
export const runConditions = [
  "idleInGear",
  "idleCold",
  "bump",
  "onThrottle",
  "overrun",
  "left",
  "right",
  "roadSpeed",
] as const;
export type RunCondition = (typeof runConditions)[number];

/** Roughness is marked from 0, nothing felt, to this. */
export const ROUGHEST = 4;
const mark = whole(0, ROUGHEST).nullable().default(null);

/** Marks of a road test, condition by condition, before the work and after it. */
export const roughness = z.strictObject({
  marks: z.partialRecord(word(runConditions), z.strictObject({ before: mark, after: mark })).default({}),
  /** The one road speed that is meant. */
  speedKmh: over(0, 500, "km/h").nullable().default(null),
});
export type Roughness = z.output<typeof roughness>;

/** What of a vehicle turns, how fast against what. */
export const driveTrain = z.strictObject({
  tyre,
  finalDrive: over(0, 20),
  transferRatio: over(0, 10).default(1),
  ratios: list(z.strictObject({ gear: text(12), ratio: over(0, 30) }), 0, 24).default([]),
  halfShaftJoint: word(["tripod", "ball", "cardan", "none"]).default("tripod"),
  propShaft: z.boolean({ error: () => `${ACCEPTS}true or false` }),
  strokes: z.union([z.literal(2), z.literal(4)], { error: () => `${ACCEPTS}2 or 4` }).default(4),
  accessories: list(z.strictObject({ name: text(), ratio: over(0, 20) }), 0, 12).default([]),
}) satisfies z.ZodType<Omit<DriveTrain, "layout" | "cylinders">>;
export type VehicleDriveTrain = z.output<typeof driveTrain>;

/** The drive train as the models ask for it; null where the vehicle has none entered. */
export const driveOf = (vehicle: {
  driveTrain: VehicleDriveTrain | null;
  layout: DriveTrain["layout"];
  cylinders: number | null;
}): DriveTrain | null =>
  vehicle.driveTrain && { ...vehicle.driveTrain, layout: vehicle.layout, cylinders: vehicle.cylinders ?? 4 };

export const recordedBy = ["file", "microphone", "sensor"] as const;

/** What the values mean; of a log that does not say, they are as logged. Only like can be laid over like. */
export const recordedUnits = ["m/s2", "g", "fullScale", "asLogged"] as const satisfies readonly RecordedUnit[];

const HASH = /^[0-9a-f]{64}$/;
const hash = { error: () => `${ACCEPTS}the hash the upload gave` };

const gearSays = { error: () => `${ACCEPTS}a gear of up to 12 characters, empty out of gear` };

/** The gear it ran in, as the vehicle's own gears are named; empty out of gear. */
export const gearName = z.string(gearSays).max(12, gearSays);

/** How a recording was made, as far as it is known: what travels with its file. */
export const recordedRun = z.object({
  unit: word(recordedUnits).optional(),
  phase: word(["before", "after"]).optional(),
  condition: word(runConditions).optional(),
  gear: gearName.optional(),
  speedKmh: over(0, 500, "km/h").optional(),
  engineRpm: over(0, 20000, "rpm").optional(),
  place: line.optional(),
  simulated: z.stringbool().or(z.boolean()).optional(),
});
export type RecordedRun = z.output<typeof recordedRun>;

/** What a job keeps of a recording: the file's name, its length and its strongest peaks. */
export const keptRecording = z.strictObject({
  file: z.string(hash).regex(HASH, hash),
  rateHz: over(0, 1e6, "Hz"),
  count: whole(16, 4_000_000),
  unit: word(recordedUnits).default("fullScale"),
  binHz: over(0, 1e6, "Hz"),
  peaks: list(z.strictObject({ hz: over(0, 1e6, "Hz"), amplitude: num(0, 1e12) }), 0, 12),
  rpmTrack: list(z.strictObject({ tS: num(0, 1e6, "s"), rpm: over(0, 30000, "rpm") }), 2, 1000)
    .nullable()
    .default(null),
  /** What had to be done to the file to read it. */
  notes: list(line, 0, 8).default([]),
});
export type KeptRecording = z.output<typeof keptRecording>;

/** What an upload gives back: what is kept, and what the file itself said of how it was made. */
export const uploadedRecording = z.strictObject({ kept: keptRecording, run: recordedRun.nullable() });
export type UploadedRecording = z.output<typeof uploadedRecording>;

/** A vibration recording of a job; the samples are kept beside the database under their hash. */
export const recording = z.strictObject({
  jobId: ulid,
  ...keptRecording.shape,
  name: line.default(""),
  phase: word(["before", "after"]).default("before"),
  condition: word(runConditions).default("roadSpeed"),
  gear: gearName.default(""),
  speedKmh: over(0, 500, "km/h").nullable().default(null),
  engineRpm: over(0, 20000, "rpm").nullable().default(null),
  /** Where the sensor lay: only recordings of one place can be laid over each other. */
  place: line.default(""),
  by: word(recordedBy).default("file"),
  note: line.default(""),
  /** Came from a simulated sensor: true for good. */
  simulated: z.boolean().default(false),
  takenBy: ulid.nullable().default(null),
  takenAt: moment.nullable().default(null),
});
