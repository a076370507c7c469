import { TableColumn, type MigrationInterface, type QueryRunner } from "typeorm";
import { column, tableColumn } from "../columns";
import { createJobTable } from "./headed";

const { text, integer, real, json, maybe } = column;

/** Columns that older tables gain: [table, column]. */
const added = [
  ["vehicle", "driveTrain"],
  ["job", "roughness"],
] as const;

/** Vibration recordings, what of a vehicle turns how fast, and how rough it ran under which condition. */
export class Recordings1764300000000 implements MigrationInterface {
  name = "Recordings1764300000000";

  async up(runner: QueryRunner): Promise<void> {
    await createJobTable(runner, "recording", {
      file: text,
      rateHz: real,
      count: integer,
      unit: text,
      binHz: real,
      peaks: json,
      rpmTrack: maybe(json),
      notes: json,
      name: text,
      phase: text,
      condition: text,
      gear: text,
      speedKmh: maybe(real),
      engineRpm: maybe(real),
      place: text,
      by: text,
      note: text,
      takenBy: maybe(text),
      takenAt: maybe(text),
    });
    for (const [table, name] of added) {
      await runner.addColumn(table, new TableColumn(tableColumn(name, maybe(json))));
    }
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const [table, name] of [...added].reverse()) await runner.dropColumn(table, name);
    await runner.dropTable("recording");
  }
}
