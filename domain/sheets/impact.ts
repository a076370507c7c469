import type { Part, SheetView, SpecLine, TorqueGroup, Vehicle } from "../../contract";
import { appliesTo } from "./applies";

/** What a changed line of a sheet reaches. */
export interface Impact {
  /** Vehicles that inherit it. */
  vehicles: Vehicle[];
  /** Those that say something else and stay as they are. */
  overridden: Vehicle[];
  /** Open jobs that took it. */
  jobs: { id: string; number: number | null; tag: string; group: TorqueGroup | null; part: Part | null }[];
}

/** Which vehicles inherit a line of the sheet, which override it, and which open jobs took it. */
export function impactOf(line: SpecLine, view: Pick<SheetView, "vehicles" | "vehicleLines" | "jobs">): Impact {
  const over = new Set(view.vehicleLines.filter((l) => l.overrides === line.id).map((l) => l.vehicleId));
  const tagOf = new Map(view.vehicles.map((v) => [v.id, v.tag]));
  return {
    vehicles: view.vehicles.filter((v) => !over.has(v.id) && appliesTo(line, v).answer !== "no"),
    overridden: view.vehicles.filter((v) => over.has(v.id)),
    jobs: view.jobs.flatMap((j) => {
      const group = j.groups.find((g) => g.lineId === line.id) ?? null;
      const part = j.parts.find((p) => p.lineId === line.id) ?? null;
      return group || part ? [{ id: j.id, number: j.number, tag: tagOf.get(j.vehicleId) ?? "", group, part }] : [];
    }),
  };
}
