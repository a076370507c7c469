import { Table, type MigrationInterface, type QueryRunner } from "typeorm";
import { column, tableColumn, type ColumnSpec } from "../columns";
import { addColumns, headColumns, removeColumns, type AddedColumn } from "./headed";

const { text, real, flag, json, maybe } = column;

const SHEET: Record<string, ColumnSpec> = {
  name: text,
  make: text,
  model: text,
  variant: text,
  builtFrom: maybe(text),
  builtTo: maybe(text),
  transmission: text,
  option: text,
  layout: text,
  shifterKind: maybe(text),
  gearbox: maybe(json),
  lever: maybe(json),
  chain: maybe(json),
  powerUnit: maybe(json),
  driveTrain: maybe(json),
  notes: text,
};

const LINE: Record<string, ColumnSpec> = {
  sheetId: maybe(text),
  vehicleId: maybe(text),
  overrides: maybe(text),
  reason: text,
  kind: text,
  name: text,
  place: text,
  sources: json,
  decided: maybe(text),
  decidedReason: text,
  builtFrom: maybe(text),
  builtTo: maybe(text),
  chassisFrom: text,
  chassisTo: text,
  option: text,
  feature: text,
  featurePhoto: maybe(text),
  torque: maybe(json),
  part: maybe(json),
  setting: maybe(json),
  fluid: maybe(json),
  interval: maybe(json),
  note: text,
  position: real,
};

/** Columns that the records there were get a value for. */
const ADDED: readonly AddedColumn[] = [
  ["vehicle", "sheetId", maybe(text), null],
  ["vehicle", "chassis", text, ""],
  ["vehicle", "options", json, "[]"],
  ["vehicle", "features", json, "[]"],
  ["torque_group", "lineId", maybe(text), null],
  ["torque_group", "grade", text, ""],
  ["torque_group", "lengthMm", maybe(real), null],
  ["torque_group", "finish", text, ""],
  ["torque_group", "lubricant", text, ""],
  ["torque_group", "twoPeople", flag, "0"],
  ["torque_group", "check", text, "none"],
  ["torque_group", "adapter", maybe(json), null],
  ["torque_group", "toolId", maybe(text), null],
  ["torque_signature", "onTool", maybe(json), null],
  ["torque_signature", "turnedDeg", maybe(real), null],
  ["torque_signature", "toolId", maybe(text), null],
  ["torque_signature", "done", json, "[]"],
  ["torque_signature", "secondId", maybe(text), null],
  ["part_line", "lineId", maybe(text), null],
  ["part_line", "chassisFrom", text, ""],
  ["part_line", "chassisTo", text, ""],
  ["part_line", "option", text, ""],
  ["part_line", "feature", text, ""],
  ["shop", "tools", json, "[]"],
];

const foreignKey = (column: string, to: string) => ({
  name: `fk_spec_line_${column}`,
  columnNames: [column],
  referencedTableName: to,
  referencedColumnNames: ["id"],
});

/** Spec sheets, one per kind of vehicle, and their lines; what jobs, vehicles and the shop know because of them. */
export class SpecSheets1764800000000 implements MigrationInterface {
  name = "SpecSheets1764800000000";

  async up(runner: QueryRunner): Promise<void> {
    const columnsOf = (specs: Record<string, ColumnSpec>) => [
      ...headColumns(),
      ...Object.entries(specs).map(([name, spec]) => tableColumn(name, spec)),
    ];
    await runner.createTable(
      new Table({
        name: "sheet",
        columns: columnsOf(SHEET),
        indices: [{ name: "ix_sheet_deletedAt", columnNames: ["deletedAt"] }],
      }),
    );
    await runner.createTable(
      new Table({
        name: "spec_line",
        columns: columnsOf(LINE),
        indices: [
          { name: "ix_spec_line_sheetId", columnNames: ["sheetId"] },
          { name: "ix_spec_line_vehicleId", columnNames: ["vehicleId"] },
        ],
        foreignKeys: [foreignKey("sheetId", "sheet"), foreignKey("vehicleId", "vehicle")],
      }),
    );
    await addColumns(runner, ADDED);
  }

  async down(runner: QueryRunner): Promise<void> {
    await removeColumns(runner, ADDED);
    await runner.dropTable("spec_line");
    await runner.dropTable("sheet");
  }
}
