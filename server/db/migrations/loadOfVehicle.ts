import { TableColumn, type MigrationInterface, type QueryRunner } from "typeorm";
import { column, tableColumn } from "../columns";
import { columnWithDefault, dropDefaults } from "./headed";

const { text, json, maybe } = column;

interface OldState {
  id: string;
  loadState: string;
  loadStateAt: string | null;
  loadStateBy: string | null;
}

/**
 * What a vehicle is on belongs to the vehicle, not to one of its jobs, and several things may be true at once. Open
 * jobs hand theirs on, the newest last. Signatures keep what was true when they were made, and gain what the wrench
 * was set to and what was done about a reading outside its limits.
 */
export class LoadOfVehicle1764500000000 implements MigrationInterface {
  name = "LoadOfVehicle1764500000000";

  async up(runner: QueryRunner): Promise<void> {
    await runner.addColumn("vehicle", columnWithDefault("load", json, '{"now":[],"at":null,"by":null}'));
    const open = (await runner.query(
      `SELECT "vehicleId" AS "id", "loadState", "loadStateAt", "loadStateBy" FROM "job"
        WHERE "closedAt" IS NULL AND "deletedAt" IS NULL ORDER BY "loadStateAt"`,
    )) as OldState[];
    for (const { id, loadState, loadStateAt, loadStateBy } of open) {
      const load = JSON.stringify({ now: [loadState], at: loadStateAt, by: loadStateBy });
      await runner.query(`UPDATE "vehicle" SET "load" = ? WHERE "id" = ?`, [load, id]);
    }
    await runner.addColumn("torque_signature", new TableColumn(tableColumn("setTo", maybe(json))));
    await runner.addColumn("torque_signature", columnWithDefault("outcome", text, "held"));
    await runner.addColumn("torque_signature", columnWithDefault("outcomeReason", text, ""));
    await runner.addColumn("torque_signature", columnWithDefault("load", json, "[]"));
    await runner.query(`UPDATE "torque_signature" SET "load" = '["' || "loadState" || '"]'`);
    await runner.dropColumn("torque_signature", "loadState");
    await runner.dropColumns("job", ["loadState", "loadStateAt", "loadStateBy"]);
    await dropDefaults(runner, [
      ["vehicle", "load", json],
      ["torque_signature", "outcome", text],
      ["torque_signature", "outcomeReason", text],
      ["torque_signature", "load", json],
    ]);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.addColumn("job", columnWithDefault("loadState", text, "onWheels"));
    await runner.addColumn("job", new TableColumn(tableColumn("loadStateAt", maybe(text))));
    await runner.addColumn("job", new TableColumn(tableColumn("loadStateBy", maybe(text))));
    await runner.addColumn("torque_signature", columnWithDefault("loadState", text, "onWheels"));
    await runner.dropColumns("torque_signature", ["load", "outcomeReason", "outcome", "setTo"]);
    await runner.dropColumn("vehicle", "load");
  }
}
