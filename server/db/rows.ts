import type { EntityManager } from "typeorm";
import type { RecordOf, ResourceName } from "../../contract";
import type { Row } from "./entities";
import { columnNames, tables } from "./tables";

/** A row as the driver gives it, to a record: JSON parsed, flags to booleans. */
export function toRecord<R extends ResourceName>(name: R, row: Row): RecordOf<R> {
  const record: Row = { ...row };
  for (const [key, spec] of Object.entries(tables[name].columns)) {
    const value = record[key];
    if (value === null || value === undefined) record[key] = null;
    else if (spec.kind === "json") record[key] = JSON.parse(String(value));
    else if (spec.kind === "flag") record[key] = Boolean(value);
  }
  return record as RecordOf<R>;
}

/** Fields of a record to what the driver takes. */
export function toRow(name: ResourceName, fields: Row): Row {
  const row: Row = {};
  for (const [key, value] of Object.entries(fields)) {
    const kind = tables[name].columns[key]?.kind;
    if (typeof value === "number" && !Number.isFinite(value)) {
      throw new RangeError(`${name}.${key}: ${value} cannot be stored; a finite number can`);
    }
    row[key] = value !== null && kind === "json" ? JSON.stringify(value) : value;
  }
  return row;
}

const quoted = (names: readonly string[]): string => names.map((n) => `"${n}"`).join(",");

const selects = new Map<string, string>();

/** SELECT of all columns of a kind of record, made once. */
export function selectOf(name: ResourceName): string {
  let sql = selects.get(name);
  if (!sql) {
    sql = `SELECT ${quoted(columnNames(name))} FROM "${tables[name].table}"`;
    selects.set(name, sql);
  }
  return sql;
}

/** Records of one kind by raw query: hot reads are several times cheaper than through entities. */
export async function find<R extends ResourceName>(
  manager: EntityManager,
  name: R,
  where: string,
  parameters: unknown[] = [],
): Promise<RecordOf<R>[]> {
  const rows = (await manager.query(`${selectOf(name)} ${where}`, parameters)) as Row[];
  return rows.map((row) => toRecord(name, row));
}

export async function findById<R extends ResourceName>(
  manager: EntityManager,
  name: R,
  id: string,
): Promise<RecordOf<R> | null> {
  return (await find(manager, name, "WHERE id = ?", [id]))[0] ?? null;
}
