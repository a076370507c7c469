// @vitest-environment jsdom
import { heldBy } from "./queue";
import "fake-indexeddb/auto";
import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { ulid } from "ulid";
import type { ChangeRequest, Operation } from "../../../contract";
import { drained, editIn, pause, TestBrowser, type Tab } from "../../../tests/web/browser";
import { steps, wrongAfter } from "../../../tests/web/interleave";
import { LossyServer } from "../../../tests/web/lossyServer";
import { makeStore } from "../store";
import { NotUnderstood } from "../api";
import { saving, startSaving } from ".";
import { holdBlob } from "./blobs";
import type { KeptEntry } from "./entries";
import { BrowserShelf } from "./shelf";

const noTabs = {
  alone: (work: () => Promise<void>) => work(),
  tell: () => undefined,
  onTold: () => () => undefined,
};

let server: LossyServer;
let browser: TestBrowser;
let n = 0;
const open: Tab[] = [];
const tab = (station?: string): Tab => {
  const one = browser.open(station);
  open.push(one);
  return one;
};
beforeEach(() => {
  localStorage.clear();
  sessionStorage.clear();
  server = new LossyServer();
  browser = new TestBrowser(server, `saving-${(n += 1)}`);
});
afterEach(() => {
  for (const t of open.splice(0)) t.saving.stop();
});

const FIELD = "01ARZ3NDEKTSV4RRFFQ69G5FAV";
const type = (t: Tab, text: string): string => {
  const operation: Operation = { op: "update", resource: "step", id: FIELD, version: 1, data: { text } };
  return editIn(t, null, [operation], "type");
};
const add = (t: Tab, person: string | null = null): string => {
  const operation: Operation = { op: "create", resource: "step", id: ulid(), data: { text: "x" } };
  return editIn(t, person, [operation], "add");
};
const state = (t: Tab) => t.store.getState().saving;

/** A tab alone in its browser, with the storage it is given. */
async function alone(openShelf: () => Promise<BrowserShelf>, send = (e: KeptEntry) => server.receive(e)): Promise<Tab> {
  const store = makeStore();
  const t = { store, saving: startSaving(store, { openShelf, tabs: noTabs, send, random: () => 0.5 }) };
  open.push(t);
  await t.saving.settled();
  return t;
}

describe("a lost answer", () => {
  it("does not swallow what was typed after it", async () => {
    server.values.set(FIELD, { version: 1, data: {} });
    const t = tab();
    await t.saving.settled();
    server.luck = "loseAnswer";
    type(t, "Slop");
    await vi.waitFor(() => expect(server.written).toHaveLength(1));
    type(t, "Slop gone");
    await pause(10);
    server.luck = "good";
    await drained([t]);
    expect(server.values.get(FIELD)?.data.text).toBe("Slop gone");
    expect(server.altered).toEqual([]);
    expect(heldBy(state(t))).toBeNull();
  });

  it("is asked for again at growing intervals, and stops when the page goes", async () => {
    vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout"] });
    const tries: number[] = [];
    const store = makeStore();
    const saving = startSaving(store, {
      openShelf: () => Promise.reject(new Error("no storage")),
      tabs: noTabs,
      send: () => {
        tries.push(Date.now());
        return Promise.reject({ offline: true });
      },
      random: () => 0.5,
    });
    let waits: number[] = [];
    const timers = vi.spyOn(globalThis, "setTimeout");
    add({ store, saving });
    for (let i = 0; i < 7; i++) {
      await vi.advanceTimersByTimeAsync(40_000);
    }
    waits = timers.mock.calls.map((c) => Number(c[1])).filter((ms) => ms >= 700);
    expect(waits.slice(0, 5)).toEqual([800, 1600, 3200, 6400, 12_800]);
    expect(Math.max(...waits)).toBe(30_000);
    const before = tries.length;
    saving.stop();
    await vi.advanceTimersByTimeAsync(100_000);
    expect(tries.length).toBe(before);
    vi.useRealTimers();
  });
});

