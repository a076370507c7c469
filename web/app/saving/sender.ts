import type { ChangeAnswer, DossierView, JobView, RecordHead, ResourceName } from "../../../contract";
import { jobChildren } from "../../../contract";
import { api, post, recordsApi, type ApiError } from "../api";
import type { AppDispatch, AppStore, RootState } from "../store";
import { saving, withKnownVersions } from "./queue";

const { acknowledged, sending, troubled, wentOffline } = saving.actions;

/** Wait before the next try while the server does not answer. */
const RETRY_MS = 2500;

type Acknowledged = ChangeAnswer["records"][number];

/** Puts an acknowledged record into a cached list: replaced, added where it belongs, or taken out. */
function place<T extends RecordHead>(list: T[], record: T, belongs: boolean): void {
  const at = list.findIndex((r) => r.id === record.id);
  if (record.deletedAt !== null) {
    if (at >= 0) list.splice(at, 1);
  } else if (at >= 0) list[at] = record;
  else if (belongs) list.push(record);
}

/** Acknowledged records go straight into what is on screen, so nothing flickers while lists are read anew. */
function intoCaches(dispatch: AppDispatch, state: RootState, records: Acknowledged[]): void {
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

/** Sends what waits, one after the other, for as long as the program runs. */
export function startSender(store: AppStore): () => void {
  let retry: ReturnType<typeof setTimeout> | undefined;

  const step = async (): Promise<void> => {
    const { pending, phase, known } = store.getState().saving;
    const [entry] = pending;
    if (!entry || phase !== "idle") return;
    store.dispatch(sending());
    try {
      const answer = await post(entry.kind, withKnownVersions(entry, known));
      intoCaches(store.dispatch, store.getState(), answer.records);
      const versions = Object.fromEntries(answer.records.map(({ record }) => [record.id, record.version]));
      store.dispatch(acknowledged({ at: answer.change.at, versions }));
      const touched = new Set(answer.records.map((r) => r.resource));
      const tags: Parameters<typeof api.util.invalidateTags>[0] = ["Yard", "History"];
      if (touched.has("vehicle") || touched.has("job")) tags.push("Vehicles");
      if (answer.records.some(({ record }) => record.deletedAt !== null) || entry.kind !== "change") tags.push("Bin");
      store.dispatch(api.util.invalidateTags(tags));
    } catch (error) {
      const e = error as ApiError;
      if ("offline" in e && !e.offline) store.dispatch(troubled(e.refusal.error));
      else {
        store.dispatch(wentOffline());
        clearTimeout(retry);
        retry = setTimeout(resume, RETRY_MS);
      }
    }
  };

  const resume = (): void => {
    if (store.getState().saving.phase === "offline") store.dispatch(saving.actions.backOnline());
  };

  const unsubscribe = store.subscribe(() => void step());
  window.addEventListener("online", resume);
  void step();
  return () => {
    unsubscribe();
    clearTimeout(retry);
    window.removeEventListener("online", resume);
  };
}
