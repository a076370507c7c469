import { Table, TableColumn, type QueryRunner } from "typeorm";
import { column, tableColumn, type ColumnSpec } from "../columns";

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
        { name: "id", type: "text", isPrimary: true },
        tableColumn("version", column.integer),
        tableColumn("createdAt", column.text),
        tableColumn("updatedAt", column.text),
        tableColumn("deletedAt", column.maybe(column.text)),
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
  for (const [table, name, spec] of columns) {
    const has = (await runner.getTable(table))?.findColumnByName(name);
    if (has) await runner.changeColumn(table, has, new TableColumn(tableColumn(name, spec)));
  }
}
