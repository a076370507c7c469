import {
  jobChildren,
  resources,
  type DossierView,
  type JobView,
  type MemoryJob,
  type NewFields,
  type RecordHead,
  type RecordOf,
  type ResourceName,
  type SpecLine,
} from "../../contract";

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
