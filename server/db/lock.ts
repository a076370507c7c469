import Database from "better-sqlite3";
import { StorageError } from "./trouble";

/**
 * Holds one data file for one program. The lock is the operating system's own on a file beside it, so that a
 * program that was killed leaves none behind.
 */
export function holdAlone(file: string): () => void {
  const db = new Database(`${file}.lock`, { timeout: 0 });
  try {
    // Without a journal of its own the file stays empty, and nothing is left to repair.
    db.pragma("journal_mode = MEMORY");
    db.exec("BEGIN EXCLUSIVE");
  } catch (error) {
    db.close();
    if ((error as { code?: string }).code?.startsWith("SQLITE_BUSY")) {
      throw new StorageError({
        what: "Ash Lever is already running with this data.",
        toDo: "Use the one that runs, or end it first.",
      });
    }
    throw error;
  }
  return () => void db.close();
}
