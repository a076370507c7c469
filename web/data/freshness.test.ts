// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { SHOP_ID } from "../../contract";
import { PARENT, record } from "../../tests/web/show";
import { api, recordsApi } from "./api";
import { freshness, KEPT_HEADER, keptSince } from "./freshness";
import { makeStore, type AppStore } from "./store";

const shop = { shop: record("shop", { name: "Test shed" }, { id: SHOP_ID }), people: [], shopId: PARENT };
let headers: Record<string, string>;
let store: AppStore;
let deleted: string[];
beforeEach(() => {
  localStorage.clear();
  deleted = [];
  headers = { "Content-Type": "application/json" };
  store = makeStore();
  vi.spyOn(globalThis, "fetch").mockImplementation(() => Promise.resolve(Response.json(shop, { headers })));
  vi.stubGlobal("caches", { delete: (name: string) => Promise.resolve(deleted.push(name) > 0) });
});
afterEach(() => {
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
  store.dispatch(api.util.resetApiState());
});
const read = () => store.dispatch(recordsApi.endpoints.shop.initiate(undefined, { forceRefetch: true }));
const state = () => store.getState().freshness;

describe("where an answer comes from", () => {
  it("is said where the browser had kept it: since when, and the oldest counts", async () => {
    headers = { ...headers, [KEPT_HEADER]: "1", date: "Tue, 01 Dec 2026 10:42:00 GMT" };
    await read();
    expect(state().asReadAt).toBe("2026-12-01T10:42:00.000Z");
    headers.date = "Tue, 01 Dec 2026 10:50:00 GMT";
    await read();
    expect([state().asReadAt, state().kept]).toEqual(["2026-12-01T10:42:00.000Z", 2]);
    store.dispatch(freshness.actions.readAnew());
    expect(state().asReadAt).toBeNull();
  });

  it("a kept answer without a time is as old as can be", () => {
    expect(keptSince(new Headers({ [KEPT_HEADER]: "1", date: "never" }))).toBe("1970-01-01T00:00:00.000Z");
    expect(keptSince(new Headers())).toBeNull();
  });

  it("another book throws away what was kept of the one before, and everything is read anew", async () => {
    headers["x-book"] = "a.0";
    await read();
    expect([state().book, deleted]).toEqual(["a.0", []]);
    expect(recordsApi.endpoints.shop.select()(store.getState()).status).toBe("fulfilled");
    headers["x-book"] = "a.1";
    await read();
    expect(state().book).toBe("a.1");
    expect(deleted).toEqual(["records", "photos"]);
    expect(JSON.parse(localStorage.getItem("ash-lever.session") ?? "{}")).toMatchObject({ book: "a.1" });
  });

  it("what the browser kept says nothing of the book", async () => {
    headers = { ...headers, "x-book": "a.1" };
    await read();
    headers = { ...headers, [KEPT_HEADER]: "1", "x-book": "old.0", date: "Tue, 01 Dec 2026 10:42:00 GMT" };
    await read();
    expect([state().book, deleted]).toEqual(["a.1", []]);
  });
});
