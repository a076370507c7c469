import {
  jobChildren,
  resources,
  type JobView,
  type NewFields,
  type RecordHead,
  type RecordOf,
  type ResourceName,
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
