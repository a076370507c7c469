import Database from "better-sqlite3";

/** What a copy of the book holds. */
export interface CountedCopy {
  jobs: number;
  vehicles: number;
}

/** Reads a copy from end to end: whether it is whole, and what is in it; null where it is not whole. */
export function checkedCopy(path: string): CountedCopy | null {
  try {
    const db = new Database(path, { readonly: true, fileMustExist: true });
    try {
      if (db.pragma("integrity_check", { simple: true }) !== "ok") return null;
      const count = (table: string): number =>
        (db.prepare(`SELECT count(*) AS n FROM "${table}" WHERE "deletedAt" IS NULL`).get() as { n: number }).n;
      return { jobs: count("job"), vehicles: count("vehicle") };
    } finally {
      db.close();
    }
  } catch {
    return null;
  }
}
