// @vitest-environment jsdom
import { act, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { answering, show } from "../../tests/web/show";
import { fetchAll, fetched, late } from "./late";

const reload = vi.fn();
beforeEach(() => {
  vi.useFakeTimers();
  sessionStorage.clear();
  reload.mockClear();
  vi.stubGlobal("location", { ...window.location, reload, origin: "http://localhost" });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

/** A loader that fails so many times, then gives its screen. */
const failing = (times: number) => {
  let left = times;
  return vi.fn(() => (left-- > 0 ? Promise.reject(new Error("not there")) : Promise.resolve("screen")));
};
/** Lets what waits go on for so long. */
const pass = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));
const noServer = (): void => answering("/api/shop", undefined);

describe("a screen that is fetched", () => {
  it("comes at once where it comes", async () => {
    const load = failing(0);
    expect(await fetched(load)).toBe("screen");
    expect(load).toHaveBeenCalledOnce();
  });

  it("is asked for again and again without a connection, ever more slowly, and nothing begins anew", async () => {
    noServer();
    const load = failing(4);
    let got: string | null = null;
    void fetched(load).then((it) => (got = it));
    await pass(0);
    expect(load).toHaveBeenCalledTimes(1);
    await pass(500);
    expect(load).toHaveBeenCalledTimes(2);
    await pass(500);
    expect(load).toHaveBeenCalledTimes(2);
    await pass(500 + 2000 + 4000);
    expect(load).toHaveBeenCalledTimes(5);
    expect(got).toBe("screen");
    expect(reload).not.toHaveBeenCalled();
  });

  it("is asked for as soon as the browser is on line again", async () => {
    noServer();
    const load = failing(1);
    const wanted = fetched(load);
    await pass(0);
    window.dispatchEvent(new Event("online"));
    await pass(0);
    expect(await wanted).toBe("screen");
  });

  it("that failed once while the program answers is simply there at the second try", async () => {
    const load = failing(1);
    const wanted = fetched(load);
    await pass(0);
    expect(await wanted).toBe("screen");
    expect(reload).not.toHaveBeenCalled();
  });

  it("begins the page anew where the program answers and the screen still does not come, but once in a while only", async () => {
    const gone = (): Promise<string> => Promise.reject(new Error("renewed"));
    void fetched(gone).catch(() => undefined);
    await pass(100);
    expect(reload).toHaveBeenCalledOnce();
    // Again within the minute: it is said instead of going round in circles.
    await expect(fetched(gone)).rejects.toThrow("renewed");
    expect(reload).toHaveBeenCalledOnce();
    await pass(61_000);
    void fetched(gone).catch(() => undefined);
    await pass(100);
    expect(reload.mock.calls.length).toBeGreaterThan(1);
  });
});

describe("a screen shown before it is there", () => {
  it("says that it waits for a connection, and opens by itself", async () => {
    noServer();
    let left = 1;
    const Screen = late<{ name: string }>(() =>
      left-- > 0 ? Promise.reject(new Error("not there")) : Promise.resolve(({ name }) => <h1>{name}</h1>),
    );
    show(<Screen name="Gauge" />);
    await pass(50);
    expect(screen.getByText(/^No connection, and this screen was not opened before\./)).toBeTruthy();
    await pass(1000);
    expect(screen.getByRole("heading", { name: "Gauge" })).toBeTruthy();
    expect(screen.queryByText(/No connection/)).toBeNull();
  });

  it("is there at once where it was fetched while nothing else was to be done", async () => {
    const load = vi.fn(() => Promise.resolve(() => <h1>Plan</h1>));
    const Screen = late(load);
    await fetchAll();
    expect(load).toHaveBeenCalledOnce();
    show(<Screen />);
    expect(screen.getByRole("heading", { name: "Plan" })).toBeTruthy();
    expect(load).toHaveBeenCalledOnce();
  });
});
