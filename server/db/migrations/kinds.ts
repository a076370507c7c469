import type { MigrationInterface, QueryRunner } from "typeorm";
import { anyTemplateContent, stepFacts } from "../../../contract";
import { column } from "../columns";
import { addColumns, removeColumns, type AddedColumn } from "./headed";

const ADDED: readonly AddedColumn[] = [
  ["torque_group", "use", column.text, "torque"],
  ["job", "handBack", column.json, "[]"],
];

interface Kept {
  id: string;
  json: string;
}

/**
 * Kinds of job that know what is off while a step is done: fasteners that go by feel, templates of the shop in the new
 * form, and steps with room for what is off and on. What cannot be read as a template or as facts stays as it is.
 */
export class Kinds1766400000000 implements MigrationInterface {
  name = "Kinds1766400000000";

  async up(runner: QueryRunner): Promise<void> {
    await addColumns(runner, ADDED);
    await rewrite(runner, "job_template", "content", (content) => anyTemplateContent.safeParse(content));
    await rewrite(runner, "plan_step", "facts", (facts) => stepFacts.safeParse(facts));
  }

  /** What was rewritten says more than before and is left: an older program cannot read a template of this form. */
  async down(runner: QueryRunner): Promise<void> {
    await removeColumns(runner, ADDED);
  }
}

async function rewrite(
  runner: QueryRunner,
  table: string,
  name: string,
  read: (value: unknown) => { success: boolean; data?: unknown },
): Promise<void> {
  const rows = (await runner.query(
    `SELECT "id", "${name}" AS "json" FROM "${table}" WHERE "${name}" IS NOT NULL`,
  )) as Kept[];
  for (const { id, json } of rows) {
    let value: unknown;
    try {
      value = JSON.parse(json);
    } catch {
      continue;
    }
    if (value === null) continue;
    const outcome = read(value);
    if (outcome.success) {
      await runner.query(`UPDATE "${table}" SET "${name}" = ? WHERE "id" = ?`, [JSON.stringify(outcome.data), id]);
    }
  }
}
