import type { EntitySchemaColumnOptions, TableColumnOptions } from "typeorm";

/** Kinds of column we use, each mapped once for the entities and once for the migrations. */
export type ColumnKind = "text" | "integer" | "real" | "flag" | "json";

export interface ColumnSpec {
  kind: ColumnKind;
  nullable?: boolean;
}

const SQL_TYPE = { text: "text", integer: "integer", real: "double precision", flag: "boolean", json: "text" } as const;

export const entityColumn = (spec: ColumnSpec): EntitySchemaColumnOptions => ({
  type: SQL_TYPE[spec.kind],
  nullable: spec.nullable ?? false,
});

export const tableColumn = (name: string, spec: ColumnSpec): TableColumnOptions => ({
  name,
  type: SQL_TYPE[spec.kind],
  isNullable: spec.nullable ?? false,
});

const t: ColumnSpec = { kind: "text" };
const i: ColumnSpec = { kind: "integer" };
const r: ColumnSpec = { kind: "real" };
const f: ColumnSpec = { kind: "flag" };
const j: ColumnSpec = { kind: "json" };
const maybe = (spec: ColumnSpec): ColumnSpec => ({ ...spec, nullable: true });

/** Short names for writing column lists. */
export const column = { text: t, integer: i, real: r, flag: f, json: j, maybe };
