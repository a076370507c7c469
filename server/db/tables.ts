import { jobChildren, resourceNames, resources, type ResourceName } from "../../contract";
import { columnOf, type ColumnSpec } from "./columns";

/** A parent record a column points to. */
export interface ParentLink {
  column: string;
  to: ResourceName;
}

export interface TableSpec {
  table: string;
  columns: Record<string, ColumnSpec>;
  parents: readonly ParentLink[];
  /** Further columns that lists filter or sort by. */
  indexed: readonly string[];
  /** Columns in which no two records say the same. */
  unique: readonly string[];
}

/** Tables whose name is not that of their kind of record: SQL keeps some words to itself. */
const NAMES: { [R in ResourceName]?: string } = {
  setup: "lever_setup",
  joint: "slack_joint",
  torqueGroup: "torque_group",
  signature: "torque_signature",
  part: "part_line",
  step: "plan_step",
  specLine: "spec_line",
  template: "job_template",
  stockItem: "stock_item",
  sheetPhoto: "sheet_photo",
};

const FURTHER_PARENTS: { [R in ResourceName]?: readonly ParentLink[] } = {
  job: [{ column: "vehicleId", to: "vehicle" }],
  signature: [{ column: "groupId", to: "torqueGroup" }],
  recheck: [{ column: "vehicleId", to: "vehicle" }],
  specLine: [
    { column: "sheetId", to: "sheet" },
    { column: "vehicleId", to: "vehicle" },
  ],
};

const INDEXED: { [R in ResourceName]?: readonly string[] } = {
  vehicle: ["tag", "deletedAt"],
  job: ["closedAt"],
  sheet: ["deletedAt"],
};

const UNIQUE: { [R in ResourceName]?: readonly string[] } = { job: ["number"] };

function tableOf(name: ResourceName): TableSpec {
  const shape: Record<string, Parameters<typeof columnOf>[0]> = resources[name].shape;
  const ofJob = jobChildren.some((c) => c === name);
  return {
    table: NAMES[name] ?? name,
    columns: Object.fromEntries(Object.entries(shape).map(([key, field]) => [key, columnOf(field)])),
    parents: [...(ofJob ? [{ column: "jobId", to: "job" } as const] : []), ...(FURTHER_PARENTS[name] ?? [])],
    indexed: INDEXED[name] ?? [],
    unique: UNIQUE[name] ?? [],
  };
}

/** How each kind of record is kept: a column for each field of its shape, after the head that all have. */
export const tables = Object.fromEntries(resourceNames.map((n) => [n, tableOf(n)])) as Record<ResourceName, TableSpec>;

export const HEAD_COLUMNS = ["id", "version", "createdAt", "updatedAt", "deletedAt"] as const;

/** All columns of a kind of record, head first. */
export const columnNames = (name: ResourceName): string[] => [...HEAD_COLUMNS, ...Object.keys(tables[name].columns)];
