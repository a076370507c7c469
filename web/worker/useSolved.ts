import { wrap, type Remote } from "comlink";
import { useEffect, useRef, useState } from "react";
import { isRefusal, type Refusal } from "../../contract";
import type { Solvable, Solver } from "./protocol";

/** Work under this, ms, is not worth a word. */
const SPEAK_AFTER_MS = 500;

/** Work over this, ms, is taken for lost. */
const LONGEST_MS = 30_000;

export type Solved<T> =
  | { state: "waiting"; slow: boolean }
  | { state: "answered"; answer: T }
  | { state: "refused"; refusal: Refusal["error"] }
  | { state: "cancelled" }
  | { state: "lost" };

interface WorkerHandle {
  worker: Worker;
  solver: Remote<Solver>;
}

const spawnWorker = (): WorkerHandle => {
  const worker = new Worker(new URL("./solve.worker.ts", import.meta.url), { type: "module" });
  return { worker, solver: wrap<Solver>(worker) };
};

/**
 * A model answered beside the screen, again for every new input. A worker that dies, or does not answer, is
 * an outcome the person sees; the next question goes to a new one. Calling off ends the worker.
 */
export function useSolved<N extends keyof Solvable>(
  name: N,
  input: unknown,
): { result: Solved<Solvable[N]>; last: Solvable[N] | null; cancel: () => void; again: () => void } {
  const [result, setResult] = useState<Solved<Solvable[N]>>({ state: "waiting", slow: false });
  const [last, setLast] = useState<Solvable[N] | null>(null);
  const [turn, setTurn] = useState(0);
  const handle = useRef<WorkerHandle | null>(null);
  const callOff = useRef<() => void>(() => undefined);
  const key = JSON.stringify(input);

  const dismiss = (): void => {
    handle.current?.worker.terminate();
    handle.current = null;
  };

  useEffect(() => {
    let current = true;
    const stop = (): void => {
      current = false;
      window.clearTimeout(slow);
      window.clearTimeout(longest);
    };
    const end = (outcome: Solved<Solvable[N]>): void => {
      if (!current) return;
      stop();
      setResult(outcome);
      if (outcome.state === "answered") setLast(outcome.answer);
    };
    const lose = (): void => {
      if (current) dismiss();
      end({ state: "lost" });
    };
    callOff.current = () => {
      if (current) dismiss();
      end({ state: "cancelled" });
    };
    setResult({ state: "waiting", slow: false });
    const slow = window.setTimeout(() => current && setResult({ state: "waiting", slow: true }), SPEAK_AFTER_MS);
    const longest = window.setTimeout(lose, LONGEST_MS);
    handle.current ??= spawnWorker();
    handle.current.worker.onerror = lose;
    handle.current.solver
      .solve(name, JSON.parse(key))
      .then((out) =>
        end(
          isRefusal(out) ? { state: "refused", refusal: out.error } : { state: "answered", answer: out as Solvable[N] },
        ),
      )
      .catch(lose);
    return stop;
  }, [name, key, turn]);

  useEffect(() => dismiss, []);

  return {
    result,
    last,
    cancel: () => callOff.current(),
    again: () => setTurn((t) => t + 1),
  };
}
