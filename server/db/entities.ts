import { EntitySchema, type EntitySchemaColumnOptions } from "typeorm";
import { resourceNames, type ResourceName } from "../../contract";
import { entityColumn } from "./columns";
import { tables } from "./tables";

export type Row = Record<string, unknown>;

const head: Record<string, EntitySchemaColumnOptions> = {
  id: { type: "text", primary: true },
  version: { type: "integer" },
  createdAt: { type: "text" },
  updatedAt: { type: "text" },
  deletedAt: { type: "text", nullable: true },
};

function entityOf(name: ResourceName): EntitySchema<Row> {
  const { table, columns, parents, indexed, unique } = tables[name];
  return new EntitySchema<Row>({
    name: table,
    tableName: table,
    columns: {
      ...head,
      ...Object.fromEntries(Object.entries(columns).map(([key, spec]) => [key, entityColumn(spec)])),
    },
    indices: [
      ...[...parents.map((p) => p.column), ...indexed].map((c) => ({ name: `ix_${table}_${c}`, columns: [c] })),
      ...unique.map((c) => ({ name: `ux_${table}_${c}`, columns: [c], unique: true })),
    ],
    foreignKeys: parents.map((p) => ({
      target: tables[p.to].table,
      columnNames: [p.column],
      referencedColumnNames: ["id"],
      name: `fk_${table}_${p.column}`,
    })),
  });
}

export const entities = Object.fromEntries(resourceNames.map((n) => [n, entityOf(n)])) as Record<
  ResourceName,
  EntitySchema<Row>
>;

/** The one row that tells this shop's data from another shop's. */
export const identityEntity = new EntitySchema<{ id: string }>({
  name: "shop_identity",
  tableName: "shop_identity",
  columns: { id: { type: "text", primary: true } },
});

/** Every change with the records before and after it: undo, audit and retried writes read it. */
export const changeEntity = new EntitySchema<Row>({
  name: "change",
  tableName: "change",
  columns: {
    seq: { type: "integer", primary: true, generated: "increment" },
    id: { type: "text" },
    scope: { type: "text" },
    personId: { type: "text", nullable: true },
    station: { type: "text", nullable: true },
    label: { type: "text" },
    at: { type: "text" },
    state: { type: "text" },
    edits: { type: "text" },
    digest: { type: "text", nullable: true },
    correction: { type: "text", nullable: true },
  },
  indices: [
    { name: "ix_change_id", columns: ["id"], unique: true },
    { name: "ix_change_scope", columns: ["scope"] },
  ],
});
