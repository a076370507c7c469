import { Table, type MigrationInterface, type QueryRunner } from "typeorm";
import { column, tableColumn, type ColumnSpec } from "../columns";
import { addColumns, headColumns, removeColumns, type AddedColumn } from "./headed";

const { text, real, flag, json, maybe } = column;

const TEMPLATE: Record<string, ColumnSpec> = { basedOn: text, content: json };

const STOCK: Record<string, ColumnSpec> = {
  name: text,
  number: text,
  quantity: real,
  unit: text,
  least: real,
  price: maybe(real),
  consumable: flag,
  place: text,
};

/** Columns that the records there were get a value for. */
const ADDED: readonly AddedColumn[] = [
  ["plan_step", "minutes", maybe(real), null],
  ["plan_step", "needs", json, "[]"],
  ["plan_step", "load", json, "[]"],
  ["plan_step", "facts", maybe(json), null],
  ["plan_step", "source", text, ""],
  ["plan_step", "skippedReason", text, ""],
  ["plan_step", "startedAt", maybe(text), null],
  ["plan_step", "doneAt", maybe(text), null],
  ["plan_step", "workedMin", maybe(real), null],
  ["plan_step", "ticked", json, "[]"],
  ["part_line", "insteadOf", maybe(text), null],
  ["part_line", "way", text, "part"],
  ["part_line", "addsMin", real, "0"],
  ["part_line", "arrives", maybe(text), null],
  ["part_line", "recheck", maybe(text), null],
  ["part_line", "supplier", text, ""],
  ["part_line", "consumable", flag, "0"],
  ["part_line", "notInKit", flag, "0"],
  ["shop", "hours", maybe(json), null],
];

/** Steps that know their minutes, needs and what comes apart; ways to get a part; the shop's templates and shelf. */
export class WorkPlan1764900000000 implements MigrationInterface {
  name = "WorkPlan1764900000000";

  async up(runner: QueryRunner): Promise<void> {
    for (const [name, specs] of [
      ["job_template", TEMPLATE],
      ["stock_item", STOCK],
    ] as const) {
      await runner.createTable(
        new Table({
          name,
          columns: [...headColumns(), ...Object.entries(specs).map(([key, spec]) => tableColumn(key, spec))],
        }),
      );
    }
    await addColumns(runner, ADDED);
  }

  async down(runner: QueryRunner): Promise<void> {
    await removeColumns(runner, ADDED);
    await runner.dropTable("stock_item");
    await runner.dropTable("job_template");
  }
}
