// @vitest-environment jsdom
import { act, renderHook, waitFor } from "@testing-library/react";
import { expose } from "comlink";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { dismissWorkers, runTask, usePart, useTask, type SpectrumDrawn, type SpectrumRequest } from ".";

/** A worker whose other end is in this page: the wire is comlink's own, the work is the test's. */
class NearWorker {
  static hired: NearWorker[] = [];
  static service: object = {};
  onerror: (() => void) | null = null;
  ended = false;
  readonly #channel = new MessageChannel();

  constructor() {
    NearWorker.hired.push(this);
    expose(NearWorker.service, this.#channel.port2);
    this.#channel.port1.start();
  }
  postMessage(message: unknown, transfer: Transferable[] = []): void {
    if (!this.ended) this.#channel.port1.postMessage(message, transfer);
  }
  addEventListener(name: string, listener: (e: Event) => void): void {
    this.#channel.port1.addEventListener(name, listener);
  }
  removeEventListener(name: string, listener: (e: Event) => void): void {
    this.#channel.port1.removeEventListener(name, listener);
  }
  terminate(): void {
    this.ended = true;
    this.#channel.port1.close();
  }
}

/** Answers that come when the test says so. */
function later<T>() {
  const waiting: ((value: T) => void)[] = [];
  return {
    ask: () => new Promise<T>((resolve) => waiting.push(resolve)),
    answer: (value: T) => act(async () => waiting.shift()?.(value)),
    get open() {
      return waiting.length;
    },
  };
}

beforeEach(() => {
  NearWorker.hired = [];
  vi.stubGlobal("Worker", NearWorker);
});
afterEach(() => {
  dismissWorkers();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe("a model answered beside the screen", () => {
  it("is answered, refused by name, and asked again when what is asked changes", async () => {
    NearWorker.service = {
      run: (name: string, input: { n: number }) =>
        input.n < 0
          ? { error: { code: "out_of_range", field: "n", message: "n", got: input.n, accepts: "0 or more" } }
          : { name, twice: 2 * input.n },
    };
    const { result, rerender } = renderHook(({ n }) => useTask("shims", { n }), { initialProps: { n: 4 } });
    expect(result.current.result).toEqual({ state: "working", slow: false });
    await waitFor(() => expect(result.current.result).toMatchObject({ answer: { name: "shims", twice: 8 } }));
    rerender({ n: -1 });
    await waitFor(() => expect(result.current.result).toMatchObject({ state: "refused", refusal: { field: "n" } }));
    // What was answered last stays to be shown while the new figures are wrong.
    expect(result.current.last).toMatchObject({ twice: 8 });
    expect(NearWorker.hired).toHaveLength(1);
  });

  it("takes the newest question's answer, whichever comes first", async () => {
    const slow = later<{ n: number }>();
    NearWorker.service = { run: (_: string, input: { n: number }) => (input.n === 1 ? slow.ask() : input) };
    const { result, rerender } = renderHook(({ n }) => useTask("shims", { n }), { initialProps: { n: 1 } });
    await waitFor(() => expect(slow.open).toBe(1));
    rerender({ n: 2 });
    await waitFor(() => expect(result.current.result).toMatchObject({ answer: { n: 2 } }));
    await slow.answer({ n: 1 });
    expect(result.current.result).toMatchObject({ answer: { n: 2 } });
  });

  it("says when it is slow, and what is called off stays called off", async () => {
    vi.useFakeTimers();
    NearWorker.service = { run: () => new Promise(() => undefined) };
    const { result } = renderHook(() => useTask("shims", {}));
    act(() => void vi.advanceTimersByTime(600));
    expect(result.current.result).toEqual({ state: "working", slow: true });
    act(() => result.current.cancel());
    expect(result.current.result).toEqual({ state: "cancelled" });
    expect(NearWorker.hired[0].ended).toBe(true);
    act(() => void vi.advanceTimersByTime(120_000));
    expect(result.current.result).toEqual({ state: "cancelled" });
    act(() => result.current.again());
    expect(result.current.result).toEqual({ state: "working", slow: false });
    expect(NearWorker.hired).toHaveLength(2);
  });

  it("is lost when nothing comes, or the worker dies, and the next question goes to a new one", async () => {
    vi.useFakeTimers();
    NearWorker.service = { run: () => new Promise(() => undefined) };
    const { result } = renderHook(() => useTask("gatedLinkage", {}));
    act(() => void vi.advanceTimersByTime(61_000));
    expect(result.current.result).toEqual({ state: "lost" });
    act(() => result.current.again());
    act(() => NearWorker.hired[1].onerror?.());
    expect(result.current.result).toEqual({ state: "lost" });
    expect(NearWorker.hired.every((w) => w.ended)).toBe(true);
  });
});

describe("a spectrum calculated beside the screen", () => {
  const drawn = { binHz: 1, halves: null } as unknown as SpectrumDrawn;
  const request = (file: string): SpectrumRequest => ({ file, rateHz: 2048 });

  it("says how far it has come, keeps its worker for the next, and is at hand the second time", async () => {
    const slow = later<SpectrumDrawn>();
    let told: (part: number) => Promise<void> = async () => undefined;
    NearWorker.service = {
      run: (_name: string, _asked: SpectrumRequest, onPart: typeof told) => {
        told = onPart;
        return slow.ask();
      },
    };
    const asked = request("a");
    const { result } = renderHook(() => {
      const spectrum = useTask("spectrum", asked);
      return { ...spectrum, part: usePart(spectrum.task) };
    });
    expect(result.current.result.state).toBe("working");
    await waitFor(() => expect(slow.open).toBe(1));
    await act(async () => told(0.4));
    await waitFor(() => expect(result.current.part).toBe(0.4));
    await slow.answer(drawn);
    await waitFor(() => expect(result.current.result).toMatchObject({ state: "answered", answer: { binHz: 1 } }));
    const again = renderHook(() => useTask("spectrum", asked));
    expect(again.result.current.result.state).toBe("answered");
    // Another question goes to the same worker: what it has read of the file is still there.
    const other = renderHook(() => useTask("spectrum", { ...asked, windowSamples: 64 }));
    await waitFor(() => expect(slow.open).toBe(1));
    await slow.answer(drawn);
    await waitFor(() => expect(other.result.current.result.state).toBe("answered"));
    expect(NearWorker.hired.map((w) => w.ended)).toEqual([false]);
  });

  it("passes on why a recording cannot be had", async () => {
    const message = "the recording is not where it was kept";
    NearWorker.service = {
      run: async () => ({ error: { code: "not_found", field: "file", message, got: "b", accepts: "a file" } }),
    };
    const asked = request("b");
    const { result } = renderHook(() => useTask("spectrum", asked));
    await waitFor(() => expect(result.current.result).toMatchObject({ state: "refused", refusal: { message } }));
    await expect(runTask("spectrum", asked)).rejects.toThrow(message);
  });

  it("is called off, calculated again, and lost with its worker", async () => {
    NearWorker.service = { run: () => new Promise(() => undefined) };
    const asked = request("c");
    const { result, unmount } = renderHook(() => useTask("spectrum", asked));
    act(() => result.current.cancel());
    expect(result.current.result).toEqual({ state: "cancelled" });
    act(() => result.current.again());
    expect(result.current.result.state).toBe("working");
    act(() => NearWorker.hired[1].onerror?.());
    expect(result.current.result).toEqual({ state: "lost" });
    expect(NearWorker.hired.map((w) => w.ended)).toEqual([true, true]);
    act(() => result.current.again());
    unmount();
    expect(NearWorker.hired[2].ended).toBe(true);
  });

  it("of nothing is nothing", () => {
    const { result } = renderHook(() => useTask("spectrum", null));
    expect(result.current.result).toEqual({ state: "none" });
    expect(NearWorker.hired).toHaveLength(0);
  });
});
