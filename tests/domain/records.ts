import {
  jobChildren,
  resources,
  type DossierView,
  type JobView,
  type MemoryJob,
  type MemoryView,
  type NewFields,
  type Reading,
  type RecordHead,
  type RecordOf,
  type ResourceName,
  type SpecLine,
  type YardJob,
} from "../../contract";
import type { LeverGeometry } from "../../core";
import { UNTOLD_SETUP, type BenchSetup } from "../../domain";

let count = 0;

/** A record as the server would give it, with the fields that are said and the usual others. */
export function record<R extends ResourceName>(
  name: R,
  data: NewFields<R>,
  head: Partial<RecordHead> = {},
): RecordOf<R> {
  count += 1;
  const id = `01DEMSKERR${String(count).padStart(16, "0")}`;
  const at = "2026-11-20T08:00:00Z";
  return {
    id,
    version: 1,
    createdAt: at,
    updatedAt: at,
    deletedAt: null,
    ...head,
    ...(resources[name].parse(data) as object),
  } as RecordOf<R>;
}

export const PARENT = "01DEMSKERR0000000000000000";

/** A job with everything that hangs on it; what is not said is empty. */
export function jobView(
  parts: {
    job?: Partial<NewFields<"job">>;
    vehicle?: Partial<NewFields<"vehicle">>;
  } & Partial<Omit<JobView, "job" | "vehicle">> = {},
): JobView {
  const { job, vehicle, ...children } = parts;
  return {
    job: record("job", { vehicleId: PARENT, ...job }),
    vehicle: record("vehicle", { tag: "T 1", ...vehicle }),
    ...(Object.fromEntries(jobChildren.map((c) => [c, []])) as unknown as Omit<JobView, "job" | "vehicle">),
    ...children,
  };
}

/** Everything known of one vehicle; what is not said is empty. */
export const dossierOf = (vehicle: RecordOf<"vehicle">, more: Partial<DossierView> = {}): DossierView => ({
  vehicle,
  jobs: [],
  reading: [],
  setup: [],
  torqueGroup: [],
  part: [],
  joint: [],
  recheck: [],
  photo: [],
  sheet: null,
  sheetLine: [],
  ownLine: [],
  ...more,
});

/** A torque value of a sheet, as so many sources write it. */
export const torqueLine = (name: string, typed: string[], more: Partial<NewFields<"specLine">> = {}): SpecLine =>
  record("specLine", {
    sheetId: "01DEMSKERR00000000000000SH",
    kind: "torque",
    name,
    sources: typed.map((t, i) => ({ id: `s${i}`, typed: t, title: "Sheet 8-2" })),
    torque: { thread: "M8", grade: "8.8", reuse: "reuse" },
    ...more,
  });

/** A closed job as the shop's memory has it. */
export const memoryJob = (data: Partial<MemoryJob>): MemoryJob => ({
  id: "01ARZ3NDEKTSV4RRFFQ69G5FAV",
  number: 1,
  vehicleId: "v",
  tag: "SI 1",
  kind: "Skarvane P2",
  shifterKind: "rod",
  layout: "northSouth",
  automatic: false,
  complaint: "",
  openedAt: "2031-01-01T08:00:00.000Z",
  closedAt: "2031-01-02T08:00:00.000Z",
  symptoms: {},
  symptomsAfter: null,
  repaired: null,
  cause: null,
  chosenSetupId: null,
  ...data,
});

/** What the shop remembers; what is not said is empty. */
export const memoryView = (data: Partial<MemoryView> = {}): MemoryView => ({
  jobs: [],
  vehicles: [],
  setups: [],
  readings: [],
  joints: [],
  rechecks: [],
  groups: [],
  signatures: [],
  ...data,
});

/** Figures read off a rule, typed in mm. */
export const inMm = (...mm: number[]): Reading["values"] => mm.map((base) => ({ typed: `${base} mm`, base }));

/** The throw from third to fourth, as taped. */
export const throwOf34 = (mm: readonly number[], data: Partial<NewFields<"reading">> = {}): RecordOf<"reading"> =>
  record("reading", {
    jobId: PARENT,
    quantity: "throw",
    phase: "before",
    fromGear: "3",
    toGear: "4",
    values: inMm(...mm),
    ...data,
  });

