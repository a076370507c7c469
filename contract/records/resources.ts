import { z } from "zod";
import { list, num, over, text, whole, word } from "../fields";
import { ACCEPTS } from "../refusal";
import { jointPlaces } from "../../core";
import {
  cableMarksInput,
  floorSlotInput,
  gatedInput,
  lockoutSetting,
  notchLimits,
  pressFitSetting,
  releaseInput,
  rodInput,
  shimShelf,
  shimsInput,
  stopsInput,
  boltPattern,
  gearboxSchema,
  knowledgeChanges,
  leverSchema,
  obstacleSchema,
  point,
} from "../inputs";
import { mountRoom, powerUnit } from "./mountRoom";
import { driveTrain, gearName, keptRecording, recordedBy, roughness, runConditions } from "./recordings";
import { day, line, moment, originWords, prose, typedValue, ulid } from "./fields";

export const stageWords = ["ask", "gauge", "compare", "plan", "fit", "prove"] as const;
export type Stage = (typeof stageWords)[number];

export const loadStateWords = ["onWheels", "onStands", "subframeSupported", "gearboxSupported"] as const;
export type LoadState = (typeof loadStateWords)[number];

export const shifterKinds = ["direct", "rod", "arm", "cable"] as const;
export const places = ["cabin", "engineBay", "under", "bench"] as const;
export const waitKinds = ["nothing", "part", "cure", "helper", "customer"] as const;
export const quantityWords = [
  "throw",
  "crossGate",
  "freePlayForeAft",
  "freePlayCross",
  "freePlayNeutral",
  "freePlayUpDown",
  "knobHeight",
  "knobReach",
  "mountHeight",
  "stopGap",
  "lockoutGap",
  "jointAngle",
  "inclination",
  "cableThread",
  "rodLength",
  "fluidDrained",
  "fluidFilled",
] as const;
export type ReadingQuantity = (typeof quantityWords)[number];

/** What kind of quantity a reading is; its base unit follows. */
export const quantityKinds: Record<ReadingQuantity, "length" | "angle" | "volume"> = {
  throw: "length",
  crossGate: "length",
  freePlayForeAft: "length",
  freePlayCross: "length",
  freePlayNeutral: "length",
  freePlayUpDown: "length",
  knobHeight: "length",
  knobReach: "length",
  mountHeight: "length",
  stopGap: "length",
  lockoutGap: "length",
  jointAngle: "angle",
  inclination: "angle",
  cableThread: "length",
  rodLength: "length",
  fluidDrained: "volume",
  fluidFilled: "volume",
};

export const methodWords = ["tape", "calliper", "dial", "angleGauge", "jug", "byEye"] as const;

const person = z.strictObject({ name: text(60), initials: text(4), role: line.default("") });

/** What stands round the lever, measured from the pivot of the shifter the vehicle came with. */
const surroundings = z.strictObject({
  obstacles: list(obstacleSchema, 0, 60),
  /** How thick the lever is, and how far its tail stands out past the pin. */
  body: z.strictObject({
    shaftRadiusMm: num(0, 200, "mm"),
    knobRadiusMm: num(0, 200, "mm"),
    tailRadiusMm: num(0, 200, "mm"),
    stubMm: num(0, 500, "mm"),
  }),
  /** Where the driver's hand rests on a knob that suits. */
  hand: point(5000).nullable().default(null),
});
export type Surroundings = z.output<typeof surroundings>;

const vehicle = z.strictObject({
  tag: text(16),
  owner: line.default(""),
  make: line.default(""),
  model: line.default(""),
  variant: line.default(""),
  buildDate: day.nullable().default(null),
  layout: word(["northSouth", "eastWest"]).default("northSouth"),
  drivenWheels: word(["front", "rear", "all"]).default("rear"),
  shifterKind: word(shifterKinds).default("direct"),
  gearbox: gearboxSchema.nullable().default(null),
  cylinders: whole(1, 16).nullable().default(null),
  idleRpm: num(200, 5000, "rpm").nullable().default(null),
  odometer: list(z.strictObject({ date: day, typed: text(40), km: num(0, 5e6, "km") }), 0, 500).default([]),
  surroundings: surroundings.nullable().default(null),
  powerUnit: powerUnit.nullable().default(null),
  driveTrain: driveTrain.nullable().default(null),
  notes: prose.default(""),
});

const waits = z.strictObject({
  kind: word(waitKinds),
  what: line.default(""),
  since: moment.nullable().default(null),
  until: moment.nullable().default(null),
});

