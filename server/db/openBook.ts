import { existsSync, renameSync, rmSync } from "node:fs";
import { dirname } from "node:path";
import type { DataSource } from "typeorm";
import { connectionOf } from "./connection";
import { makeReady } from "./open";
import type { UnitOfWork } from "./unitOfWork";

/** What stands beside a database file while it is open. */
const BESIDE = ["-wal", "-shm"];

/** The shop's file while it is open: it can be copied beside the work, and another put in its place. */
export class OpenBook {
  readonly folder: string;

  constructor(
    private readonly source: DataSource,
    private readonly unit: UnitOfWork,
    private readonly file: string,
  ) {
    this.folder = dirname(file);
  }

  /** SQLite's own online backup: page by page, so that work goes on. */
  async copyTo(path: string): Promise<void> {
    await connectionOf(this.source).backup(path);
  }

  /**
   * Closes the file, puts another in its place and opens that, migrated where it is older. Where that fails the
   * present one is opened again. Everything else waits meanwhile.
   */
  replaceBy(put: (file: string) => void): Promise<void> {
    return this.unit.exclusive(async () => {
      const aside = `${this.file}.aside`;
      await this.source.destroy();
      for (const end of BESIDE) rmSync(this.file + end, { force: true });
      renameSync(this.file, aside);
      try {
        put(this.file);
        await this.source.initialize();
        await makeReady(this.source, this.file);
        rmSync(aside, { force: true });
      } catch (error) {
        if (this.source.isInitialized) await this.source.destroy();
        for (const end of ["", ...BESIDE]) rmSync(this.file + end, { force: true });
        if (existsSync(aside)) renameSync(aside, this.file);
        await this.source.initialize();
        throw error;
      }
    });
  }
}
