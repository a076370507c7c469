import { Table, TableColumn, type MigrationInterface, type QueryRunner } from "typeorm";
import { column, tableColumn } from "../columns";

const { text, integer, real, flag, json, maybe } = column;

/** The joints a job's slop is made of, the play it shall come down to, and where a reading was taken. */
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
    await runner.addColumn("job", new TableColumn(tableColumn("slackTarget", maybe(json))));
    await runner.addColumn("reading", new TableColumn(tableColumn("place", maybe(text))));
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.dropColumn("reading", "place");
    await runner.dropColumn("job", "slackTarget");
    await runner.dropTable("slack_joint");
  }
}
