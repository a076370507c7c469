// @vitest-environment jsdom
import { act, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { plainText, show } from "../../tests/web/show";
import { refusal } from "../../contract";
import { AsLastRead, Coming } from "./states";

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());
const pass = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));

describe("what is not here yet", () => {
  it("is on its way while nothing went wrong", () => {
    show(<Coming query={{ refetch: vi.fn() }} rows={4} />);
    expect(screen.getByRole("status", { name: "Reading" }).children).toHaveLength(4);
  });

  it("is asked for again and again while the program does not answer, and no longer once it is left", async () => {
    const refetch = vi.fn();
    const { unmount } = show(<Coming query={{ error: { offline: true }, refetch }} />);
    expect(plainText(screen.getByRole("alert"))).toContain(
      "No connection to the program. It goes on by itself when the program answers again.",
    );
    await pass(4000);
    expect(refetch).toHaveBeenCalledTimes(1);
    await pass(8000);
    expect(refetch).toHaveBeenCalledTimes(3);
    unmount();
    await pass(20_000);
    expect(refetch).toHaveBeenCalledTimes(3);
  });

  it("that was refused is not asked for again by itself, only by the key", async () => {
    const refetch = vi.fn();
    const error = { offline: false, refusal: refusal("not_found", "id", "x", "a job", "no such job") };
    show(<Coming query={{ error, refetch }} />);
    expect(plainText(screen.getByRole("alert"))).toContain("no such job");
    await pass(20_000);
    expect(refetch).not.toHaveBeenCalled();
    act(() => screen.getByRole("button", { name: "Try again" }).click());
    expect(refetch).toHaveBeenCalledOnce();
  });
});

describe("a list that could not be read anew", () => {
  it("says that it is as it was last read, and is asked for until it comes", async () => {
    const refetch = vi.fn();
    const { rerender } = show(<AsLastRead query={{ error: { offline: true }, refetch }} />);
    expect(plainText(screen.getByRole("status"))).toBe("No connection to the program: this is as it was last read.");
    await pass(9000);
    expect(refetch).toHaveBeenCalledTimes(2);
    rerender(<AsLastRead query={{ refetch }} />);
    expect(screen.queryByRole("status")).toBeNull();
    await pass(9000);
    expect(refetch).toHaveBeenCalledTimes(2);
  });
});
