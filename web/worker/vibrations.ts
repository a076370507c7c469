import { proxy, wrap, type Remote } from "comlink";
import { useEffect, useState, useSyncExternalStore } from "react";
import type { SpectrumDrawn, SpectrumRequest, Vibrations } from "./vibrationProtocol";

/** Work over this, ms, is taken for lost. */
const LONGEST_MS = 60_000;

/** Spectra that were calculated and are kept, so that going back to one is at once. */
const KEPT = 12;

export type SpectrumState =
  | { state: "none" }
  | { state: "computing"; key: string }
  | { state: "done"; spectrum: SpectrumDrawn }
  | { state: "failed"; why: string }
  | { state: "cancelled" };

/** How far each calculation has come: kept apart, so that only the bar is drawn again and not the whole screen. */
const parts = new Map<string, number>();
const watchers = new Set<() => void>();

function cameTo(key: string, part: number): void {
  parts.set(key, part);
  watchers.forEach((w) => w());
}

/** The part of a calculation that is done, 0 to 1. */
export const useComputed = (key: string): number =>
  useSyncExternalStore(
    (watcher) => {
      watchers.add(watcher);
      return () => watchers.delete(watcher);
    },
    () => parts.get(key) ?? 0,
  );

const spawnWorker = (): { worker: Worker; handle: Remote<Vibrations> } => {
  const worker = new Worker(new URL("./vibration.worker.ts", import.meta.url), { type: "module" });
  return { worker, handle: wrap<Vibrations>(worker) };
};

const known = new Map<string, SpectrumDrawn>();

function keep(key: string, spectrum: SpectrumDrawn): void {
  known.set(key, spectrum);
  const [oldest] = known.keys();
  if (known.size > KEPT) known.delete(oldest);
}

/**
 * The spectrum of a kept recording, calculated beside the screen. Says how far it has come; cancelling ends the
 * worker; one that dies or does not answer is an outcome the person sees.
 */
export function useSpectrum(request: SpectrumRequest | null): {
  result: SpectrumState;
  cancel: () => void;
  again: () => void;
} {
  const key = request ? JSON.stringify(request) : null;
  const [done, setDone] = useState<{ key: string; result: SpectrumState } | null>(null);
  const [turn, setTurn] = useState(0);
  const [stop, setStop] = useState<{ call: () => void }>({ call: () => undefined });

  useEffect(() => {
    if (!key || known.has(key)) return;
    const { worker, handle } = spawnWorker();
    let current = true;
    const end = (result: SpectrumState): void => {
      if (!current) return;
      current = false;
      window.clearTimeout(longest);
      worker.terminate();
      setDone({ key, result });
    };
    const lost = (): void => end({ state: "failed", why: "the calculation failed" });
    const longest = window.setTimeout(lost, LONGEST_MS);
    worker.onerror = lost;
    setStop({ call: () => end({ state: "cancelled" }) });
    cameTo(key, 0);
    setDone({ key, result: { state: "computing", key } });
    handle
      .spectrum(
        JSON.parse(key) as SpectrumRequest,
        proxy((part: number) => {
          if (current) cameTo(key, part);
        }),
      )
      .then((out) => {
        if ("why" in out) return end({ state: "failed", why: out.why });
        keep(key, out);
        end({ state: "done", spectrum: out });
      })
      .catch(lost);
    return () => {
      current = false;
      window.clearTimeout(longest);
      worker.terminate();
    };
  }, [key, turn]);

  const ready = key ? known.get(key) : undefined;
  const result: SpectrumState = !key
    ? { state: "none" }
    : ready
      ? { state: "done", spectrum: ready }
      : done?.key === key
        ? done.result
        : { state: "computing", key };
  return { result, cancel: () => stop.call(), again: () => setTurn((t) => t + 1) };
}

/** A WAV file of samples recorded in the page, made beside the screen. */
export async function wavOf(samples: Float32Array, rateHz: number): Promise<Blob> {
  const { worker, handle } = spawnWorker();
  try {
    const bytes = await handle.wav(samples, rateHz);
    return new Blob([new Uint8Array(bytes)], { type: "audio/wav" });
  } finally {
    worker.terminate();
  }
}
