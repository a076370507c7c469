import type { MigrationInterface, QueryRunner } from "typeorm";
import { column } from "../columns";
import { addColumns, removeColumns, type AddedColumn } from "./headed";

const { text, json, maybe } = column;

const ADDED: readonly AddedColumn[] = [
  ["torque_group", "critical", text, "none"],
  ["torque_group", "prevailing", maybe(json), null],
  ["torque_group", "prevailingSource", text, ""],
  ["job", "decided", json, "[]"],
];

/** Fasteners that hold the vehicle until they are signed; the torque a self-locking nut takes by itself; what a plan left to decide. */
export class Critical1766200000000 implements MigrationInterface {
  name = "Critical1766200000000";

  async up(runner: QueryRunner): Promise<void> {
    await addColumns(runner, ADDED);
  }

  async down(runner: QueryRunner): Promise<void> {
    await removeColumns(runner, ADDED);
  }
}
