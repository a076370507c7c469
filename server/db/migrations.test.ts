import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, describe, expect, it } from "vitest";
import { templateContent } from "../../contract";
import { workOf } from "../../domain";
import { openDatabase } from ".";

const folder = mkdtempSync(join(tmpdir(), "ash-lever-db-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe("database", () => {
  it("goes from empty to latest and leaves the schema builder nothing to change", async () => {
    const source = await openDatabase(join(folder, "a.sqlite"));
    const pending = await source.driver.createSchemaBuilder().log();
    expect(pending.upQueries.map((q) => q.query)).toEqual([]);
    await source.destroy();
  });

  it("goes from the previous to the latest with what was in it, and back", async () => {
    const source = await openDatabase(join(folder, "b.sqlite"));
    // Back to the first: everything since then is undone and done again.
    await source.undoLastMigration();
    expect(await source.query(`SELECT name FROM pragma_table_info('torque_group') WHERE name = 'use'`)).toEqual([]);
    await source.undoLastMigration();
    expect(await source.query(`SELECT name FROM pragma_table_info('vehicle') WHERE name = 'unsaid'`)).toEqual([]);
    await source.undoLastMigration();
    expect(await source.query(`SELECT name FROM pragma_table_info('torque_group') WHERE name = 'critical'`)).toEqual(
      [],
    );
    await source.undoLastMigration();
    expect(await source.query(`SELECT name FROM pragma_table_info('recheck') WHERE name = 'found'`)).toEqual([]);
    await source.undoLastMigration();
    expect(await source.query(`SELECT name FROM sqlite_master WHERE name IN ('sheet_photo', 'kit')`)).toEqual([]);
    await source.undoLastMigration();
    expect(await source.query(`SELECT name FROM sqlite_master WHERE name = 'recheck'`)).toEqual([]);
    expect(await source.query(`SELECT name FROM pragma_table_info('job') WHERE name = 'checked'`)).toEqual([]);
    await source.undoLastMigration();
    expect(await source.query(`SELECT name FROM sqlite_master WHERE name IN ('job_template', 'stock_item')`)).toEqual(
      [],
    );
    expect(await source.query(`SELECT name FROM pragma_table_info('plan_step') WHERE name = 'facts'`)).toEqual([]);
    await source.undoLastMigration();
    expect(await source.query(`SELECT name FROM sqlite_master WHERE name IN ('sheet', 'spec_line')`)).toEqual([]);
    expect(await source.query(`SELECT name FROM pragma_table_info('vehicle') WHERE name = 'sheetId'`)).toEqual([]);
    await source.undoLastMigration();
    expect(await source.query(`SELECT name FROM sqlite_master WHERE name = 'ux_job_number'`)).toEqual([]);
    await source.undoLastMigration();
    expect(await source.query(`SELECT name FROM pragma_table_info('job') WHERE name = 'closing'`)).toEqual([]);
    await source.undoLastMigration();
    expect(await source.query(`SELECT name FROM pragma_table_info('vehicle') WHERE name = 'load'`)).toEqual([]);
    await source.undoLastMigration();
    expect(await source.query(`SELECT name FROM sqlite_master WHERE name = 'shop_identity'`)).toEqual([]);
    await source.undoLastMigration();
    expect(await source.query(`SELECT name FROM sqlite_master WHERE name = 'recording'`)).toEqual([]);
    await source.undoLastMigration();
    expect(await source.query(`SELECT name FROM sqlite_master WHERE name IN ('photo', 'setting')`)).toEqual([]);
    await source.undoLastMigration();
    expect(await source.query(`SELECT name FROM sqlite_master WHERE name = 'slack_joint'`)).toEqual([]);
    await source.query(
      `INSERT INTO "vehicle" ("id","version","createdAt","updatedAt","tag","owner","make","model","variant","layout",
         "drivenWheels","shifterKind","odometer","notes")
       VALUES ('v', 1, '', '', 'T', '', '', '', '', 'northSouth', 'rear', 'rod', '[]', '')`,
    );
    await source.query(
      `INSERT INTO "job" ("id","version","createdAt","updatedAt","vehicleId","complaint","complaintNote","symptoms","stage",
         "loadState","bay","waits","nextAction","choiceReason","verdict")
       VALUES ('j', 1, '', '', 'v', 'Slop.', '', '{}', 'ask', 'onStands', '', '{}', '', '', '')`,
    );
    await source.runMigrations();
    expect(await source.query(`SELECT "complaint", "slackTarget" FROM "job"`)).toEqual([
      { complaint: "Slop.", slackTarget: null },
    ]);
    expect(await source.query(`SELECT "reminders", "closing" FROM "job"`)).toEqual([
      { reminders: "[]", closing: null },
    ]);
    // What an open job said its vehicle was on is the vehicle's now.
    const [{ load }] = (await source.query(`SELECT "load" FROM "vehicle"`)) as { load: string }[];
    expect(JSON.parse(load)).toEqual({ now: ["onStands"], at: null, by: null });
    expect((await source.driver.createSchemaBuilder().log()).upQueries).toEqual([]);
    await source.destroy();
  });

  it("reads a shop's templates and steps of before in the form of now, and loses nothing of them", async () => {
    const source = await openDatabase(join(folder, "t.sqlite"));
    await source.undoLastMigration();
    const before = {
      id: "own",
      kind: null,
      title: "Own",
      why: "Quick.",
      shifterKinds: ["rod"],
      words: ["porridge"],
      proves: ["it shifts"],
      groups: [{ name: "Plate", count: 4, critical: "driveline" }],
      parts: [{ name: "Bush", quantity: 2 }],
      steps: [
        {
          id: "off",
          text: "Plate off",
          place: "under",
          minutes: 8,
          load: ["onStands"],
          facts: { caution: "Oil runs out.", frees: [{ key: "p", name: "plate bolts", count: 4, group: "Plate" }] },
        },
        {
          id: "on",
          text: "Plate on",
          place: "under",
          minutes: 9,
          needs: ["off"],
          facts: { fits: ["p"], torques: ["Plate"], parts: ["Bush"] },
        },
      ],
    };
    await source.query(
      `INSERT INTO "job_template" ("id","version","createdAt","updatedAt","basedOn","content") VALUES ('t', 1, '', '', '', ?)`,
      [JSON.stringify(before)],
    );
    await source.runMigrations();
    const [{ content }] = (await source.query(`SELECT "content" FROM "job_template"`)) as { content: string }[];
    const work = workOf(templateContent.parse(JSON.parse(content)));
    expect(work.steps.map((s) => [s.text, s.minutes, s.needs])).toEqual([
      ["Plate off", 8, []],
      ["Plate on", 9, ["off"]],
    ]);
    expect(work.steps[0].facts.cautions[0].text).toBe("Oil runs out.");
    expect(work.steps[1].facts).toMatchObject({ torques: ["Plate"], parts: ["Bush"] });
    expect(work.groups).toMatchObject([{ name: "Plate", count: 4, critical: "driveline" }]);
    expect(JSON.parse(content)).toMatchObject({
      applies: { shifter: ["rod"] },
      complaints: { weak: ["porridge"] },
      handBack: { firstDrive: ["it shifts"] },
    });
    await source.destroy();
  });

  it("gives a number to one job only, also in a folder put together from two", async () => {
    const source = await openDatabase(join(folder, "d.sqlite"));
    // Back to before numbers were unique.
    for (let i = 0; i < 9; i++) await source.undoLastMigration();
    await source.query(
      `INSERT INTO "vehicle" ("id","version","createdAt","updatedAt","tag","owner","make","model","variant","layout",
         "drivenWheels","shifterKind","odometer","notes","automatic","load")
       VALUES ('v', 1, '', '', 'T', '', '', '', '', 'northSouth', 'rear', 'rod', '[]', '', 0, '{}')`,
    );
    const job = (id: string, at: string, number: number | null, since: [column: string, value: string][] = []) =>
      source.query(
        `INSERT INTO "job" ("id","version","createdAt","updatedAt","vehicleId","number","complaint","complaintNote",
           "symptoms","stage","bay","waits","nextAction","choiceReason","verdict","reminders"
           ${since.map(([c]) => `,"${c}"`).join("")})
         VALUES (?, 1, ?, '', 'v', ?, '', '', '{}', 'ask', '', '{}', '', '', '', '[]' ${since.map(() => ",?").join("")})`,
        [id, at, number, ...since.map(([, v]) => v)],
      );
    const now: [string, string][] = [
      ["checked", "[]"],
      ["decided", "[]"],
      ["handBack", "[]"],
    ];
    await job("new", "2026-02", 7);
    await job("old", "2026-01", 7);
    await job("other", "2026-03", 9);
    await source.runMigrations();
    expect(await source.query(`SELECT "id", "number" FROM "job" ORDER BY "number"`)).toEqual([
      { id: "old", number: 7 },
      { id: "other", number: 9 },
      { id: "new", number: 10 },
    ]);
    await expect(job("again", "2026-04", 9, now)).rejects.toThrow(/UNIQUE/);
    await job("none", "2026-05", null, now);
    await job("none too", "2026-05", null, now);
    await source.destroy();
  });

  it("commits durably and holds foreign keys", async () => {
    const source = await openDatabase(join(folder, "c.sqlite"));
    expect(await source.query("PRAGMA journal_mode")).toEqual([{ journal_mode: "wal" }]);
    expect(await source.query("PRAGMA synchronous")).toEqual([{ synchronous: 2 }]);
    await expect(
      source.query(`INSERT INTO "plan_step" ("id","version","createdAt","updatedAt","jobId","text","place","hands","waitMin","state","position",
          "needs","load","source","skippedReason","ticked")
        VALUES ('x', 1, '', '', 'nobody', '', '', 1, 0, '', 0, '[]', '[]', '', '', '[]')`),
    ).rejects.toThrow(/FOREIGN KEY/);
    await source.destroy();
  });
});
