import { proxy, wrap, type Remote } from "comlink";
import { isRefusal, type Refusal } from "../../contract";
import type { Background, TaskName, Tasks } from "./protocol";

/** Work under this, ms, is not worth a word. */
const SPEAK_AFTER_MS = 500;

/** Work over this, ms, is taken for lost. */
const LONGEST_MS = 60_000;

/** Answers that are kept, so that going back to one is at once. */
const ANSWERS_KEPT = 12;

/** Workers that wait for the next task: two spectra are often laid over each other. */
const WORKERS_KEPT = 2;

interface WorkerHandle {
  worker: Worker;
  background: Remote<Background>;
}

const idle: WorkerHandle[] = [];

function takeWorker(): WorkerHandle {
  const waiting = idle.pop();
  if (waiting) return waiting;
  const worker = new Worker(new URL("./background.worker.ts", import.meta.url), { type: "module" });
  return { worker, background: wrap<Background>(worker) };
}

function giveBack(handle: WorkerHandle): void {
  if (idle.length < WORKERS_KEPT) idle.push(handle);
  else handle.worker.terminate();
}

/** Ends the workers that wait. */
export function dismissWorkers(): void {
  for (const { worker } of idle.splice(0)) worker.terminate();
}

const answers = new Map<string, unknown>();

function keep(key: string, answer: unknown): void {
  answers.set(key, answer);
  const [oldest] = answers.keys();
  if (answers.size > ANSWERS_KEPT) answers.delete(oldest);
}

/** Where a task is in its life. A worker that dies or does not answer is an outcome the person sees. */
export type TaskState<A> =
  | { state: "none" }
  | { state: "working"; slow: boolean }
  | { state: "answered"; answer: A }
  | { state: "refused"; refusal: Refusal["error"] }
  | { state: "cancelled" }
  | { state: "lost" };

const keyOf = (name: string, asked: unknown): string => `${name} ${JSON.stringify(asked)}`;

/**
 * One question at a time, answered beside the screen: start, progress, then an answer, a refusal, cancelled or lost.
 * A new question takes the place of the one before; cancelling ends the worker.
 */
export class Task<N extends TaskName> {
  part = 0;
  now: TaskState<Tasks[N]["answer"]> = { state: "none" };
  last: Tasks[N]["answer"] | null = null;
  #asked: { key: string; input: Tasks[N]["asked"] } | null = null;
  #drop: () => void = () => undefined;
  readonly #listeners = new Set<() => void>();

  constructor(private readonly name: N) {}

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** Asks, unless that very question is asked already; null asks nothing. */
  ask(input: Tasks[N]["asked"] | null): void {
    const key = input === null ? null : keyOf(this.name, input);
    if (key === (this.#asked?.key ?? null)) return;
    this.#drop();
    this.#asked = key === null ? null : { key, input };
    if (this.#asked) this.#start(this.#asked);
    else this.#become({ state: "none" });
  }

  again(): void {
    this.#drop();
    if (this.#asked) this.#start(this.#asked);
  }

  cancel(): void {
    if (this.now.state !== "working") return;
    this.#drop();
    this.#become({ state: "cancelled" });
  }

  /** Nobody looks any more. */
  stop(): void {
    this.#drop();
    this.#asked = null;
  }

  #become(next: TaskState<Tasks[N]["answer"]>): void {
    this.now = next;
    if (next.state === "answered") this.last = next.answer;
    for (const listener of this.#listeners) listener();
  }

  #start({ key, input }: { key: string; input: Tasks[N]["asked"] }): void {
    const known = answers.get(key) as Tasks[N]["answer"] | undefined;
    if (known !== undefined) return this.#become({ state: "answered", answer: known });
    const handle = takeWorker();
    let current = true;
    const stop = (): boolean => {
      const was = current;
      current = false;
      clearTimeout(slow);
      clearTimeout(longest);
      return was;
    };
    this.#drop = () => {
      if (stop()) handle.worker.terminate();
    };
    const lose = (): void => {
      if (!stop()) return;
      handle.worker.terminate();
      this.#become({ state: "lost" });
    };
    const slow = setTimeout(() => current && this.#become({ state: "working", slow: true }), SPEAK_AFTER_MS);
    const longest = setTimeout(lose, LONGEST_MS);
    this.part = 0;
    this.#become({ state: "working", slow: false });
    handle.worker.onerror = lose;
    const onPart = proxy((part: number) => {
      if (!current) return;
      this.part = part;
      for (const listener of this.#listeners) listener();
    });
    handle.background
      .run(this.name, input, onPart)
      .then((out) => {
        if (!stop()) return;
        giveBack(handle);
        if (isRefusal(out)) return this.#become({ state: "refused", refusal: out.error });
        keep(key, out);
        this.#become({ state: "answered", answer: out });
      })
      .catch(lose);
  }
}

/** One answer, waited for: throws where there is none. */
export async function runTask<N extends TaskName>(name: N, asked: Tasks[N]["asked"]): Promise<Tasks[N]["answer"]> {
  const handle = takeWorker();
  try {
    const out = await handle.background.run(
      name,
      asked,
      proxy(() => undefined),
    );
    giveBack(handle);
    if (isRefusal(out)) throw new Error(out.error.message);
    return out;
  } catch (error) {
    if (!idle.includes(handle)) handle.worker.terminate();
    throw error;
  }
}
