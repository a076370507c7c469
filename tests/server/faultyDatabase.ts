import Database from "better-sqlite3";

/** Where in a unit of work a fault strikes. */
export const faultPlaces = ["begin", "write", "commit"] as const;
/**
 * What SQLite has done by itself when the error arrives: nothing, so that the transaction stands open; rolled back,
 * as after a full disk or an I/O error; or the whole statement, whose answer is lost.
 */
export const faultOutcomes = ["open", "rolledBack", "done"] as const;
export const faultCodes = ["SQLITE_FULL", "SQLITE_READONLY", "SQLITE_IOERR_WRITE", "SQLITE_BUSY"] as const;

export interface Fault {
  place: (typeof faultPlaces)[number];
  outcome: (typeof faultOutcomes)[number];
  code: (typeof faultCodes)[number];
  /** Statements of its place that pass before it strikes. */
  after: number;
  /** Also opening the file anew fails so often. */
  opens: number;
}

const KEYWORDS: Record<Fault["place"], RegExp> = {
  begin: /^BEGIN/i,
  write: /^(INSERT|UPDATE|DELETE)/i,
  commit: /^COMMIT/i,
};

/**
 * SQLite's binding that fails where it is told: the statements reach the real library, and the errors are those it
 * throws. `driver` goes to the database in place of the binding.
 */
export class FaultyBinding {
  private fault: Fault | null = null;
  private passed = 0;
  readonly driver: unknown;

  constructor() {
    const strike = (sql: string): Fault | null => this.strikes(sql);
    const refuseToOpen = (): boolean => this.refusesToOpen();
    this.driver = function OpenFaulty(file: string, options: Database.Options): Database.Database {
      if (refuseToOpen()) throw errorOf("SQLITE_CANTOPEN");
      const db = new Database(file, options);
      const prepare = db.prepare.bind(db);
      const run = (method: "run" | "all", statement: Database.Statement, sql: string, values: unknown[]): unknown => {
        const fault = strike(sql);
        if (!fault) return statement[method](...values);
        if (fault.outcome === "done") statement[method](...values);
        if (fault.outcome === "rolledBack" && db.inTransaction) db.exec("ROLLBACK");
        throw errorOf(fault.code);
      };
      db.prepare = ((sql: string) => {
        const statement = prepare(sql);
        return {
          reader: statement.reader,
          run: (...values: unknown[]) => run("run", statement, sql, values),
          all: (...values: unknown[]) => run("all", statement, sql, values),
        };
      }) as never;
      return db;
    };
  }

  /** The next statement of the fault's place that is due fails; null mends everything. */
  arm(fault: Fault | null): void {
    this.fault = fault && { ...fault };
    this.passed = 0;
  }

  private strikes(sql: string): Fault | null {
    if (!this.fault || !KEYWORDS[this.fault.place].test(sql)) return null;
    this.passed += 1;
    return this.passed > this.fault.after ? this.fault : null;
  }

  private refusesToOpen(): boolean {
    if (!this.fault || this.fault.opens <= 0) return false;
    this.fault.opens -= 1;
    return true;
  }
}

const errorOf = (code: string): Error => Object.assign(new Error(code.toLowerCase()), { code });
