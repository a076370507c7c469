import { Table, TableColumn, type QueryRunner, type TableColumnOptions } from "typeorm";
import { column, tableColumn, type ColumnSpec } from "../columns";

/** The columns every record has. */
export const headColumns = (): TableColumnOptions[] => [
  { name: "id", type: "text", isPrimary: true },
  tableColumn("version", column.integer),
  tableColumn("createdAt", column.text),
  tableColumn("updatedAt", column.text),
  tableColumn("deletedAt", column.maybe(column.text)),
];

/** A table of records that hang on a job: the head every record has, the columns given, key and index to the job. */
export async function createJobTable(
  runner: QueryRunner,
  name: string,
  columns: Record<string, ColumnSpec>,
): Promise<void> {
  await runner.createTable(
    new Table({
      name,
      columns: [
        ...headColumns(),
        tableColumn("jobId", column.text),
        ...Object.entries(columns).map(([key, spec]) => tableColumn(key, spec)),
      ],
      indices: [{ name: `ix_${name}_jobId`, columnNames: ["jobId"] }],
      foreignKeys: [
        {
          name: `fk_${name}_jobId`,
          columnNames: ["jobId"],
          referencedTableName: "job",
          referencedColumnNames: ["id"],
        },
      ],
    }),
  );
}

/** A column that the rows there are get a value for, as SQL text. */
export const columnWithDefault = (name: string, spec: ColumnSpec, value: string): TableColumn =>
  new TableColumn({ ...tableColumn(name, spec), default: `'${value}'` });

/** Defaults are for the rows there were; new rows are written whole. */
export async function dropDefaults(
  runner: QueryRunner,
  columns: readonly (readonly [table: string, name: string, spec: ColumnSpec])[],
): Promise<void> {
  // A table is copied for each change of its columns: all of one table are changed at once.
  for (const table of new Set(columns.map(([t]) => t))) {
    const known = await runner.getTable(table);
    const changes = columns.flatMap(([t, name, spec]) => {
      const oldColumn = t === table ? known?.findColumnByName(name) : undefined;
      return oldColumn ? [{ oldColumn, newColumn: new TableColumn(tableColumn(name, spec)) }] : [];
    });
    if (changes.length) await runner.changeColumns(table, changes);
  }
}

/** A column that a table gets, and what the rows there were have in it; null where they have none. */
export type AddedColumn = readonly [table: string, name: string, spec: ColumnSpec, value: string | null];

/** Adds columns to the tables there are. Each call copies its table: all columns of one table in one call. */
export async function addColumns(runner: QueryRunner, added: readonly AddedColumn[]): Promise<void> {
  for (const table of new Set(added.map(([t]) => t))) {
    await runner.addColumns(
      table,
      added
        .filter(([t]) => t === table)
        .map(([, name, spec, value]) =>
          value === null ? new TableColumn(tableColumn(name, spec)) : columnWithDefault(name, spec, value),
        ),
    );
  }
  await dropDefaults(
    runner,
    added.filter(([, , , value]) => value !== null).map(([table, name, spec]) => [table, name, spec] as const),
  );
}

export async function removeColumns(runner: QueryRunner, added: readonly AddedColumn[]): Promise<void> {
  for (const table of new Set(added.map(([t]) => t))) {
    await runner.dropColumns(
      table,
      added.filter(([t]) => t === table).map(([, name]) => name),
    );
  }
}