const job = z.strictObject({
  vehicleId: ulid,
  number: whole(1, 1e9).nullable().default(null),
  complaint: prose.default(""),
  complaintNote: line.default(""),
  symptoms: z.record(text(40), word(["present", "absent"])).default({}),
  stage: word(stageWords).default("ask"),
  loadState: word(loadStateWords).default("onWheels"),
  loadStateAt: moment.nullable().default(null),
  loadStateBy: ulid.nullable().default(null),
  bay: line.default(""),
  waits: waits.default({ kind: "nothing", what: "", since: null, until: null }),
  nextAction: line.default(""),
  chosenSetupId: ulid.nullable().default(null),
  choiceReason: prose.default(""),
  slackTarget: typedValue.nullable().default(null),
  slackTargetPct: num(0, 100, "%").nullable().default(null),
  symptomsAfter: z
    .record(text(40), word(["present", "absent"]))
    .nullable()
    .default(null),
  repaired: list(text(40), 0, 50).nullable().default(null),
  mountRoom: mountRoom.nullable().default(null),
  roughness: roughness.nullable().default(null),
  verdict: prose.default(""),
  openedAt: moment.nullable().default(null),
  closedAt: moment.nullable().default(null),
});

const reading = z.strictObject({
  jobId: ulid,
  quantity: word(quantityWords),
  phase: word(["before", "after"]),
  fromGear: line.default(""),
  toGear: line.default(""),
  place: line.nullable().default(null),
  values: list(typedValue, 1, 50),
  resolution: typedValue.nullable().default(null),
  method: word(methodWords).default("tape"),
  note: line.default(""),
  takenBy: ulid.nullable().default(null),
  takenAt: moment.nullable().default(null),
});

/** Settings of an adjustable lever: how far each lowers it in its clamp, from the geometry as it stands. */
const notches = z.strictObject({
  listMm: list(num(-200, 200, "mm"), 1, 60),
  rodAdjusted: z.boolean(),
  limits: notchLimits,
});
export type Notches = z.output<typeof notches>;

const setup = z.strictObject({
  jobId: ulid,
  role: word(["old", "candidate"]),
  name: text(60),
  lever: leverSchema,
  pivot: point(5000).default({ xMm: 0, zMm: 0 }),
  origin: word(originWords).default("measured"),
  claimedReductionPct: num(-100, 100, "%").nullable().default(null),
  price: num(0, 1e7).nullable().default(null),
  source: line.default(""),
  notches: notches.nullable().default(null),
  shown: z.boolean().default(true),
  position: num(0, 1e6).default(0),
});

const joint = z.strictObject({
  jobId: ulid,
  name: text(60),
  at: word(jointPlaces),
  direction: word(["foreAft", "cross"]).default("foreAft"),
  play: typedValue,
  origin: word(originWords).default("estimated"),
  newPlay: typedValue.nullable().default(null),
  cost: num(0, 1e7).nullable().default(null),
  minutes: num(0, 1e5, "min").default(0),
  part: line.default(""),
  tryNew: z.boolean().default(false),
  position: num(0, 1e6).default(0),
});

const torqueGroup = z.strictObject({
  jobId: ulid,
  name: text(80),
  pattern: boltPattern.default("circle"),
  count: whole(1, 64).default(1),
  thread: line.default(""),
  specTyped: line.default(""),
  specSource: line.default(""),
  specOrigin: word(originWords).default("missing"),
  passes: list(z.strictObject({ name: text(40), pct: num(1, 100, "%").nullable().default(null) }), 1, 6).default([
    { name: "snug", pct: null },
    { name: "60 %", pct: 60 },
    { name: "100 %", pct: 100 },
  ]),
  tolerancePct: num(0, 50, "%").default(10),
  loadNeeded: word(["any", "rideHeight"]).default("any"),
  reuse: word(["reuse", "replace"]).default("reuse"),
  threadLocker: line.default(""),
  position: num(0, 1e6).default(0),
});

const signature = z.strictObject({
  jobId: ulid,
  groupId: ulid,
  bolt: whole(1, 64),
  pass: text(40),
  reading: typedValue.nullable().default(null),
  tool: line.default(""),
  personId: ulid.nullable().default(null),
  at: moment.nullable().default(null),
  loadState: word(loadStateWords),
  overruleReason: prose.default(""),
});

const part = z.strictObject({
  jobId: ulid,
  name: text(80),
  number: line.default(""),
  maker: line.default(""),
  variant: line.default(""),
  builtFrom: day.nullable().default(null),
  builtTo: day.nullable().default(null),
  quantity: num(0, 1e5).default(1),
  price: num(0, 1e7).nullable().default(null),
  state: word(["needed", "ordered", "arrived", "fitted"]).default("needed"),
  carriedOver: z.boolean().default(false),
  note: line.default(""),
  position: num(0, 1e6).default(0),
});

const step = z.strictObject({
  jobId: ulid,
  text: text(200),
  place: word(places).default("cabin"),
  state: word(["open", "done"]).default("open"),
  position: num(0, 1e6).default(0),
});

const finding = z.strictObject({
  jobId: ulid,
  text: text(400),
  place: word(places).default("under"),
  state: word(["open", "dealtWith"]).default("open"),
  /** What it answers in Ask: the id of a symptom or of a test's result. */
  observation: text(80).nullable().default(null),
});

