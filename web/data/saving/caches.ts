import {
  type ChangeAnswer,
  type DossierView,
  type JobView,
  type RecordHead,
  type ResourceName,
  jobChildren,
} from "../../../contract";
import { recordsApi } from "../api";
import type { AppDispatch, RootState } from "../store";

export type Acknowledged = ChangeAnswer["records"][number];

/** Puts an acknowledged record into a cached list: replaced, added where it belongs, or taken out. */
function place<T extends RecordHead>(list: T[], record: T, belongs: boolean): void {
  const at = list.findIndex((r) => r.id === record.id);
  if (record.deletedAt !== null) {
    if (at >= 0) list.splice(at, 1);
  } else if (at >= 0) list[at] = record;
  else if (belongs) list.push(record);
}

/** Acknowledged records go straight into what is on screen, so nothing flickers while lists are read anew. */
export function intoCaches(dispatch: AppDispatch, state: RootState, records: Acknowledged[]): void {
  for (const { resource, record } of records) {
    const r = record as unknown as RecordHead & { jobId?: string; vehicleId?: string };
    for (const query of Object.values(state.api.queries)) {
      if (query?.endpointName === "job") {
        const jobId = query.originalArgs as unknown as string;
        dispatch(recordsApi.util.updateQueryData("job", jobId, (view) => intoJob(view as JobView, resource, r)));
      } else if (query?.endpointName === "vehicle") {
        const id = query.originalArgs as unknown as string;
        dispatch(
          recordsApi.util.updateQueryData("vehicle", id, (view) => intoDossier(view as DossierView, resource, r)),
        );
      } else if (query?.endpointName === "shop") {
        dispatch(
          recordsApi.util.updateQueryData("shop", undefined, (view) => {
            if (resource === "shop") view.shop = record as never;
            if (resource === "person") place(view.people, record as never, true);
          }),
        );
      }
    }
  }
}

function intoJob(view: JobView, resource: ResourceName, record: RecordHead & { jobId?: string }): void {
  if (resource === "job" && record.id === view.job.id) view.job = record as never;
  if (resource === "vehicle" && record.id === view.vehicle.id) view.vehicle = record as never;
  const child = jobChildren.find((c) => c === resource);
  if (child) place(view[child] as RecordHead[], record, record.jobId === view.job.id);
}

function intoDossier(
  view: DossierView,
  resource: ResourceName,
  record: RecordHead & { jobId?: string; vehicleId?: string },
): void {
  if (resource === "vehicle" && record.id === view.vehicle.id) view.vehicle = record as never;
  if (resource === "job") place(view.jobs as RecordHead[], record, record.vehicleId === view.vehicle.id);
}
