import { availableParallelism } from "node:os";
import { fileURLToPath } from "node:url";
import type { Piscina } from "piscina";
import type { SheetSeen } from "../../contract";
import type { Pixel, SheetKind } from "../../core";
import { refuse } from "../services/refused";
import type { JsonAnswer } from "./answerJson";
import type { HeavyTask, ReadRecording } from "./tasks";

/** Most a thread may hold, MB; an answer that needs more ends its thread and not the server. */
const HEAP_MB = 1024;
const IDLE_MS = 30_000;

/** Pieces of long work that one caller may have under way or waiting, and all callers together. */
const MOST_PER_CALLER = 8;
const MOST_WAITING = 64;

/** Whose work it is, and what ends it. */
export interface Job {
  until: AbortSignal;
  /** Address of the caller. */
  caller: string;
}

/** Threads for long work, started when the first piece comes in: a save never waits for them. */
export class HeavyModels {
  private pool: Promise<Piscina> | null = null;
  private readonly underWay = new Map<string, number>();

  /** The model's answer or refusal as JSON; an abort ends the work and rejects with an AbortError. */
  async answer(model: string, question: Uint8Array, job: Job): Promise<JsonAnswer> {
    return (await this.run({ model, question }, job)) as JsonAnswer;
  }

  /** Reads a recording: a minute of sound takes longer than a save may wait. */
  async read(bytes: Uint8Array, job: Job): Promise<ReadRecording> {
    return (await this.run({ bytes }, job)) as ReadRecording;
  }

  /** A kept recording as lines of time and value. */
  async lines(wav: Uint8Array, rateHz: number | null, called: string, job: Job): Promise<string> {
    return (await this.run({ linesOf: wav, rateHz, called }, job)) as string;
  }

  /** Where the measuring sheet lies in a kept picture. */
  async sheetIn(path: string, job: Job): Promise<SheetSeen> {
    return (await this.run({ sheetIn: path }, job)) as SheetSeen;
  }

  /** A kept picture of the measuring sheet, flat, as a JPEG. */
  async flat(path: string, corners: Pixel[], sheet: SheetKind, job: Job): Promise<Uint8Array> {
    return (await this.run({ flat: path, corners, sheet }, job)) as Uint8Array;
  }

  private async run(task: HeavyTask, { until, caller }: Job): Promise<unknown> {
    const now = this.underWay.get(caller) ?? 0;
    if (now >= MOST_PER_CALLER) return tooMany(`up to ${MOST_PER_CALLER} calculations at a time`);
    this.underWay.set(caller, now + 1);
    try {
      const pool = await (this.pool ??= threads());
      return await pool.run(task, { signal: until });
    } catch (error) {
      if (error instanceof Error && error.message === "Task queue is at limit")
        return tooMany(`up to ${MOST_WAITING} calculations waiting`);
      if ((error as { code?: unknown }).code === "ERR_WORKER_OUT_OF_MEMORY")
        return refuse("too_large", "", null, `a calculation that needs up to ${HEAP_MB} MB`);
      throw error;
    } finally {
      const left = (this.underWay.get(caller) ?? 1) - 1;
      if (left > 0) this.underWay.set(caller, left);
      else this.underWay.delete(caller);
    }
  }

  async close(): Promise<void> {
    await (await this.pool)?.destroy();
    this.pool = null;
  }
}

const tooMany = (accepts: string): never =>
  refuse("rate_limited", "", null, accepts, "too many calculations at once; the same again in a moment");

async function threads(): Promise<Piscina> {
  const { Piscina } = await import("piscina");
  // From source (tests, development) the thread reads TypeScript too; from the bundle it stands beside the server.
  const source = import.meta.url.endsWith(".ts");
  return new Piscina({
    filename: fileURLToPath(new URL(source ? "worker.ts" : "computeWorker.mjs", import.meta.url)),
    ...(source && { execArgv: ["--import", "tsx"] }),
    minThreads: 0,
    maxThreads: Math.min(2, availableParallelism()),
    maxQueue: MOST_WAITING,
    idleTimeout: IDLE_MS,
    resourceLimits: { maxOldGenerationSizeMb: HEAP_MB },
  });
}
