import type { Job, Part, SpecLine, TorqueGroup, WantedValue } from "../../contract";
import { isWanted, stateOf } from "./value";

type Asked = Pick<TorqueGroup, "jobId" | "lineId" | "specTyped"> | Pick<Part, "jobId" | "lineId" | "number">;

/** Whether a job still goes without the value it took from a line. */
const waits = (a: Asked): boolean => !("specTyped" in a ? a.specTyped : a.number).trim();

/**
 * Values that are missing or in conflict, those first that most open jobs wait for; a missing one before one in
 * conflict, then by name.
 */
export function wantedValues(
  lines: readonly SpecLine[],
  asked: readonly Asked[],
  jobs: readonly (Pick<Job, "id" | "number"> & { tag: string })[],
  nameOf: (line: SpecLine) => string,
): WantedValue[] {
  const byId = new Map(jobs.map((j) => [j.id, j]));
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
          const job = byId.get(id);
          return job ? [{ id: job.id, number: job.number, tag: job.tag }] : [];
        }),
      },
    ];
  });
  return found.sort(
    (a, b) =>
      b.jobs.length - a.jobs.length ||
      (a.state === b.state ? 0 : a.state === "missing" ? -1 : 1) ||
      a.name.localeCompare(b.name, "en"),
  );
}