/** Bolts torqued in one pass. */
export const onePassGroup = (data: Partial<NewFields<"torqueGroup">> & { name: string }): RecordOf<"torqueGroup"> =>
  record("torqueGroup", { jobId: PARENT, count: 1, passes: [{ name: "100 %", pct: 100 }], ...data });

/** Four bolts on a circle: snug, then all of it. */
export const flangeGroup = (data: Partial<NewFields<"torqueGroup">> = {}): RecordOf<"torqueGroup"> =>
  record("torqueGroup", {
    jobId: PARENT,
    name: "Prop shaft to flange",
    pattern: "circle",
    count: 4,
    specTyped: "62 Nm",
    specOrigin: "specified",
    passes: [
      { name: "snug", pct: null },
      { name: "100 %", pct: 100 },
    ],
    ...data,
  });

/** The first bolt of a group, signed at a torque in N m. */
export const signedAt = (
  groupId: string,
  nm: number | null,
  data: Partial<NewFields<"signature">> = {},
): RecordOf<"signature"> =>
  record("signature", {
    jobId: PARENT,
    groupId,
    bolt: 1,
    pass: "100 %",
    reading: nm === null ? null : { typed: `${nm} Nm`, base: nm },
    ...data,
  });

/** Two gates with four gears. */
export const FOUR_GEARS: NonNullable<RecordOf<"vehicle">["gearbox"]> = {
  columns: [
    { column: "1-2", crossMm: -6 },
    { column: "3-4", crossMm: 0 },
  ],
  gears: [
    { gear: "1", column: "1-2", travelMm: -10 },
    { gear: "2", column: "1-2", travelMm: 10 },
    { gear: "3", column: "3-4", travelMm: -10 },
    { gear: "4", column: "3-4", travelMm: 10 },
  ],
};

/** What turns in a van: rear wheels by a prop shaft, two gears known. */
export const VAN_DRIVE = {
  tyre: { size: "195/70R15" },
  finalDrive: 4.3,
  ratios: [
    { gear: "4", ratio: 1 },
    { gear: "5", ratio: 0.79 },
  ],
  halfShaftJoint: "none" as const,
  propShaft: true,
};

/** A recording of eight seconds, of which the peaks are known. */
export const shaking = (
  peaks: readonly (readonly [hz: number, amplitude: number])[],
  data: Partial<NewFields<"recording">> = {},
): RecordOf<"recording"> =>
  record("recording", {
    jobId: PARENT,
    file: "a".repeat(64),
    rateHz: 1024,
    count: 8192,
    binHz: 0.5,
    unit: "m/s2",
    peaks: peaks.map(([hz, amplitude]) => ({ hz, amplitude })),
    ...data,
  });

/** A straight lever, knob above and pin below its pivot, mm; driven directly where nothing else is said. */
export const straightLever = (
  knobMm: number,
  pinMm: number,
  drive: LeverGeometry["drive"] = { kind: "direct", axisDeg: 0 },
): LeverGeometry => ({ knob: { xMm: 0, zMm: knobMm }, pin: { xMm: 0, zMm: -pinMm }, drive, cross: {} });

/** A lever as it stands on the bench, the old one where nothing else is said. */
export const onBench = (data: Partial<BenchSetup> = {}): BenchSetup => ({
  id: "old",
  role: "old",
  name: "Old lever",
  origin: "measured",
  taken: {},
  lever: straightLever(300, 60),
  ...UNTOLD_SETUP,
  ...data,
});

/** A job as a line of the Yard; what is not said is empty. */
export const yardJob = (data: Partial<YardJob> = {}): YardJob => ({
  id: PARENT,
  number: 215,
  vehicleId: PARENT,
  tag: "SI 0311",
  title: "Skarvane P2",
  owner: "Skerrin Post",
  stage: "plan",
  load: [],
  bay: "",
  waits: { kind: "nothing", what: "", since: null, until: null },
  nextAction: "",
  complaint: "",
  openedAt: null,
  version: 4,
  reminders: [],
  ordered: [],
  ...data,
});
