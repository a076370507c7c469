import { DataSource, type EntityManager } from "typeorm";
import { changeEntity, entities, identityEntity } from "./entities";
import { UnitOfWork } from "./unitOfWork";

/** Whoever reads the book: as it is between two writes, or as it was when a snapshot was begun. */
export interface Reads {
  read<T>(work: (manager: EntityManager) => Promise<T>): Promise<T>;
}

/**
 * A second, read-only connection to the file of the book. Each reading sees the book as it was when it began (a
 * snapshot of the write-ahead log) and keeps no write waiting, however long it takes.
 */
export class Snapshots implements Reads {
  private constructor(
    private readonly source: DataSource,
    private readonly unit: UnitOfWork,
  ) {}

  static async open(file: string): Promise<Snapshots> {
    const source = new DataSource({
      type: "better-sqlite3",
      database: file,
      readonly: true,
      fileMustExist: true,
      synchronize: false,
      entities: [...Object.values(entities), changeEntity, identityEntity],
    });
    await source.initialize();
    return new Snapshots(source, new UnitOfWork(source));
  }

  read<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.unit.write(work);
  }

  async close(): Promise<void> {
    await this.unit.idle();
    if (this.source.isInitialized) await this.source.destroy();
  }
}