describe("two tabs", () => {
  it("share one queue: each sees what waits, neither overwrites the other's", async () => {
    server.luck = "loseRequest";
    const [left, right] = [tab(), tab()];
    add(left);
    add(right);
    add(left);
    await vi.waitFor(() => {
      expect(state(left).pending.filter((e) => !e.unkept)).toHaveLength(3);
      expect(state(right).pending.map((e) => e.key)).toEqual(state(left).pending.map((e) => e.key));
    });
    // The tab that made two of them is closed; the other sends them.
    left.saving.stop();
    server.luck = "good";
    await drained([right]);
    expect(server.written).toHaveLength(3);
  });

  it("show what the other one saved", async () => {
    const [left, right] = [tab(), tab()];
    add(left);
    await drained([left, right]);
    expect(state(right).savedAt).toBe("2026-11-27T10:00:00.000Z");
  });
});

describe("a page that goes away", () => {
  it("loses nothing that was on its way to storage", async () => {
    server.luck = "loseRequest";
    const t = tab();
    add(t);
    add(t);
    const again = browser.reload(t);
    open.push(again);
    server.luck = "good";
    await drained([again]);
    expect(server.written).toHaveLength(2);
  });
});

describe("a browser that keeps nothing, or no more", () => {
  it("still sends, still shows, and says that it stores nothing", async () => {
    const t = await alone(() => Promise.reject(new DOMException("no", "SecurityError")));
    server.luck = "loseRequest";
    add(t);
    await vi.waitFor(() => expect(heldBy(state(t))).toBe("no connection"));
    expect([state(t).memoryOnly, state(t).pending.length]).toEqual([true, 1]);
    server.luck = "good";
    await drained([t]);
    expect(server.written).toHaveLength(1);
  });

  it("goes on with what it had stored when it becomes full", async () => {
    const shelf = await BrowserShelf.open(`full-${(n += 1)}`);
    const t = await alone(() => Promise.resolve(shelf));
    server.luck = "loseRequest";
    add(t);
    await vi.waitFor(() => expect(state(t).pending.filter((e) => !e.unkept)).toHaveLength(1));
    const full = new DOMException("full", "QuotaExceededError");
    vi.spyOn(shelf, "add").mockRejectedValue(full);
    vi.spyOn(shelf, "take").mockRejectedValue(full);
    add(t);
    server.luck = "good";
    await drained([t]);
    expect(server.written).toHaveLength(2);
    expect(state(t).memoryOnly).toBe(true);
  });
});

describe("what storage holds from before", () => {
  it("and cannot be read is put aside, and the rest goes on", async () => {
    const name = `damaged-${(n += 1)}`;
    const shelf = await BrowserShelf.open(name);
    await shelf.add({ key: "0", kind: "change", request: { nonsense: true } } as unknown as KeptEntry);
    shelf.close();
    localStorage.setItem("ash-lever.waiting", '{"pending":[{"kind":"change","request":{"id":3}}, 7]}');
    localStorage.setItem("ash-lever.spill.x", "{not json");
    const t = await alone(() => BrowserShelf.open(name));
    add(t);
    await drained([t]);
    expect(server.written).toHaveLength(1);
    expect(state(t).aside).toHaveLength(4);
    await t.saving.removeAside(state(t).aside[0].key);
    expect(state(t).aside).toHaveLength(3);
  });

  it("of an earlier version of the program is sent", async () => {
    const request = {
      id: ulid(),
      personId: null,
      scope: "shop",
      label: "old",
      operations: [{ op: "create", resource: "step", id: ulid(), data: {} }],
    };
    const old = { kind: "change", request, queuedAt: "2026-11-01T08:00:00.000Z" };
    localStorage.setItem("ash-lever.waiting", JSON.stringify({ pending: [old], known: {} }));
    const t = tab();
    await drained([t]);
    expect(server.written.map((w) => w.id)).toEqual([request.id]);
    expect(localStorage.getItem("ash-lever.waiting")).toBeNull();
  });
});

