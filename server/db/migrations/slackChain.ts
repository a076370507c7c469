import { TableColumn, type MigrationInterface, type QueryRunner } from "typeorm";
import { column, tableColumn } from "../columns";
import { createJobTable } from "./headed";

const { text, real, flag, json, maybe } = column;

/** The slack chain of a job, where a reading was taken, and what was left of the complaint after the road test. */
export class SlackChain1764100000000 implements MigrationInterface {
  name = "SlackChain1764100000000";

  async up(runner: QueryRunner): Promise<void> {
    await createJobTable(runner, "slack_joint", {
      name: text,
      at: text,
      direction: text,
      play: json,
      origin: text,
      newPlay: maybe(json),
      cost: maybe(real),
      minutes: real,
      part: text,
      tryNew: flag,
      position: real,
    });
    for (const name of ["slackTarget", "symptomsAfter", "repaired"]) {
      await runner.addColumn("job", new TableColumn(tableColumn(name, maybe(json))));
    }
    await runner.addColumn("reading", new TableColumn(tableColumn("place", maybe(text))));
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.dropColumn("reading", "place");
    await runner.dropColumns("job", ["slackTarget", "symptomsAfter", "repaired"]);
    await runner.dropTable("slack_joint");
  }
}
