import { useSyncExternalStore } from "react";

const STEP_MS = 60_000;

let now = Date.now();
const listeners = new Set<() => void>();
let timer: ReturnType<typeof setInterval> | undefined;

function subscribe(listener: () => void): () => void {
  if (!listeners.size) {
    now = Date.now();
    timer = setInterval(() => {
      now = Date.now();
      for (const tell of listeners) tell();
    }, STEP_MS);
  }
  listeners.add(listener);
  return () => {
    listeners.delete(listener);
    if (!listeners.size) clearInterval(timer);
  };
}

/** The time, ms since 1970, to the minute: what is drawn from it moves on by itself. */
export const useNow = (): number => useSyncExternalStore(subscribe, () => now);
