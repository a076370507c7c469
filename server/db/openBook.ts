import { closeSync, copyFileSync, existsSync, fsyncSync, openSync, renameSync, rmSync } from "node:fs";
import { dirname } from "node:path";
import type { DataSource } from "typeorm";
import { connectionOf } from "./connection";
import { makeReady } from "./open";
import { StorageError } from "./trouble";
import type { UnitOfWork } from "./unitOfWork";

/** What is beside a database file while it is open. */
const BESIDE = ["-wal", "-shm"];
/** The present book while another is put in its place. */
const PRESENT = ".aside";

/** The shop's file while it is open: it can be copied beside the work, and another put in its place. */
export class OpenBook {
  readonly folder: string;

  /** @param letGo closes every other connection to the file */
  constructor(
    private readonly source: DataSource,
    private readonly unit: UnitOfWork,
    private readonly file: string,
    private readonly letGo: () => Promise<void> = () => Promise.resolve(),
  ) {
    this.folder = dirname(file);
  }

  /** How often an older book was put in place of this one: kept in the file, and higher each time. */
  async generation(): Promise<number> {
    const [{ user_version: n }] = (await this.unit.read((m) => m.query("PRAGMA user_version"))) as {
      user_version: number;
    }[];
    return n;
  }

  /** SQLite's own online backup: page by page, so that work goes on. */
  async copyTo(path: string): Promise<void> {
    await connectionOf(this.source).backup(path);
  }

  /**
   * Closes the file, puts a copy of another in its place and opens that, migrated where it is older. Where that fails
   * the present one is opened again. Everything else waits meanwhile.
   */
  replaceBy(from: string): Promise<void> {
    return this.unit.exclusive(async () => {
      await this.letGo();
      // All of the present book must be in its one file before that is put away.
      const [{ busy }] = (await this.source.query("PRAGMA wal_checkpoint(TRUNCATE)")) as { busy: number }[];
      if (busy) throw new StorageError({ what: "The file is in use by another program.", toDo: "End that program." });
      const [{ user_version: before }] = (await this.source.query("PRAGMA user_version")) as { user_version: number }[];
      await this.source.destroy();
      putAside(this.file);
      try {
        copyFileSync(from, this.file);
        sync(this.file);
        await this.source.initialize();
        await makeReady(this.source, this.file);
        await this.source.query(`PRAGMA user_version = ${before + 1}`);
        rmSync(this.file + PRESENT, { force: true });
      } catch (error) {
        if (this.source.isInitialized) await this.source.destroy();
        putBack(this.file);
        await this.source.initialize();
        throw error;
      }
    });
  }
}

function putAside(file: string): void {
  for (const end of BESIDE) rmSync(file + end, { force: true });
  renameSync(file, file + PRESENT);
}

function sync(file: string): void {
  const handle = openSync(file, "r+");
  try {
    fsyncSync(handle);
  } finally {
    closeSync(handle);
  }
}

/**
 * Puts the book back that was put aside, where the program ended before the other one was whole in its place: nobody
 * was told that it was taken back, so it was not.
 */
export function putBack(file: string): void {
  if (!existsSync(file + PRESENT)) return;
  for (const end of ["", ...BESIDE]) rmSync(file + end, { force: true });
  renameSync(file + PRESENT, file);
}
