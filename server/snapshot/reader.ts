import { fileURLToPath } from "node:url";
import type { Piscina } from "piscina";
import { refuse, Refused } from "../services/refused";
import { closeSnapshots, perform } from "./perform";
import type { BookPlace, SnapshotTask } from "./tasks";
import type { SnapshotAnswer } from "./worker";

/** Most a thread may hold, MB: all records of a large shop, when its archive is written. */
const HEAP_MB = 3072;
/** One for views, one for archives and checks of copies. */
const THREADS = 2;
const MOST_WAITING = 256;

/**
 * Long reading beside the work: views over the whole shop, archives out and in, checks of copies. It runs in threads
 * with read-only connections of their own, so that no save waits for it.
 */
export class SnapshotReader {
  private pool: Promise<Piscina> | null = null;
  /** Archives and checks come one after the other, so that there is always a thread left for a view. */
  private tail: Promise<unknown> = Promise.resolve();

  /**
   * @param place where the book is
   * @param threads false: it is read in this thread, beside the connection that writes. Tests start faster so.
   */
  constructor(
    private readonly place: BookPlace,
    private readonly threads: boolean,
  ) {}

  /** Does one piece of long reading. Rejects with a Refused, an error of the database, or an AbortError. */
  async run<T>(task: SnapshotTask, until?: AbortSignal): Promise<T> {
    if (task.do === "view") return (await this.now(task, until)) as T;
    const result = this.tail.then(() => this.now(task, until));
    this.tail = result.catch(() => undefined);
    return (await result) as T;
  }

  private async now(task: SnapshotTask, until?: AbortSignal): Promise<unknown> {
    if (!this.threads) return perform(this.place, task);
    const pool = await (this.pool ??= startThreads());
    let answer: SnapshotAnswer;
    try {
      answer = (await pool.run({ place: this.place, task }, { signal: until })) as SnapshotAnswer;
    } catch (error) {
      if ((error as { code?: unknown }).code === "ERR_WORKER_OUT_OF_MEMORY")
        return refuse("too_large", "", null, `what can be read with ${HEAP_MB} MB`, "this is too much to read at once");
      // The threads were ended under it: another book is being put in place, or the program ends.
      if (pool !== (await this.pool) && !until?.aborted)
        return refuse("storage", "", null, "the same again in a moment", "an older book is being put in place");
      throw error;
    }
    if (!answer.ok) throw new Refused(answer.refusal);
    return answer.value;
  }

  /** Ends all reading and closes the connections; the next reading opens them anew. */
  async close(): Promise<void> {
    const pool = this.pool;
    this.pool = null;
    await (await pool?.catch(() => undefined))?.destroy();
    await closeSnapshots(this.place.databaseFile);
  }
}

async function startThreads(): Promise<Piscina> {
  const { Piscina } = await import("piscina");
  // From source (tests, development) the thread reads TypeScript too; from the bundle it stands beside the server.
  const source = import.meta.url.endsWith(".ts");
  return new Piscina({
    filename: fileURLToPath(new URL(source ? "worker.ts" : "snapshotWorker.mjs", import.meta.url)),
    ...(source && { execArgv: ["--import", "tsx"] }),
    minThreads: 0,
    maxThreads: THREADS,
    maxQueue: MOST_WAITING,
    // Opening the book takes longer than most readings of it: a thread stays.
    idleTimeout: Infinity,
    resourceLimits: { maxOldGenerationSizeMb: HEAP_MB },
  });
}
