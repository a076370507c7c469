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
