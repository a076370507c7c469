import { Table, TableColumn, type MigrationInterface, type QueryRunner } from "typeorm";
import { column, tableColumn } from "../columns";

const { text, integer, real, flag, json, maybe } = column;

/** The slack chain of a job, where a reading was taken, and what was left of the complaint after the road test. */
export class SlackChain1764100000000 implements MigrationInterface {
  name = "SlackChain1764100000000";

  async up(runner: QueryRunner): Promise<void> {
    await runner.createTable(
      new Table({
        name: "slack_joint",
        columns: [
          { name: "id", type: "text", isPrimary: true },
          tableColumn("version", integer),
          tableColumn("createdAt", text),
          tableColumn("updatedAt", text),
          tableColumn("deletedAt", maybe(text)),
          tableColumn("jobId", text),
          tableColumn("name", text),
          tableColumn("at", text),
          tableColumn("direction", text),
          tableColumn("play", json),
          tableColumn("origin", text),
          tableColumn("newPlay", maybe(json)),
          tableColumn("cost", maybe(real)),
          tableColumn("minutes", real),
          tableColumn("part", text),
          tableColumn("tryNew", flag),
          tableColumn("position", real),
        ],
        indices: [{ name: "ix_slack_joint_jobId", columnNames: ["jobId"] }],
        foreignKeys: [
          {
            name: "fk_slack_joint_jobId",
            columnNames: ["jobId"],
            referencedTableName: "job",
            referencedColumnNames: ["id"],
          },
        ],
      }),
    );
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
