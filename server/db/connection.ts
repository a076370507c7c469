import type Database from "better-sqlite3";
import type { DataSource, QueryRunner } from "typeorm";

/** What the library keeps of its one connection: the connection, and how deep it believes its transactions nest. */
interface DriverOfOneConnection {
  databaseConnection?: Database.Database;
  queryRunner?: QueryRunner & { transactionDepth: number };
}

const driverOf = (source: DataSource): DriverOfOneConnection => source.driver as unknown as DriverOfOneConnection;

/** SQLite's own connection under the library. */
export function connectionOf(source: DataSource): Database.Database {
  const { databaseConnection } = driverOf(source);
  if (!databaseConnection) throw new Error("database: no connection is open");
  return databaseConnection;
}

/** Whether the next transaction would be a real one: SQLite is in none, and the library counts none. */
export function isClean(source: DataSource): boolean {
  if (!source.isInitialized) return false;
  const { databaseConnection: db, queryRunner: runner } = driverOf(source);
  if (!db?.open || db.inTransaction) return false;
  return !runner || (!runner.isTransactionActive && runner.transactionDepth === 0);
}

/**
 * Closes the connection, whatever state it is in, and opens the same file anew; what was not committed is rolled back.
 * Rejects where the file cannot be opened; the source is then closed and can be opened later.
 */
export async function openAgain(source: DataSource): Promise<void> {
  if (source.isInitialized) {
    await source.destroy().catch(() => {
      // A connection that does not close keeps its lock, but nothing is written through it any more.
      Object.assign(source, { isInitialized: false });
    });
  }
  await source.initialize();
}
