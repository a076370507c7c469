import { Table, type MigrationInterface, type QueryRunner } from "typeorm";
import { column, tableColumn, type ColumnSpec } from "../columns";
import { addColumns, createJobTable, headColumns, removeColumns, type AddedColumn } from "./headed";

const { text, real, json, maybe } = column;

const SHEET_PHOTO: Record<string, ColumnSpec> = {
  photoId: text,
  sheet: text,
  corners: json,
  barMm: maybe(real),
  focal35Mm: maybe(real),
  heights: json,
  points: json,
  known: maybe(json),
  figures: json,
  front: text,
  oldSetupId: maybe(text),
  newSetupId: maybe(text),
};

const KIT: Record<string, ColumnSpec> = {
  name: text,
  maker: text,
  number: text,
  fits: text,
  knob: maybe(json),
  pin: maybe(json),
  origin: text,
  claimedReductionPct: maybe(real),
  price: maybe(real),
  source: text,
};

const ADDED: readonly AddedColumn[] = [
  ["job", "wish", maybe(json), null],
  ["shop", "hourPrice", maybe(real), null],
  ["photo", "focal35Mm", maybe(real), null],
];

/** Photographs of parts on the measuring sheet; levers that can be bought; the lever wished for in a job; the price of an hour; the lens a picture was taken with. */
export class PhotoBench1766000000000 implements MigrationInterface {
  name = "PhotoBench1766000000000";

  async up(runner: QueryRunner): Promise<void> {
    await runner.createTable(
      new Table({
        name: "kit",
        columns: [...headColumns(), ...Object.entries(KIT).map(([key, spec]) => tableColumn(key, spec))],
      }),
    );
    await createJobTable(runner, "sheet_photo", SHEET_PHOTO);
    await addColumns(runner, ADDED);
  }

  async down(runner: QueryRunner): Promise<void> {
    await removeColumns(runner, ADDED);
    await runner.dropTable("sheet_photo");
    await runner.dropTable("kit");
  }
}
