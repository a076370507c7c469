import type { DataSource, EntityManager } from "typeorm";

/**
 * The one way to the database. The driver hands a single connection to everyone, so a transaction begun
 * while another runs would sink into it; here every access waits for the one before. Nothing but the
 * database may be awaited inside, and units are not nested.
 */
export class UnitOfWork {
  private tail: Promise<unknown> = Promise.resolve();

  constructor(private readonly source: DataSource) {}

  /** Runs a transaction alone: all of it is kept or none. */
  write<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.alone(() => this.source.transaction(work));
  }

  /** Reads between transactions, so never a half-written state. */
  read<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.alone(() => work(this.source.manager));
  }

  /** Runs something with the connection to itself: nobody reads or writes meanwhile. */
  exclusive<T>(work: () => Promise<T>): Promise<T> {
    return this.alone(work);
  }

  /** Waits until everything begun is finished. */
  async idle(): Promise<void> {
    await this.tail.catch(() => undefined);
  }

  private alone<T>(work: () => Promise<T>): Promise<T> {
    const result = this.tail.then(work, work);
    this.tail = result.catch(() => undefined);
    return result;
  }
}
