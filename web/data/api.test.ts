// @vitest-environment jsdom
import { afterEach, describe, expect, it, vi } from "vitest";
import { answering, jobView, PARENT } from "../../tests/web/show";
import { errorText, refusalIn } from "../format/apiError";
import { api, post, recordsApi } from "./api";
import { makeStore } from "./store";

const { job, shop, undoState } = recordsApi.endpoints;
afterEach(() => vi.restoreAllMocks());

const view = jobView();
const asked = () => vi.spyOn(globalThis, "fetch");

describe("reading", () => {
  it("gives the answer as the contract says, defaults filled in", async () => {
    answering(`/api/jobs/${PARENT}`, view);
    const { data } = await makeStore().dispatch(job.initiate(PARENT));
    expect(data?.job.id).toBe(view.job.id);
    expect(data?.joint).toEqual([]);
  });

  it("is tried again while nobody answers, and then says so", async () => {
    const fetched = asked();
    const { error } = await makeStore().dispatch(job.initiate("01ARZ3NDEKTSV4RRFFQ69G5FAV"));
    expect(error).toEqual({ offline: true });
    expect(fetched).toHaveBeenCalledTimes(3);
    expect(errorText(error)).toContain("No connection to the program");
  });

  it("that is refused is not tried again, and says what the server said", async () => {
    const refused = { error: { code: "not_found", field: "id", message: "no such job", got: null, accepts: "a job" } };
    const fetched = asked().mockResolvedValue(Response.json(refused, { status: 404 }));
    const { error } = await makeStore().dispatch(job.initiate(PARENT));
    expect(fetched).toHaveBeenCalledTimes(1);
    expect(refusalIn(error)?.error.code).toBe("not_found");
    expect(errorText(error)).toBe("no such job");
  });

  it("never shows as data what is not what the contract says", async () => {
    answering("/api/shop", { shop: { name: 5 }, people: "nobody", shopId: 1 });
    const { data, error } = await makeStore().dispatch(shop.initiate(undefined, { forceRefetch: true }));
    expect(data).toBeUndefined();
    expect(refusalIn(error)?.error.code).toBe("internal");
  });

  it("is done anew only for what a tag names", async () => {
    answering("/api/undo", (query: URLSearchParams) => ({
      undo: null,
      redo: null,
      ...(query.get("scope") === "never" && { undo: 1 }),
    }));
    const store = makeStore();
    const whose = (scope: string) => ({ scope, personId: null, station: "" });
    await Promise.all(["job:a", "job:b"].map((scope) => store.dispatch(undoState.initiate(whose(scope)))));
    const fetched = asked();
    store.dispatch(api.util.invalidateTags([{ type: "History", id: "job:a" }]));
    await vi.waitFor(() => expect(fetched).toHaveBeenCalledTimes(1));
    store.dispatch(api.util.invalidateTags(["History"]));
    await vi.waitFor(() => expect(fetched.mock.calls.length).toBeGreaterThanOrEqual(2));
  });
});

describe("writing", () => {
  const until = new AbortController().signal;
  const answer = (body: unknown, status = 200) => asked().mockResolvedValue(Response.json(body, { status }));
  const refused = { error: { code: "conflict", field: "id", message: "changed", got: null, accepts: "another" } };

  it("tells a refusal from silence", async () => {
    answer(refused, 409);
    await expect(post("change", {}, until)).rejects.toMatchObject({ offline: false, refusal: refused });
    asked().mockRejectedValue(new TypeError("no route"));
    await expect(post("change", {}, until)).rejects.toEqual({ offline: true });
  });

  it("takes an answer that broke off, or a fault without words, for none: it is sent again as it was", async () => {
    asked().mockResolvedValue(new Response("{", { status: 200 }));
    await expect(post("undo", {}, until)).rejects.toEqual({ offline: true });
    asked().mockResolvedValue(new Response("<html>", { status: 502 }));
    await expect(post("undo", {}, until)).rejects.toEqual({ offline: true });
  });

  it("does not believe an answer of another form", async () => {
    answer({ change: "done" });
    await expect(post("redo", {}, until)).rejects.toThrow(/not what the contract says/);
  });
});
