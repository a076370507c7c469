// @vitest-environment jsdom
import { act, renderHook } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { Latest } from "../ui/latest";
import { useNow } from "../ui/useNow";
import { useKept } from "./useLocalDraft";

afterEach(() => {
  localStorage.clear();
  vi.restoreAllMocks();
  vi.useRealTimers();
});

const asNumber = (v: unknown): number | null => (typeof v === "number" ? v : null);
const kept = () => renderHook(() => useKept("test", () => 7, asNumber));

describe("what a desk tool was left with", () => {
  it("stays in this browser", () => {
    const first = kept();
    expect(first.result.current[0]).toBe(7);
    act(() => first.result.current[1](12));
    first.unmount();
    expect(kept().result.current[0]).toBe(12);
  });

  it("is begun anew where an older version left what cannot be read", () => {
    localStorage.setItem("ash-lever.desk.test", '"twelve"');
    expect(kept().result.current[0]).toBe(7);
    localStorage.setItem("ash-lever.desk.test", "{ half");
    expect(kept().result.current[0]).toBe(7);
  });

  it("does without a browser that gives nothing back", () => {
    vi.spyOn(Storage.prototype, "getItem").mockImplementation(() => {
      throw new Error("private");
    });
    expect(kept().result.current[0]).toBe(7);
  });
});

describe("the time on a screen", () => {
  it("moves on by the minute, one clock for all, and stands while nobody looks", () => {
    vi.useFakeTimers({ now: new Date("2026-11-27T10:00:30Z") });
    const one = renderHook(() => useNow());
    const two = renderHook(() => useNow());
    const begun = one.result.current;
    expect(two.result.current).toBe(begun);
    act(() => void vi.advanceTimersByTime(30_000));
    expect(one.result.current).toBe(begun);
    act(() => void vi.advanceTimersByTime(31_000));
    expect(one.result.current - begun).toBe(60_000);
    expect(two.result.current).toBe(one.result.current);
    one.unmount();
    two.unmount();
    expect(vi.getTimerCount()).toBe(0);
  });
});

it("a value for handlers is the last that was set", () => {
  const latest = new Latest([1]);
  latest.set([2, 3]);
  expect(latest.get()).toEqual([2, 3]);
});
