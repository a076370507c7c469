import { fileURLToPath } from "node:url";
import type { Piscina } from "piscina";
import type { HeavyTask, ReadRecording } from "./tasks";

/** Models that may take long: they have a thread of their own, so that a save never waits for them. */
export const HEAVY: ReadonlySet<string> = new Set(["slack", "shims", "gatedLinkage", "spectrum"]);

/** Most a thread may hold, MB; an answer that needs more ends its thread and not the server. */
const HEAP_MB = 1024;
const IDLE_MS = 30_000;

/** Threads for heavy models, started when the first one is asked for. */
export class HeavyModels {
  private pool: Promise<Piscina> | null = null;

  /** The model's answer or refusal; an abort ends the work and rejects with an AbortError. */
  async answer(model: string, input: unknown, signal: AbortSignal): Promise<unknown> {
    return this.run({ model, input }, signal);
  }

  /** Reads a recording: a minute of sound takes longer than a save may wait. */
  async read(bytes: Uint8Array, signal: AbortSignal): Promise<ReadRecording> {
    return (await this.run({ bytes }, signal)) as ReadRecording;
  }

  /** A kept recording as lines of time and value. */
  async lines(wav: Uint8Array, rateHz: number | null, called: string, signal: AbortSignal): Promise<string> {
    return (await this.run({ linesOf: wav, rateHz, called }, signal)) as string;
  }

  private async run(task: HeavyTask, signal: AbortSignal): Promise<unknown> {
    const pool = await (this.pool ??= threads());
    return pool.run(task, { signal });
  }

  async close(): Promise<void> {
    await (await this.pool)?.destroy();
    this.pool = null;
  }
}

async function threads(): Promise<Piscina> {
  const { Piscina } = await import("piscina");
  // From source (tests, development) the thread reads TypeScript too; from the bundle it stands beside the server.
  const source = import.meta.url.endsWith(".ts");
  return new Piscina({
    filename: fileURLToPath(new URL(source ? "worker.ts" : "computeWorker.mjs", import.meta.url)),
    ...(source && { execArgv: ["--import", "tsx"] }),
    minThreads: 0,
    maxThreads: 2,
    idleTimeout: IDLE_MS,
    resourceLimits: { maxOldGenerationSizeMb: HEAP_MB },
  });
}