describe("edits of another shop", () => {
  it("stay where they are until that shop is back, and do not hold up this one's", async () => {
    const [here, there] = [ulid(), ulid()];
    let shop = there;
    const t = await alone(
      () => BrowserShelf.open(`shops-${(n += 1)}`),
      (entry) => {
        const { shopId } = entry.request;
        if (shopId && shopId !== shop) {
          const error = { code: "forbidden", field: "shopId", message: "", got: shopId, accepts: shop };
          return Promise.reject({ offline: false, refusal: { error } });
        }
        return server.receive(entry);
      },
    );
    const { store } = t;
    store.dispatch({ type: "saving/shopSeen", payload: there });
    server.luck = "loseRequest";
    const stamp = (shopId: string): void => {
      const operation: Operation = { op: "create", resource: "step", id: ulid(), data: { text: "x" } };
      editIn(t, null, [operation], "add", shopId);
    };
    stamp(there);
    await vi.waitFor(() => expect(heldBy(state(t))).toBe("no connection"));
    // Another shop's program now answers at this address.
    shop = here;
    server.luck = "good";
    stamp(here);
    window.dispatchEvent(new Event("online"));
    await vi.waitFor(() => expect(state(t).shopId).toBe(here));
    await vi.waitFor(() => expect(server.written).toHaveLength(1));
    expect(state(t).pending.map((e) => e.request.shopId)).toEqual([there]);
    shop = there;
    store.dispatch({ type: "saving/shopSeen", payload: there });
    await vi.waitFor(() => expect(server.written).toHaveLength(2));
  });
});

