import type { MigrationInterface, QueryRunner } from "typeorm";
import { column } from "../columns";
import { addColumns, removeColumns, type AddedColumn } from "./headed";

const ADDED: readonly AddedColumn[] = [["vehicle", "unsaid", column.json, "[]"]];

/** What of a vehicle nobody has said yet, though a field of it must hold something. */
export class Unsaid1766300000000 implements MigrationInterface {
  name = "Unsaid1766300000000";

  async up(runner: QueryRunner): Promise<void> {
    await addColumns(runner, ADDED);
  }

  async down(runner: QueryRunner): Promise<void> {
    await removeColumns(runner, ADDED);
  }
}
