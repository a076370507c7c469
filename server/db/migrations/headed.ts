import { Table, type QueryRunner } from "typeorm";
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
