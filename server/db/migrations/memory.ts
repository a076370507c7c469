import { Table, type MigrationInterface, type QueryRunner } from "typeorm";
import { column, tableColumn, type ColumnSpec } from "../columns";
import { CREATE_INDEX, DROP_INDEX } from "../search";
import { addColumns, headColumns, removeColumns, type AddedColumn } from "./headed";

const { text, real, flag, json, maybe } = column;

const RECHECK: Record<string, ColumnSpec> = {
  vehicleId: text,
  jobId: maybe(text),
  what: text,
  everyKm: maybe(real),
  everyMonths: maybe(real),
  onDate: maybe(text),
  fromKm: maybe(real),
  fromDate: maybe(text),
  repeats: flag,
  doneAt: maybe(text),
  doneKm: maybe(real),
  outcome: maybe(text),
  note: text,
};

const ADDED: readonly AddedColumn[] = [
  ["job", "cause", maybe(text), null],
  ["job", "checked", json, "[]"],
  ["lever_setup", "maker", text, ""],
  ["lever_setup", "taken", json, "{}"],
  ["lever_setup", "number", text, ""],
  ["shop", "backup", maybe(json), null],
  ["shop", "learned", maybe(json), null],
  ["shop", "paper", text, "A4"],
  ["shop", "address", text, ""],
];

/** What can be found by its words; rechecks; the verified cause and the first drive of a job; maker and number of a kit; the shop's head and backup. */
export class Memory1765000000000 implements MigrationInterface {
  name = "Memory1765000000000";

  async up(runner: QueryRunner): Promise<void> {
    await runner.createTable(
      new Table({
        name: "recheck",
        columns: [...headColumns(), ...Object.entries(RECHECK).map(([key, spec]) => tableColumn(key, spec))],
        indices: [{ name: "ix_recheck_vehicleId", columnNames: ["vehicleId"] }],
        foreignKeys: [
          {
            name: "fk_recheck_vehicleId",
            columnNames: ["vehicleId"],
            referencedTableName: "vehicle",
            referencedColumnNames: ["id"],
          },
        ],
      }),
    );
    await addColumns(runner, ADDED);
    for (const statement of CREATE_INDEX) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const statement of DROP_INDEX) await runner.query(statement);
    await removeColumns(runner, ADDED);
    await runner.dropTable("recheck");
  }
}
