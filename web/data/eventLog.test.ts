// @vitest-environment jsdom
import { beforeEach, describe, expect, it, vi } from "vitest";

const fresh = async () => {
  vi.resetModules();
  return import("./eventLog");
};
beforeEach(() => localStorage.clear());

describe("the log of events", () => {
  it("keeps the last 200 over a reload, oldest first", async () => {
    const { logEvent } = await fresh();
    for (let i = 0; i < 230; i++) logEvent("saving", `event ${i}`);
    const { loggedEvents } = await fresh();
    expect([loggedEvents().length, loggedEvents()[0].what, loggedEvents().at(-1)?.what]).toEqual([
      200,
      "event 30",
      "event 229",
    ]);
  });

  it("begins anew where the browser kept something else", async () => {
    for (const kept of ["{", "5", '[{"at":1}]', '[null,"x"]']) {
      localStorage.setItem("ash-lever.events", kept);
      expect((await fresh()).loggedEvents()).toEqual([]);
    }
  });

  it("names an error without its message, which may hold what somebody typed", async () => {
    const { errorName, logEvent, loggedEvents } = await fresh();
    const error = new TypeError("owner 'Elin Corrow' is no number");
    error.stack = "TypeError: owner 'Elin Corrow'\n    at x (http://localhost/assets/index-a1b2.js:12:345)";
    logEvent("page", errorName(error));
    expect(loggedEvents()[0].what).toBe("TypeError in index-a1b2.js:12:345");
    expect(JSON.stringify(loggedEvents())).not.toContain("Corrow");
    expect(errorName("text")).toBe("string");
  });

  it("hears of errors that nobody caught", async () => {
    const { logUncaught, loggedEvents, onLogged } = await fresh();
    logUncaught();
    const heard = vi.fn();
    onLogged(heard);
    window.dispatchEvent(new ErrorEvent("error", { error: new RangeError("x") }));
    expect(loggedEvents().at(-1)?.what).toMatch(/^RangeError/);
    expect(heard).toHaveBeenCalledOnce();
  });
});
