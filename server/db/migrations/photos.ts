import { TableColumn, type MigrationInterface, type QueryRunner } from "typeorm";
import { column, tableColumn, type ColumnSpec } from "../columns";
import { createJobTable } from "./headed";

const { text, integer, real, json, maybe } = column;

/** Columns that older tables gain: [table, column, kind]. */
const added: readonly [table: string, name: string, kind: ColumnSpec][] = [
  ["shop", "knowledge", maybe(json)],
  ["shop", "grades", maybe(json)],
  ["shop", "shims", maybe(json)],
  ["finding", "observation", maybe(text)],
  ["job", "slackTargetPct", maybe(real)],
  ["vehicle", "surroundings", maybe(json)],
  ["vehicle", "powerUnit", maybe(json)],
  ["job", "mountRoom", maybe(json)],
  ["lever_setup", "notches", maybe(json)],
];

/** Photos, what tools were asked and what was set by them, the shop's own tables, what stands round the lever. */
export class Photos1764200000000 implements MigrationInterface {
  name = "Photos1764200000000";

  async up(runner: QueryRunner): Promise<void> {
    await createJobTable(runner, "photo", {
      readingId: maybe(text),
      file: text,
      name: text,
      widthPx: integer,
      heightPx: integer,
      takenBy: maybe(text),
      takenAt: maybe(text),
    });
    await createJobTable(runner, "setting", {
      tool: text,
      name: text,
      input: json,
      says: text,
      state: text,
      personId: maybe(text),
      at: maybe(text),
      note: text,
    });
    for (const [table, name, kind] of added) {
      await runner.addColumn(table, new TableColumn(tableColumn(name, kind)));
    }
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const [table, name] of [...added].reverse()) await runner.dropColumn(table, name);
    await runner.dropTable("setting");
    await runner.dropTable("photo");
  }
}