describe("a refusal", () => {
  it("waits for the person, lets what does not depend on it out, and goes out again or is given up", async () => {
    const t = tab();
    await t.saving.settled();
    type(t, "no such field");
    add(t);
    await vi.waitFor(() => expect(server.written).toHaveLength(1));
    await vi.waitFor(() => expect(state(t).pending.map((e) => e.trouble?.code)).toEqual(["conflict"]));
    expect(state(t).line.is).toBe("idle");
    await t.saving.resolve(state(t).pending[0].key, null);
    await drained([t]);
    expect(server.written).toHaveLength(1);
  });

  it("holds what depends on it: the same record, what names a record it makes, and the close of its job", async () => {
    const refusing = new Set<string>();
    const sent: string[] = [];
    const t = await alone(
      () => BrowserShelf.open(`refused-${(n += 1)}`),
      (entry) => {
        const [op] = (entry.request as ChangeRequest).operations;
        if (refusing.has(op.id)) {
          const error = { code: "invalid_input", field: "x", message: "no", got: null, accepts: "yes" };
          return Promise.reject({ offline: false, refusal: { error } });
        }
        sent.push(op.id);
        return server.receive(entry);
      },
    );
    const [job, group, other] = [ulid(), ulid(), ulid()];
    server.values.set(job, { version: 1, data: {} });
    refusing.add(group);
    const create = (resource: "torqueGroup" | "signature" | "step", id: string, data: object): string =>
      editIn(t, null, [{ op: "create", resource, id, data: data as Record<string, unknown> }], `make ${id}`);
    create("torqueGroup", group, { jobId: job });
    create("signature", ulid(), { jobId: job, groupId: group });
    editIn(t, null, [{ op: "update", resource: "torqueGroup", id: group, version: 1, data: { name: "a" } }], "name");
    editIn(t, null, [{ op: "update", resource: "job", id: job, version: 1, data: { bay: "2" } }], "bay");
    create("step", other, { jobId: job });
    editIn(
      t,
      null,
      [{ op: "update", resource: "job", id: job, version: 1, data: { closedAt: "2026-11-27" } }],
      "close",
    );
    await vi.waitFor(() => expect(sent).toEqual([job, other]));
    await pause(20);
    expect(state(t).pending.map((e) => e.trouble?.code ?? null)).toEqual(["invalid_input", null, null, null]);
    refusing.clear();
    await t.saving.resolve(state(t).pending[0].key, (kept) => ({ ...kept, trouble: null }));
    await drained([t]);
    expect(sent.slice(2, 3)).toEqual([group]);
    expect(sent.at(-1)).toBe(job);
    expect(sent).toHaveLength(6);
  });

  it("is mended by saying the same field anew", async () => {
    const t = tab();
    await t.saving.settled();
    type(t, "refused");
    await vi.waitFor(() => expect(state(t).pending[0]?.trouble?.code).toBe("conflict"));
    server.values.set(FIELD, { version: 1, data: {} });
    type(t, "right");
    await drained([t]);
    expect(server.values.get(FIELD)?.data.text).toBe("right");
    expect(server.written).toHaveLength(1);
  });

  it("an answer that is not understood holds one edit and none of the others, and is tried at the next load", async () => {
    let understands = false;
    const name = `answers-${(n += 1)}`;
    const send = (entry: KeptEntry) =>
      understands || entry.request.scope !== "shop" || (entry.kind === "change" && entry.request.label !== "odd")
        ? server.receive(entry)
        : server.receive(entry).then(() => Promise.reject(new NotUnderstood("?")));
    const t = await alone(() => BrowserShelf.open(name), send);
    editIn(t, null, [{ op: "create", resource: "step", id: ulid(), data: { text: "x" } }], "odd");
    for (let i = 0; i < 3; i++) add(t);
    await vi.waitFor(() => expect(server.written).toHaveLength(4));
    await vi.waitFor(() => expect(state(t).pending.map((e) => e.trouble?.field)).toEqual(["answer"]));
    expect(state(t).pending[0].trouble?.message).toContain("does not understand");
    t.saving.stop();
    understands = true;
    const again = await alone(() => BrowserShelf.open(name), send);
    await drained([again]);
    expect(server.written).toHaveLength(4);
  });

  it("a file that does not get through does not hold the others", async () => {
    let through = false;
    const t = await alone(
      () => BrowserShelf.open(`files-${(n += 1)}`),
      (entry) => (entry.kind === "file" && !through ? Promise.reject({ offline: true }) : server.receive(entry)),
    );
    const key = ulid();
    holdBlob(key, new Blob(["boot"]));
    t.store.dispatch(
      saving.actions.enqueued({
        key,
        tab: "a",
        queuedAt: new Date().toISOString(),
        sent: false,
        trouble: null,
        kind: "file",
        upload: { to: "photo", name: "boot.jpg", bytes: 4 },
        request: {
          id: ulid(),
          scope: "shop",
          label: "Photo",
          operations: [{ op: "create", resource: "photo", id: ulid(), data: {} }],
        },
      } as never),
    );
    for (let i = 0; i < 3; i++) add(t);
    await vi.waitFor(() => expect(server.written).toHaveLength(3));
    await vi.waitFor(() => expect(heldBy(state(t))).toBe("no connection"));
    expect(state(t).pending.map((e) => e.kind)).toEqual(["file"]);
    through = true;
    window.dispatchEvent(new Event("online"));
    await drained([t]);
    expect(server.written).toHaveLength(4);
  });
});

describe("entries the browser kept badly", () => {
  it("are set apart where their time is none, and the others go out", async () => {
    const name = `times-${(n += 1)}`;
    const shelf = await BrowserShelf.open(name);
    const entry = { key: ulid(), tab: "a", queuedAt: "half past", sent: false, trouble: null, kind: "change" };
    await shelf.add({ ...entry, request: { id: ulid(), scope: "shop", label: "x", operations: [] } } as never);
    shelf.close();
    const t = await alone(() => BrowserShelf.open(name));
    add(t);
    await vi.waitFor(() => expect(server.written).toHaveLength(1));
    expect(state(t).aside.map((a) => a.raw)).toEqual([expect.stringContaining("half past")]);
  });
});

describe("whatever happens", () => {
  it("every edit reaches the server once, in the order its person made it", async () => {
    await fc.assert(
      fc.asyncProperty(steps, async (happened) => {
        expect(await wrongAfter(happened)).toEqual([]);
      }),
      { numRuns: 40, seed: 20261127 },
    );
  }, 240_000);
});
