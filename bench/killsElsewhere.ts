import { randomInt } from "node:crypto";
import { copyFileSync, mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as wait } from "node:timers/promises";
import Database from "better-sqlite3";
import { ulid } from "ulid";
import { seed } from "../demo/seed";
import { openDatabase } from "../server/db";
import { startProgram, write, type Program } from "./program";
import type { Figure } from "./report";

/** Kills of each kind; with the 125 of `kills` over writes and uploads they are 500. */
const OF_EACH = 75;

/** A day of the demo; its book is the same every time. */
const DAY = "2026-11-27";

/** Longest a start may take to end what was broken off, ms. */
const PATIENCE_MS = 120_000;

const kill = async ({ child, ended }: Program): Promise<void> => {
  child.kill("SIGKILL");
  await ended;
};
const end = async ({ child, ended }: Program): Promise<void> => {
  child.kill("SIGTERM");
  await ended;
};

/** Looks into the file of a book that nobody has open. */
function look<T>(file: string, at: (db: Database.Database) => T): T {
  const db = new Database(file, { readonly: true });
  try {
    return at(db);
  } finally {
    db.close();
  }
}

const whole = (db: Database.Database): boolean =>
  (db.pragma("integrity_check") as { integrity_check: string }[])[0].integrity_check === "ok" &&
  (db.pragma("foreign_key_check") as unknown[]).length === 0;

const TABLES = [
  "vehicle",
  "job",
  "reading",
  "torque_group",
  "torque_signature",
  "plan_step",
  "part_line",
  "photo",
  "recheck",
];

/** How many records of each kind there are, and how many jobs are closed. */
const counts = (db: Database.Database): string =>
  [
    ...TABLES.map((t) => `${t} ${(db.prepare(`SELECT count(*) AS n FROM "${t}"`).get() as { n: number }).n}`),
    `closed ${(db.prepare(`SELECT count(*) AS n FROM "job" WHERE "closedAt" IS NOT NULL`).get() as { n: number }).n}`,
  ].join(", ");

const changesIn = (db: Database.Database): Set<string> =>
  new Set((db.prepare(`SELECT "id" FROM "change"`).all() as { id: string }[]).map((r) => r.id));

/** Notes the ids of changes that were acknowledged by whoever writes over `fetch` meanwhile. */
async function noting(work: () => Promise<void>): Promise<string[]> {
  const acknowledged: string[] = [];
  const sent = globalThis.fetch;
  globalThis.fetch = async (to, init) => {
    const answer = await sent(to, init);
    if (answer.ok && init?.method === "POST" && typeof init.body === "string") {
      const { id, operations } = JSON.parse(init.body) as { id?: string; operations?: unknown };
      if (id && operations) acknowledged.push(id);
    }
    return answer;
  };
  try {
    await work();
  } catch {
    // The program was killed under it.
  } finally {
    globalThis.fetch = sent;
  }
  return acknowledged;
}

interface Tally {
  kills: number;
  lost: number;
  broken: number;
  details: string[];
}
const tally = (): Tally => ({ kills: 0, lost: 0, broken: 0, details: [] });

async function whileSeeding(folder: string): Promise<Tally> {
  const t = tally();
  for (let i = 0; i < OF_EACH; i++) {
    const file = join(folder, `seed${i}.sqlite`);
    const program = await startProgram(file);
    const writing = noting(() => seed(program.address, DAY));
    await wait(randomInt(2500));
    await kill(program);
    t.kills += 1;
    const acknowledged = await writing;
    await end(await startProgram(file));
    look(file, (db) => {
      const there = changesIn(db);
      t.lost += acknowledged.filter((id) => !there.has(id)).length;
      if (!whole(db)) t.broken += 1;
    });
    rmSync(file);
  }
  return t;
}

async function whileStarting(folder: string, book: string): Promise<Tally> {
  const t = tally();
  const file = join(folder, "start.sqlite");
  const rows = (db: Database.Database): string[] =>
    ["vehicle", "job"].flatMap((of) =>
      (db.prepare(`SELECT "id" FROM "${of}"`).all() as { id: string }[]).map((r) => r.id),
    );
  const before = look(book, rows);
  for (let i = 0; i < OF_EACH; i++) {
    for (const end of ["", "-wal", "-shm"]) rmSync(file + end, { force: true });
    copyFileSync(book, file);
    const starting = startProgram(file).catch(() => null);
    await wait(randomInt(900));
    const started = await Promise.race([starting, wait(0).then(() => "not yet" as const)]);
    if (started === "not yet") killStarting(file);
    else if (started) await kill(started);
    await starting;
    t.kills += 1;
    await end(await startProgram(file));
    look(file, (db) => {
      const there = new Set(rows(db));
      t.lost += before.filter((id) => !there.has(id)).length;
      if (!whole(db)) t.broken += 1;
    });
  }
  return t;
}

/** A book of the oldest version of the program, with vehicles and jobs in it. */
async function oldBook(file: string): Promise<string> {
  const source = await openDatabase(file);
  for (let i = 0; i < 13; i++) await source.undoLastMigration();
  for (let i = 0; i < 300; i++) {
    await source.query(
      `INSERT INTO "vehicle" ("id","version","createdAt","updatedAt","tag","owner","make","model","variant","layout",
         "drivenWheels","shifterKind","odometer","notes")
       VALUES (?, 1, '', '', 'T', '', '', '', '', 'northSouth', 'rear', 'rod', '[]', '')`,
      [`v${i}`],
    );
    await source.query(
      `INSERT INTO "job" ("id","version","createdAt","updatedAt","vehicleId","complaint","complaintNote","symptoms","stage",
         "loadState","bay","waits","nextAction","choiceReason","verdict")
       VALUES (?, 1, '', '', ?, 'Slop.', '', '{}', 'ask', 'onStands', '', '{}', '', '', '')`,
      [`j${i}`, `v${i}`],
    );
  }
  await source.destroy();
  return file;
}

