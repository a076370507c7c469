import { Table, type MigrationInterface, type QueryRunner } from "typeorm";
import { column, tableColumn, type ColumnSpec } from "../columns";

const { text, integer, real, flag, json, maybe } = column;
const ofJob = { jobId: text };

interface FirstTable {
  table: string;
  columns: Record<string, ColumnSpec>;
  parents?: Record<string, string>;
  indexed?: string[];
}

/**
 * The tables as they stood at the beginning. Written out, not derived from today's entities:
 * a migration must go on doing what it did.
 */
const first: FirstTable[] = [
  { table: "person", columns: { name: text, initials: text, role: text } },
  {
    table: "vehicle",
    indexed: ["tag", "deletedAt"],
    columns: {
      tag: text,
      owner: text,
      make: text,
      model: text,
      variant: text,
      buildDate: maybe(text),
      layout: text,
      drivenWheels: text,
      shifterKind: text,
      gearbox: maybe(json),
      cylinders: maybe(integer),
      idleRpm: maybe(real),
      odometer: json,
      notes: text,
    },
  },
  {
    table: "job",
    parents: { vehicleId: "vehicle" },
    indexed: ["closedAt"],
    columns: {
      vehicleId: text,
      number: maybe(integer),
      complaint: text,
      complaintNote: text,
      symptoms: json,
      stage: text,
      loadState: text,
      loadStateAt: maybe(text),
      loadStateBy: maybe(text),
      bay: text,
      waits: json,
      nextAction: text,
      chosenSetupId: maybe(text),
      choiceReason: text,
      verdict: text,
      openedAt: maybe(text),
      closedAt: maybe(text),
    },
  },
  {
    table: "reading",
    parents: { jobId: "job" },
    columns: {
      ...ofJob,
      quantity: text,
      phase: text,
      fromGear: text,
      toGear: text,
      values: json,
      resolution: maybe(json),
      method: text,
      note: text,
      takenBy: maybe(text),
      takenAt: maybe(text),
    },
  },
  {
    table: "lever_setup",
    parents: { jobId: "job" },
    columns: {
      ...ofJob,
      role: text,
      name: text,
      lever: json,
      pivot: json,
      origin: text,
      claimedReductionPct: maybe(real),
      price: maybe(real),
      source: text,
      shown: flag,
      position: real,
    },
  },
  {
    table: "torque_group",
    parents: { jobId: "job" },
    columns: {
      ...ofJob,
      name: text,
      pattern: text,
      count: integer,
      thread: text,
      specTyped: text,
      specSource: text,
      specOrigin: text,
      passes: json,
      tolerancePct: real,
      loadNeeded: text,
      reuse: text,
      threadLocker: text,
      position: real,
    },
  },
  {
    table: "torque_signature",
    parents: { jobId: "job", groupId: "torque_group" },
    columns: {
      ...ofJob,
      groupId: text,
      bolt: integer,
      pass: text,
      reading: maybe(json),
      tool: text,
      personId: maybe(text),
      at: maybe(text),
      loadState: text,
      overruleReason: text,
    },
  },
  {
    table: "part_line",
    parents: { jobId: "job" },
    columns: {
      ...ofJob,
      name: text,
      number: text,
      maker: text,
      variant: text,
      builtFrom: maybe(text),
      builtTo: maybe(text),
      quantity: real,
      price: maybe(real),
      state: text,
      carriedOver: flag,
      note: text,
      position: real,
    },
  },
  {
    table: "plan_step",
    parents: { jobId: "job" },
    columns: { ...ofJob, text, place: text, state: text, position: real },
  },
  { table: "finding", parents: { jobId: "job" }, columns: { ...ofJob, text, place: text, state: text } },
  { table: "shop", columns: { name: text, units: text, currency: text, singleKeys: flag } },
];

export class First1764000000000 implements MigrationInterface {
  name = "First1764000000000";

  async up(runner: QueryRunner): Promise<void> {
    for (const { table, columns, parents = {}, indexed = [] } of first) {
      await runner.createTable(
        new Table({
          name: table,
          columns: [
            { name: "id", type: "text", isPrimary: true },
            tableColumn("version", integer),
            tableColumn("createdAt", text),
            tableColumn("updatedAt", text),
            tableColumn("deletedAt", maybe(text)),
            ...Object.entries(columns).map(([name, spec]) => tableColumn(name, spec)),
          ],
          indices: [...Object.keys(parents), ...indexed].map((c) => ({ name: `ix_${table}_${c}`, columnNames: [c] })),
          foreignKeys: Object.entries(parents).map(([c, to]) => ({
            name: `fk_${table}_${c}`,
            columnNames: [c],
            referencedTableName: to,
            referencedColumnNames: ["id"],
          })),
        }),
      );
    }
    await runner.createTable(
      new Table({
        name: "change",
        columns: [
          { name: "seq", type: "integer", isPrimary: true, isGenerated: true, generationStrategy: "increment" },
          tableColumn("id", text),
          tableColumn("scope", text),
          tableColumn("personId", maybe(text)),
          tableColumn("label", text),
          tableColumn("at", text),
          tableColumn("state", text),
          tableColumn("edits", text),
        ],
        indices: [
          { name: "ix_change_id", columnNames: ["id"], isUnique: true },
          { name: "ix_change_scope", columnNames: ["scope"] },
        ],
      }),
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.dropTable("change");
    for (const { table } of [...first].reverse()) await runner.dropTable(table);
  }
}
