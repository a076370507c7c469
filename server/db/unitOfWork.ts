import { statSync } from "node:fs";
import type { DataSource, EntityManager } from "typeorm";
import { isClean, openAgain } from "./connection";
import { StorageError } from "./trouble";

/**
 * The one way to the database. The driver hands a single connection to everyone, so a transaction begun
 * while another runs would sink into it; here every access waits for the one before. Nothing but the
 * database may be awaited inside, and units are not nested.
 *
 * A unit begins on a connection that is proved clean: after a fault SQLite may have rolled back by itself while the
 * library still counts a transaction, and everything later would nest in one that nobody commits. A connection that
 * cannot be proved clean is closed and opened anew, so a unit that ends well is in the file.
 */
export class UnitOfWork {
  private tail: Promise<unknown> = Promise.resolve();
  private ended = false;
  /** Which file was opened, by device and number; null where it is not watched (a database in memory). */
  private opened: string | null;

  constructor(
    private readonly source: DataSource,
    private readonly file: string | null = null,
  ) {
    this.opened = identityOf(file);
  }

  /**
   * Runs a transaction alone: all of it is kept or none.
   * Rejects with the error of the work or the database; nothing of the work is kept then.
   */
  write<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.alone(() =>
      this.onCleanConnection(async () => {
        this.checkFile();
        const result = await this.source.transaction(work);
        // A commit that went into an outer transaction is none.
        if (!isClean(this.source)) throw new Error("database: the transaction is still open after its commit");
        return result;
      }),
    );
  }

  /** Reads between transactions, so never a half-written state. */
  read<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.alone(() => this.onCleanConnection(() => work(this.source.manager)));
  }

  /** Runs something with the connection to itself, which may put another file in place of the present one. */
  exclusive<T>(work: () => Promise<T>): Promise<T> {
    return this.alone(async () => {
      try {
        return await work();
      } finally {
        this.opened = identityOf(this.file);
      }
    });
  }

  /** Waits until everything begun is finished. */
  async idle(): Promise<void> {
    await this.tail.catch(() => undefined);
  }

  /** Takes nothing more and waits for what was begun: a file that is closed is not opened again by who comes late. */
  async end(): Promise<void> {
    this.ended = true;
    await this.idle();
  }

  private alone<T>(work: () => Promise<T>): Promise<T> {
    if (this.ended)
      return Promise.reject(new StorageError({ what: "The program is ending.", toDo: "Send it again later." }));
    const result = this.tail.then(work, work);
    // A unit never waits for anything but the database, which answers at once: without a pause between units nobody
    // would be listened to until all that wait are done, and a new connection is accepted only once per loop.
    const pause = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));
    this.tail = result.then(pause, pause);
    return result;
  }

  private async onCleanConnection<T>(work: () => Promise<T>): Promise<T> {
    // What could not be opened anew after the last fault is tried again now.
    if (!isClean(this.source)) await openAgain(this.source);
    try {
      return await work();
    } catch (error) {
      // The first error is the one that is told; where opening fails too, the next unit tries it.
      if (!isClean(this.source)) await openAgain(this.source).catch(() => undefined);
      throw error;
    }
  }

  /** A file that was moved away or replaced while it is open takes writes that nobody will ever find. */
  private checkFile(): void {
    if (this.opened === null || identityOf(this.file) === this.opened) return;
    throw new StorageError({
      what: "The file of this data was moved or replaced while the program runs.",
      toDo: "Put it back where it was, or end the program and start it again.",
    });
  }
}

function identityOf(file: string | null): string | null {
  const stat = file === null ? undefined : statSync(file, { throwIfNoEntry: false });
  return stat ? `${stat.dev}:${stat.ino}` : null;
}
