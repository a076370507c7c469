import type { z } from "zod";
import type { EntitySchemaColumnOptions, TableColumnOptions } from "typeorm";

/** Kinds of column we use, each mapped once for the entities and once for the migrations. */
export type ColumnKind = "text" | "integer" | "real" | "flag" | "json";

export interface ColumnSpec {
  kind: ColumnKind;
  nullable?: boolean;
}

const WRAPPERS = new Set(["default", "prefault", "optional", "readonly", "nonoptional", "catch"]);

/** The parts of a schema's definition that decide how a field is kept. */
interface Definition {
  type: string;
  innerType?: z.ZodType;
  in?: z.ZodType;
  out?: z.ZodType;
}

/** The column that keeps a field of this shape: what is not a single value is kept as JSON. */
export function columnOf(field: z.ZodType, nullable = false): ColumnSpec {
  const def = field.def as Definition;
  if (def.innerType && WRAPPERS.has(def.type)) return columnOf(def.innerType, nullable);
  if (def.innerType && def.type === "nullable") return columnOf(def.innerType, true);
  if (def.type === "pipe") return columnOf((def.out?.def.type === "transform" ? def.in : def.out)!, nullable);
  const kind = KIND_OF[def.type] ?? "json";
  const whole = kind === "real" && (field as z.ZodNumber).isInt;
  return { kind: whole ? "integer" : kind, ...(nullable && { nullable }) };
}

const KIND_OF: Record<string, ColumnKind> = {
  string: "text",
  enum: "text",
  literal: "text",
  boolean: "flag",
  number: "real",
};

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
