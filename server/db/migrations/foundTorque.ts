import type { MigrationInterface, QueryRunner } from "typeorm";
import { column } from "../columns";
import { addColumns, removeColumns, type AddedColumn } from "./headed";

const ADDED: readonly AddedColumn[] = [
  ["recheck", "groups", column.json, "[]"],
  ["recheck", "found", column.json, "[]"],
];

/** What torque bolts were found at when they were looked at again. */
export class FoundTorque1766100000000 implements MigrationInterface {
  name = "FoundTorque1766100000000";

  async up(runner: QueryRunner): Promise<void> {
    await addColumns(runner, ADDED);
  }

  async down(runner: QueryRunner): Promise<void> {
    await removeColumns(runner, ADDED);
  }
}
