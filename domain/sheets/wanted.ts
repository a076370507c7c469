import type { Job, Part, SpecLine, TorqueGroup, WantedValue } from "../../contract";
import { isWanted, stateOf } from "./value";

type Asked =
  Pick<TorqueGroup, "jobId" | "lineId" | "name" | "specTyped"> | Pick<Part, "jobId" | "lineId" | "name" | "number">;

/** Whether a job still goes without the value it took from a line. */
const waits = (a: Asked): boolean => !("specTyped" in a ? a.specTyped : a.number).trim();

/** Torque groups of open jobs that no sheet knows, without a value. */
const unlisted = (asked: readonly Asked[], byId: ReadonlyMap<string, WantedValue["jobs"][number]>): WantedValue[] =>
  asked.flatMap((a): WantedValue[] => {
    const job = byId.get(a.jobId);
    if (!job || a.lineId || !("specTyped" in a) || !waits(a)) return [];
    const of = { sheetId: null, vehicleId: null, of: job.tag };
    return [{ lineId: null, ...of, kind: "torque", name: a.name, state: "missing", jobs: [job] }];
  });

/**
 * Values that are missing or in conflict, in the sheets and in open jobs, those first that most open jobs
 * wait for; a missing one before one in conflict, then by name.
 */
export function wantedValues(
  lines: readonly SpecLine[],
  asked: readonly Asked[],
  jobs: readonly (Pick<Job, "id" | "number"> & { tag: string })[],
  nameOf: (line: SpecLine) => string,
): WantedValue[] {
  const byId = new Map(jobs.map(({ id, number, tag }) => [id, { id, number, tag }]));
  const found = lines.flatMap((line): WantedValue[] => {
    const state = stateOf(line);
    if (state.kind === "known" || !isWanted(line)) return [];
    const ids = new Set(asked.filter((a) => a.lineId === line.id && waits(a)).map((a) => a.jobId));
    return [
      {
        lineId: line.id,
        sheetId: line.sheetId,
        vehicleId: line.vehicleId,
        of: nameOf(line),
        kind: line.kind,
        name: line.name,
        state: state.kind,
        jobs: [...ids].flatMap((id) => {
          return byId.get(id) ?? [];
        }),
      },
    ];
  });
  return [...found, ...unlisted(asked, byId)].sort(
    (a, b) =>
      b.jobs.length - a.jobs.length ||
      (a.state === b.state ? 0 : a.state === "missing" ? -1 : 1) ||
      a.name.localeCompare(b.name, "en"),
  );
}
