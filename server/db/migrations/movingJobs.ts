import { TableColumn, type MigrationInterface, type QueryRunner } from "typeorm";
import { column, tableColumn } from "../columns";
import { columnWithDefault, dropDefaults } from "./headed";

const { text, integer, real, flag, json, maybe } = column;

const FILLED = [
  ["job", "reminders", json, "[]"],
  ["vehicle", "automatic", flag, "0"],
  ["reading", "simulated", flag, "0"],
  ["recording", "simulated", flag, "0"],
  ["torque_signature", "simulated", flag, "0"],
  ["part_line", "alternative", flag, "0"],
  ["plan_step", "hands", integer, "1"],
  ["plan_step", "waitMin", real, "0"],
  ["shop", "simulatedInstruments", flag, "0"],
] as const;

/**
 * What a job waits for follows from its parts and steps; what was open when it was closed is kept, and a change made
 * after that is a correction with its reason. Readings of simulated instruments are marked for good; which of the
 * older ones were is not known.
 */
export class MovingJobs1764600000000 implements MigrationInterface {
  name = "MovingJobs1764600000000";

  async up(runner: QueryRunner): Promise<void> {
    await runner.addColumn("job", new TableColumn(tableColumn("closing", maybe(json))));
    await runner.addColumn("change", new TableColumn(tableColumn("correction", maybe(text))));
    for (const [table, name, spec, value] of FILLED) {
      await runner.addColumn(table, columnWithDefault(name, spec, value));
    }
    await dropDefaults(
      runner,
      FILLED.map(([table, name, spec]) => [table, name, spec] as const),
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const [table, name] of FILLED) await runner.dropColumn(table, name);
    await runner.dropColumn("change", "correction");
    await runner.dropColumn("job", "closing");
  }
}