const HASH = /^[0-9a-f]{64}$/;

/** A picture of a job; the file itself is kept beside the database under its hash. */
const photo = z.strictObject({
  jobId: ulid,
  readingId: ulid.nullable().default(null),
  file: z.string({ error: () => `${ACCEPTS}the hash the upload gave` }).regex(HASH, {
    error: () => `${ACCEPTS}the hash the upload gave`,
  }),
  name: line.default(""),
  widthPx: whole(1, 20000),
  heightPx: whole(1, 20000),
  takenBy: ulid.nullable().default(null),
  takenAt: moment.nullable().default(null),
});

/** A vibration recording of a job; the samples are kept beside the database under their hash. */
const recording = z.strictObject({
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
  takenBy: ulid.nullable().default(null),
  takenAt: moment.nullable().default(null),
});

export const settingTools = [
  "stops",
  "lockout",
  "release",
  "shims",
  "cableMarks",
  "rod",
  "gatedLinkage",
  "floorSlot",
  "pressFit",
] as const;
export type SettingTool = (typeof settingTools)[number];

/** What each tool is asked with. */
export const settingInputs = {
  stops: stopsInput,
  lockout: lockoutSetting,
  release: releaseInput,
  shims: shimsInput,
  cableMarks: cableMarksInput,
  rod: rodInput,
  gatedLinkage: gatedInput,
  floorSlot: floorSlotInput,
  pressFit: pressFitSetting,
} as const satisfies Record<SettingTool, z.ZodType>;

/** What a tool was asked and what was decided by its answer, kept so that it can be opened and asked again. */
const setting = z.strictObject({
  jobId: ulid,
  tool: word(settingTools),
  name: line.default(""),
  input: z.record(z.string(), z.unknown(), { error: () => `${ACCEPTS}an object of fields` }),
  says: prose.default(""),
  state: word(["planned", "set"]).default("planned"),
  personId: ulid.nullable().default(null),
  at: moment.nullable().default(null),
  note: line.default(""),
});

const playGrade = num(0, 50, "mm");

const shop = z.strictObject({
  name: line.default(""),
  units: word(["metric", "inch"]).default("metric"),
  currency: line.default("crowns"),
  singleKeys: z.boolean().default(true),
  shims: shimShelf.nullable().default(null),
  knowledge: knowledgeChanges.nullable().default(null),
  grades: z
    .strictObject({ new: playGrade, slight: playGrade, worn: playGrade, gone: playGrade })
    .nullable()
    .default(null),
});

/** Every kind of record, and the fields a person can set. */
export const resources = {
  person,
  vehicle,
  job,
  reading,
  setup,
  joint,
  torqueGroup,
  signature,
  part,
  step,
  finding,
  photo,
  recording,
  setting,
  shop,
} as const;

export type ResourceName = keyof typeof resources;
export const resourceNames = Object.keys(resources) as [ResourceName, ...ResourceName[]];

/** Children that hang on a job, in the order a full job lists them. */
export const jobChildren = [
  "reading",
  "setup",
  "joint",
  "torqueGroup",
  "signature",
  "part",
  "step",
  "finding",
  "photo",
  "recording",
  "setting",
] as const satisfies readonly ResourceName[];
export type JobChild = (typeof jobChildren)[number];

/** What the server adds to every record. */
export interface RecordHead {
  id: string;
  version: number;
  createdAt: string;
  updatedAt: string;
  deletedAt: string | null;
}

/** The fields a person can set, without the head: what a copy of a record begins with. */
export const fieldsOf = <R extends ResourceName>(name: R, record: RecordOf<R>): Fields<R> =>
  Object.fromEntries(Object.entries(record).filter(([key]) => key in resources[name].shape)) as Fields<R>;

export type Fields<R extends ResourceName> = z.output<(typeof resources)[R]>;
export type NewFields<R extends ResourceName> = z.input<(typeof resources)[R]>;
export type RecordOf<R extends ResourceName> = RecordHead & Fields<R>;

export type Person = RecordOf<"person">;
export type Vehicle = RecordOf<"vehicle">;
export type Job = RecordOf<"job">;
export type Reading = RecordOf<"reading">;
export type Setup = RecordOf<"setup">;
export type Joint = RecordOf<"joint">;
export type TorqueGroup = RecordOf<"torqueGroup">;
export type Signature = RecordOf<"signature">;
export type Part = RecordOf<"part">;
export type Step = RecordOf<"step">;
export type Finding = RecordOf<"finding">;
export type Photo = RecordOf<"photo">;
export type VibrationRecording = RecordOf<"recording">;
export type Setting = RecordOf<"setting">;
export type Shop = RecordOf<"shop">;

/** The shop's settings are one record with a fixed id. */
export const SHOP_ID = "00000000000000000000000001";
