import { Table, TableColumn, type MigrationInterface, type QueryRunner } from "typeorm";
import { ulid } from "ulid";
import { column, tableColumn } from "../columns";

const { text, integer, maybe } = column;

/**
 * Whose a change is and what it said: the screen it came from where nobody was chosen, and a digest of its contents,
 * so that a repeated id with other contents is noticed. The shop gets an id of its own: what waits in a browser
 * knows where it belongs. Job numbers may begin where the old book ended.
 */
export class Whose1764400000000 implements MigrationInterface {
  name = "Whose1764400000000";

  async up(runner: QueryRunner): Promise<void> {
    await runner.addColumn("change", new TableColumn(tableColumn("station", maybe(text))));
    await runner.addColumn("change", new TableColumn(tableColumn("digest", maybe(text))));
    await runner.addColumn("shop", new TableColumn(tableColumn("firstJobNumber", maybe(integer))));
    await runner.createTable(
      new Table({ name: "shop_identity", columns: [{ ...tableColumn("id", text), isPrimary: true }] }),
    );
    await runner.manager.createQueryBuilder().insert().into("shop_identity").values({ id: ulid() }).execute();
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.dropTable("shop_identity");
    await runner.dropColumn("shop", "firstJobNumber");
    await runner.dropColumn("change", "digest");
    await runner.dropColumn("change", "station");
  }
}
