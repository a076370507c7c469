import { mkdirSync, rmSync } from "node:fs";
import { basename, dirname } from "node:path";
import { DataSource } from "typeorm";
import { changeEntity, entities, identityEntity } from "./entities";
import { fillIndex } from "./search";
import { Critical1766200000000 } from "./migrations/critical";
import { Unsaid1766300000000 } from "./migrations/unsaid";
import { Kinds1766400000000 } from "./migrations/kinds";
import { First1764000000000 } from "./migrations/first";
import { LoadOfVehicle1764500000000 } from "./migrations/loadOfVehicle";
import { Memory1765000000000 } from "./migrations/memory";
import { MovingJobs1764600000000 } from "./migrations/movingJobs";
import { NumberedJobs1764700000000 } from "./migrations/numberedJobs";
import { FoundTorque1766100000000 } from "./migrations/foundTorque";
import { PhotoBench1766000000000 } from "./migrations/photoBench";
import { Photos1764200000000 } from "./migrations/photos";
import { Recordings1764300000000 } from "./migrations/recordings";
import { SlackChain1764100000000 } from "./migrations/slackChain";
import { SpecSheets1764800000000 } from "./migrations/specSheets";
import { WorkPlan1764900000000 } from "./migrations/workPlan";
import { Whose1764400000000 } from "./migrations/whose";
import { StorageError, storageTrouble } from "./trouble";

/** Every migration, oldest first, by literal name. */
export const migrations = [
  First1764000000000,
  SlackChain1764100000000,
  Photos1764200000000,
  Recordings1764300000000,
  Whose1764400000000,
  LoadOfVehicle1764500000000,
  MovingJobs1764600000000,
  NumberedJobs1764700000000,
  SpecSheets1764800000000,
  WorkPlan1764900000000,
  Memory1765000000000,
  PhotoBench1766000000000,
  FoundTorque1766100000000,
  Critical1766200000000,
  Unsaid1766300000000,
  Kinds1766400000000,
];

/** What must be true of the connection before anything is written: [pragma, value it must read back]. */
const PRAGMAS: readonly [set: string, name: string, want: string | number][] = [
  ["journal_mode = WAL", "journal_mode", "wal"],
  ["synchronous = FULL", "synchronous", 2],
  ["foreign_keys = ON", "foreign_keys", 1],
  ["busy_timeout = 5000", "busy_timeout", 5000],
];

interface RawDatabase {
  pragma(text: string, options?: { simple: boolean }): unknown;
}

/** Set when the file is prepared: better-sqlite3 alone would leave WAL at a setting that can lose the last commits. */
function prepare(db: RawDatabase): void {
  for (const [set, name, want] of PRAGMAS) {
    db.pragma(set);
    const got = db.pragma(name, { simple: true });
    if (got !== want) throw new Error(`database: ${name} is ${String(got)}, must be ${want}`);
  }
}

/** Names of the migrations a file has been through; null where it is empty or another program's. */
async function migrationsOf(source: DataSource): Promise<string[] | null> {
  const tables = (await source.query(`SELECT "name" FROM "sqlite_master" WHERE "type" = 'table'`)) as {
    name: string;
  }[];
  if (!tables.length) return [];
  if (!tables.some((t) => t.name === "migrations")) return null;
  return ((await source.query(`SELECT "name" FROM "migrations"`)) as { name: string }[]).map((m) => m.name);
}

/** Refuses a file that is damaged, another program's, or written by a newer version of this one. */
async function lookAt(source: DataSource, file: string): Promise<void> {
  const pages = (await source.query("PRAGMA quick_check(1)")) as { quick_check: string }[];
  if (pages[0]?.quick_check !== "ok") throw Object.assign(new Error("damaged"), { code: "SQLITE_CORRUPT" });
  const name = basename(file);
  const done = await migrationsOf(source);
  if (done === null) {
    throw new StorageError({
      what: `${name} is a database of another program.`,
      toDo: "Name the file of this program, or one that does not exist yet, with --data.",
    });
  }
  const known = new Set(migrations.map((m) => m.name));
  if (done.some((m) => !known.has(m))) {
    throw new StorageError({
      what: `${name} was written by a newer version of Ash Lever.`,
      toDo: "Start that version, or restore a copy made before it was installed.",
    });
  }
}

/** Before a file that holds something is changed to a newer form, a copy of it is put beside it. */
async function copyBefore(source: DataSource, file: string): Promise<void> {
  const done = (await migrationsOf(source)) ?? [];
  const next = migrations.find((m) => !done.includes(m.name));
  if (!done.length || !next) return;
  const copy = `${file}.before-${next.name}`;
  // A start that was interrupted may have left one: it is of the same state, or of half of it.
  rmSync(copy, { force: true });
  await source.query("VACUUM INTO ?", [copy]);
}

export interface OpenOptions {
  /** Brings an older file to the newest form; true where not said. */
  migrate?: boolean;
  /** In place of SQLite's own binding: one that fails on purpose, for tests. */
  driver?: unknown;
}

/**
 * Opens (and where needed creates and migrates) one database file.
 *
 * Throws a StorageError, whose message is for the person who starts the program, where the file is damaged, another
 * program's, newer than this program, or cannot be read or written.
 */
export async function openDatabase(file: string, options: OpenOptions = {}): Promise<DataSource> {
  try {
    return await opened(file, options);
  } catch (error) {
    const trouble = storageTrouble(error, file);
    throw trouble ? new StorageError(trouble) : error;
  }
}

async function opened(file: string, options: OpenOptions): Promise<DataSource> {
  mkdirSync(dirname(file), { recursive: true });
  const source = new DataSource({
    type: "better-sqlite3",
    database: file,
    ...(options.driver !== undefined && { driver: options.driver }),
    synchronize: false,
    entities: [...Object.values(entities), changeEntity, identityEntity],
    migrations,
    prepareDatabase: (db) => prepare(db as RawDatabase),
  });
  await source.initialize();
  try {
    if (options.migrate === false) await lookAt(source, file);
    else await makeReady(source, file);
    return source;
  } catch (error) {
    await source.destroy();
    throw error;
  }
}

/** Looks at an open file, and brings it to the newest form with a copy of the older one beside it. */
export async function makeReady(source: DataSource, file: string): Promise<void> {
  await lookAt(source, file);
  await copyBefore(source, file);
  await migrate(source);
  await source.transaction(fillIndex);
}

async function migrate(source: DataSource): Promise<void> {
  await source.runMigrations({ transaction: "each" });
  // A failed or half-run migration can leave foreign keys off on the one connection everyone uses.
  const [{ foreign_keys: on }] = (await source.query("PRAGMA foreign_keys")) as { foreign_keys: number }[];
  if (on !== 1) throw new Error("database: foreign keys are off after migration");
}