/** Kills a program that has not said its address yet: found by the file it was started with. */
function killStarting(file: string): void {
  for (const pid of readdirSync("/proc").filter((n) => /^\d+$/.test(n))) {
    try {
      if (readFileSync(`/proc/${pid}/cmdline`, "utf8").split("\0").includes(file)) process.kill(Number(pid), "SIGKILL");
    } catch {
      // It ended by itself.
    }
  }
}

async function whileTakingArchives(folder: string, book: string): Promise<Tally> {
  const t = tally();
  const giver = await startProgram(book);
  const zip = Buffer.from(await (await fetch(new URL("/api/archive?of=shop", giver.address))).arrayBuffer());
  await end(giver);
  const all = look(book, counts);
  for (let i = 0; i < OF_EACH; i++) {
    const shop = join(folder, `take${i}`);
    const file = join(shop, "shop.sqlite");
    const program = await startProgram(file);
    const looked = await fetch(new URL("/api/archive", program.address), {
      method: "POST",
      headers: { "Content-Type": "application/zip" },
      body: new Uint8Array(zip),
    });
    const { token } = (await looked.json()) as { token: string };
    const taking = fetch(new URL("/api/archive/take", program.address), {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify({ token }),
    })
      .then((answer) => answer.status === 200)
      .catch(() => false);
    await wait(randomInt(3000));
    await kill(program);
    t.kills += 1;
    const acknowledged = await taking;
    const again = await startProgram(file);
    // Nothing was decided yet, or it goes on by itself until all of it is there.
    const none = (now: string): boolean => now.startsWith("vehicle 0, job 0");
    let now = "";
    for (const begun = Date.now(); Date.now() - begun < PATIENCE_MS; await wait(200)) {
      now = look(file, counts);
      if (now === all || (none(now) && Date.now() - begun > 3000)) break;
    }
    await end(again);
    if (now !== all && !none(now)) {
      t.broken += 1;
      t.details.push(`${now} in place of ${all}`);
    }
    if (acknowledged && now !== all) t.lost += 1;
    if (!look(file, whole)) t.broken += 1;
    rmSync(shop, { recursive: true, force: true });
  }
  return t;
}

async function whileRestoring(folder: string, book: string): Promise<Tally> {
  const t = tally();
  const file = join(folder, "restore", "shop.sqlite");
  await end(await startProgram(file));
  copyFileSync(book, file);
  const has = (tag: string): boolean =>
    look(file, (db) => db.prepare(`SELECT 1 FROM "vehicle" WHERE "tag" = ?`).get(tag) !== undefined);
  for (let i = 0; i < OF_EACH; i++) {
    const program = await startProgram(file);
    const post = async (path: string, body: object): Promise<Response> =>
      fetch(new URL(path, program.address), {
        method: "POST",
        headers: { "Content-Type": "application/json" },
        body: JSON.stringify(body),
      });
    const made = (await (await post("/api/backups", {})).json()) as { name: string };
    const tag = `AFTER ${i}`;
    await write(program.address, [{ op: "create", resource: "vehicle", id: ulid(), data: { tag } }], ulid());
    const restoring = post("/api/backups/restore", { name: made.name })
      .then((answer) => answer.status === 200)
      .catch(() => false);
    await wait(randomInt(500));
    await kill(program);
    t.kills += 1;
    const acknowledged = await restoring;
    await end(await startProgram(file));
    if (!look(file, whole) || look(file, counts).startsWith("vehicle 0")) t.broken += 1;
    if (acknowledged && has(tag)) t.lost += 1;
    const rests = readdirSync(join(folder, "restore")).filter((n) => n.includes(".aside"));
    if (rests.length) {
      t.broken += 1;
      t.details.push(rests.join(", "));
    }
  }
  return t;
}

/** Kills the program while it fills the demo, starts, brings an older book up to date, imports an archive, restores. */
export async function killElsewhereFigures(): Promise<Figure[]> {
  process.env.WRITES_A_MINUTE = "1000000";
  const folder = mkdtempSync(join(tmpdir(), "ash-lever-kills-"));
  const book = join(folder, "demo", "shop.sqlite");
  const filling = await startProgram(book);
  await seed(filling.address, DAY);
  await end(filling);
  const old = await oldBook(join(folder, "old.sqlite"));
  const figures: Figure[] = [];
  const works: [string, () => Promise<Tally>][] = [
    ["filling the demo", () => whileSeeding(folder)],
    ["starting", () => whileStarting(folder, book)],
    ["bringing an older book up to date", () => whileStarting(folder, old)],
    ["importing an archive", () => whileTakingArchives(folder, book)],
    ["restoring a backup", () => whileRestoring(folder, book)],
  ];
  for (const [what, work] of works) {
    const { kills, lost, broken, details } = await work();
    console.log(`... ${kills} kills while ${what}: ${lost} lost, ${broken} broken`, ...details.slice(0, 3));
    figures.push(
      { what: `${kills} kills while ${what}: acknowledged and not there`, value: lost, unit: "", limit: 0 },
      { what: `${kills} kills while ${what}: books not whole, or half done`, value: broken, unit: "", limit: 0 },
    );
  }
  rmSync(folder, { recursive: true, force: true });
  return figures;
}
