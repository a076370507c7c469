import { isDeepStrictEqual } from "node:util";
import { FindOperator, type EntityManager, type FindOptionsWhere, type SelectQueryBuilder } from "typeorm";
import type { RecordOf, ResourceName } from "../../contract";
import { entities, type Row } from "./entities";
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

/** Which records, in which order, and how many at most. Conditions are TypeORM's own operators. */
export interface Wanted {
  where?: FindOptionsWhere<Row>;
  order?: Record<string, "ASC" | "DESC">;
  take?: number;
}

/** A query for some columns of one kind of record, each under its own name, as raw rows. */
export function rowsOf(
  manager: EntityManager,
  name: ResourceName,
  columns: readonly string[],
  { where, order = {}, take }: Wanted,
): SelectQueryBuilder<Row> {
  const query = manager.createQueryBuilder(entities[name], "r").select([]);
  for (const column of columns) query.addSelect(`r.${column}`, column);
  if (where) query.where(where);
  for (const [column, way] of Object.entries(order)) query.addOrderBy(`r.${column}`, way);
  return take === undefined ? query : query.limit(take);
}

/** The values of a condition, in the order it names its columns; null where only the builder can tell. */
function valuesOf(where: FindOptionsWhere<Row>): unknown[] | null {
  const values: unknown[] = [];
  for (const value of Object.values(where)) {
    if (!(value instanceof FindOperator)) values.push(value);
    else if (value.type === "in" && (value.value as unknown[]).length) values.push(...(value.value as unknown[]));
    else if (value.type !== "isNull") return null;
  }
  return values;
}

/** Conditions of one form differ only in their values: their statement is the same. */
const formOf = (name: ResourceName, { where = {}, order, take }: Wanted): string =>
  JSON.stringify([
    name,
    Object.entries(where).map(([column, v]) =>
      v instanceof FindOperator ? [column, v.type, Array.isArray(v.value) ? v.value.length : 0] : column,
    ),
    order,
    take,
  ]);

const statements = new Map<string, string>();

/** Forms kept: lists of many lengths must not fill the memory. */
const MOST_FORMS = 500;

/** Records of one kind, from raw rows: making a statement takes longer than running it, so each is made once. */
export async function find<R extends ResourceName>(
  manager: EntityManager,
  name: R,
  wanted: Wanted = {},
): Promise<RecordOf<R>[]> {
  const values = valuesOf(wanted.where ?? {});
  const form = formOf(name, wanted);
  const known = values && statements.get(form);
  const query = known ? null : rowsOf(manager, name, columnNames(name), wanted);
  const [statement, parameters] = query?.getQueryAndParameters() ?? [known!, values!];
  if (values && !known && statements.size < MOST_FORMS && isDeepStrictEqual(parameters, values)) {
    statements.set(form, statement);
  }
  const rows = (await manager.query(statement, parameters)) as Row[];
  return rows.map((row) => toRecord(name, row));
}

export async function findById<R extends ResourceName>(
  manager: EntityManager,
  name: R,
  id: string,
): Promise<RecordOf<R> | null> {
  return (await find(manager, name, { where: { id } }))[0] ?? null;
}
