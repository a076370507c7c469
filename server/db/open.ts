import { mkdirSync } from "node:fs";
import { dirname } from "node:path";
import { DataSource } from "typeorm";
import { changeEntity, entities } from "./entities";
import { First1764000000000 } from "./migrations/first";
import { Photos1764200000000 } from "./migrations/photos";
import { Recordings1764300000000 } from "./migrations/recordings";
import { SlackChain1764100000000 } from "./migrations/slackChain";

/** Every migration, oldest first, by literal name. */
export const migrations = [First1764000000000, SlackChain1764100000000, Photos1764200000000, Recordings1764300000000];

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

/** Opens (and where needed creates and migrates) one database file. */
export async function openDatabase(file: string, options: { migrate?: boolean } = {}): Promise<DataSource> {
  mkdirSync(dirname(file), { recursive: true });
  const source = new DataSource({
    type: "better-sqlite3",
    database: file,
    synchronize: false,
    entities: [...Object.values(entities), changeEntity],
    migrations,
    prepareDatabase: (db) => prepare(db as RawDatabase),
  });
  await source.initialize();
  if (options.migrate !== false) {
    await source.runMigrations({ transaction: "each" });
    // A failed or half-run migration can leave foreign keys off on the one connection everyone uses.
    const [{ foreign_keys: on }] = (await source.query("PRAGMA foreign_keys")) as { foreign_keys: number }[];
    if (on !== 1) throw new Error("database: foreign keys are off after migration");
  }
  return source;
}
