import { ulid } from "ulid";
import { refusalIn } from "../../format/apiError";
import { addressOf, refusal, type ChangeAnswer } from "../../../contract";
import { ALL_TAGS, api, NotUnderstood, recordsApi } from "../api";
import { errorName, logEvent } from "../eventLog";
import { freshness, keepAnswer } from "../freshness";
import { askForNewVersion } from "../newVersion";
import { saveDrafts } from "../../ui/useDraft";
import type { AppStore } from "../store";
import { intoCaches } from "./caches";
import { blobOf, forgetBlob } from "./blobs";
import { type Entry, type KeptEntry } from "./entries";
import { nextOut, saving } from "./queue";
import { sendEntry } from "./send";
import { BrowserShelf, SafeShelf, type Shelf } from "./shelf";
import { spill, spilt } from "./spill";
import { browserTabs, type Tabs } from "./tabs";

const { held, mirrored, rested, saved, sending, shopSeen, storageFailed } = saving.actions;

/** First wait before the next try while the server does not answer, ms; it doubles up to the longest. */
const FIRST_RETRY_MS = 800;
const LONGEST_RETRY_MS = 30_000;

/** While what is on screen is older than the book, it is asked for again so often, ms. */
const READ_ANEW_MS = 10_000;

/** Refusals that say nothing about the edit: it goes out again by itself. */
const PASSING = new Set(["storage", "rate_limited"]);

const NO_CONNECTION = "no connection";

/** What a person reads of an entry whose answer was not understood; it is told by this field, and tried at the next load. */
const NOT_UNDERSTOOD_FIELD = "answer";
const notUnderstood = refusal(
  "internal",
  NOT_UNDERSTOOD_FIELD,
  null,
  "the same again after the page was loaded anew",
  "the program answered in a way this page does not understand; the entry is kept",
).error;

/** Why an entry did not get through, by code and field. */
function failureOf(error: unknown): string {
  const said = refusalIn(error)?.error;
  if (said) return said.field ? `${said.code} at ${said.field}` : said.code;
  return error instanceof NotUnderstood ? "an answer that is not understood" : NO_CONNECTION;
}

/** What has to be read anew after a write. Jobs are not among it: what was acknowledged is in them already. */
function tagsOf(records: ChangeAnswer["records"]): Parameters<typeof api.util.invalidateTags>[0] {
  const touched = new Set(records.map((r) => r.resource));
  const lists = touched.has("vehicle") || touched.has("job") ? (["Vehicles"] as const) : [];
  const sheets = ["sheet", "specLine", "vehicle", "torqueGroup", "part"] as const;
  const ofSheets = sheets.some((r) => touched.has(r)) ? (["Sheet"] as const) : [];
  const ofWork = ["template", "stockItem", "kit", "job"] as const;
  const workshop = ofWork.some((r) => touched.has(r)) ? (["Workshop"] as const) : [];
  const ofDue = ["recheck", "part", "vehicle"] as const;
  const due = ofDue.some((r) => touched.has(r)) ? (["Due"] as const) : [];
  return ["Yard", "History", "Bin", "Vehicle", ...lists, ...ofSheets, ...workshop, ...due];
}

/** What saving stands on; a test brings its own. */
export interface SavingParts {
  openShelf: () => Promise<Shelf>;
  tabs: Tabs;
  send: (entry: KeptEntry, until: AbortSignal) => Promise<ChangeAnswer>;
  /** 0 to 1: tabs that lost one connection do not all come back at once. */
  random: () => number;
}

type Told = { type: "queue" } | { type: "records"; records: ChangeAnswer["records"]; at: string };

export interface Saving {
  /** Takes an entry's trouble away: by insisting on it, or by giving it up. */
  resolve(key: string, by: ((entry: KeptEntry) => KeptEntry) | null): Promise<void>;
  remove(key: string): Promise<void>;
  removeAside(key: string): Promise<void>;
  /** The file of an entry, for a person who wants it back. */
  file(key: string): Promise<KeptEntry | null>;
  /** Everything of this tab is on the shelf, and what could go out has. */
  settled(): Promise<void>;
  stop(): void;
}

const ofBrowser = (): SavingParts => ({
  openShelf: () => BrowserShelf.open(),
  tabs: browserTabs(),
  send: sendEntry,
  random: Math.random,
});

/**
 * Keeps and sends edits for as long as the program runs: each edit goes on the shelf, and from there, one after the
 * other, to the server. What is sent is never changed again; what gets no answer is sent again as it was.
 */
export function startSaving(store: AppStore, parts: SavingParts = ofBrowser()): Saving {
  const { tabs, send, random } = parts;
  const stopped = new AbortController();
  const begun = new Set<string>();
  let retry: ReturnType<typeof setTimeout> | undefined;
  let tries = 0;
  /** Files that did not get through a moment ago: the others need not wait for them. */
  const later = new Set<string>();
  let draining: Promise<void> | null = null;
  let again = false;

  const shelf = new SafeShelf(null, (why) => {
    logEvent("storage", errorName(why));
    store.dispatch(storageFailed());
  });
  const ready = (async () => {
    try {
      shelf.use(await parts.openShelf());
    } catch (error) {
      logEvent("storage", errorName(error));
      store.dispatch(storageFailed());
    }
    const left = spilt();
    for (const entry of left.entries) await shelf.add(entry);
    for (const raw of left.unreadable) await shelf.putAside(raw);
    // The page was loaded anew, perhaps in a newer version: it may understand now.
    for (const e of (await shelf.stock()).entries)
      if (e.trouble?.field === NOT_UNDERSTOOD_FIELD) await shelf.change(e.key, (kept) => ({ ...kept, trouble: null }));
    await refresh([]);
  })();

  async function refresh(settled: string[]): Promise<void> {
    store.dispatch(mirrored({ ...(await shelf.stock()), settled }));
  }

  /** Puts an edit of this tab on the shelf, after those before it. */
  let chain: Promise<void> = ready;
  const put = (entry: Entry): void => {
    begun.add(entry.key);
    const plain: KeptEntry = { ...entry };
    delete plain.unkept;
    const blob = blobOf(entry.key);
    chain = chain.then(async () => {
      await shelf.add(blob ? { ...plain, blob } : plain);
      forgetBlob(entry.key);
      await refresh([entry.key]);
      tabs.tell({ type: "queue" } satisfies Told);
      kick();
    });
  };

  function kick(): void {
    if (stopped.signal.aborted) return;
    if (draining) {
      again = true;
      return;
    }
    clearTimeout(retry);
    draining = tabs
      .alone(async () => {
        while (!stopped.signal.aborted && (await sendOne()));
      })
      .catch((error: unknown) => logEvent("saving", errorName(error)))
      .finally(() => {
        draining = null;
        if (again) {
          again = false;
          kick();
        }
      });
  }

  /** Sends the next entry of this shop. False where there is none, or all have to wait. */
  async function sendOne(): Promise<boolean> {
    const stock = await shelf.stock();
    const { shopId } = store.getState().saving;
    const head = nextOut({ pending: stock.entries, shopId }, later);
    const entry = head ? await shelf.take(head.key) : null;
    if (!entry) {
      if (later.size) waitFor(NO_CONNECTION);
      else store.dispatch(rested());
      store.dispatch(mirrored({ ...stock, settled: [] }));
      return false;
    }
    store.dispatch(sending());
    let answer: ChangeAnswer;
    try {
      answer = await send(entry, stopped.signal);
    } catch (error) {
      return failed(entry, error);
    }
    if (!later.size) tries = 0;
    const versions = Object.fromEntries(answer.records.map(({ record }) => [record.id, record.version]));
    await shelf.done(entry.key, versions);
    taken(answer.records, answer.change.at);
    tabs.tell({ type: "records", records: answer.records, at: answer.change.at } satisfies Told);
    await refresh([entry.key]);
    return true;
  }

  /** Acknowledged records go into what is on screen, here and in the other tabs. */
  function taken(records: ChangeAnswer["records"], at: string): void {
    intoCaches(store.dispatch, store.getState(), records);
    keepJobs(records);
    store.dispatch(saved(at));
    if (store.getState().freshness.asReadAt !== null) readAnew();
    store.dispatch(api.util.invalidateTags(tagsOf(records)));
  }

  /** What was acknowledged is kept with the job it belongs to: opened without the program, the job shows it. */
  function keepJobs(records: ChangeAnswer["records"]): void {
    const jobs = new Set(
      records.map(({ resource, record }) => (resource === "job" ? record.id : (record as { jobId?: string }).jobId)),
    );
    for (const id of jobs) {
      const view = id && recordsApi.endpoints.job.select(id)(store.getState()).data;
      if (view) void keepAnswer(addressOf("job", { id }), view).catch((error) => logEvent("storage", errorName(error)));
    }
  }

  let readingAnew = false;
  /** The program answers again: all that is on screen is read anew, and only then does it count as the book. */
  function readAnew(): void {
    if (readingAnew) return;
    readingAnew = true;
    const { kept } = store.getState().freshness;
    store.dispatch(api.util.invalidateTags([...ALL_TAGS]));
    void Promise.all(store.dispatch(api.util.getRunningQueriesThunk()))
      .then((answers) => {
        const all = answers.every((a) => !a.isError);
        if (all && store.getState().freshness.kept === kept) store.dispatch(freshness.actions.readAnew());
      })
      .finally(() => (readingAnew = false));
  }

  async function failed(entry: KeptEntry, error: unknown): Promise<boolean> {
    if (stopped.signal.aborted) return false;
    logEvent("saving", `${entry.kind}: ${failureOf(error)}`);
    if (error instanceof NotUnderstood) askForNewVersion();
    const said = refusalIn(error);
    if (!said && !(error instanceof NotUnderstood)) {
      // A large file fails where a line of text gets through: the others are tried before anything is held.
      if (entry.kind !== "file") return waitFor(NO_CONNECTION);
      later.add(entry.key);
      return true;
    }
    const trouble = said?.error ?? notUnderstood;
    if (PASSING.has(trouble.code)) return waitFor(trouble.message);
    if (
      trouble.code === "forbidden" &&
      trouble.field === "shopId" &&
      trouble.accepts !== store.getState().saving.shopId
    ) {
      // Another shop's data is at this address now: what waits for the first stays, the screens begin anew.
      store.dispatch(shopSeen(trouble.accepts));
      return true;
    }
    if (entry.kind !== "change" && entry.kind !== "file" && trouble.code === "not_found") {
      // Nothing left to take back: that is no trouble for anybody.
      await shelf.remove(entry.key);
      await refresh([entry.key]);
      return true;
    }
    const reused = trouble.code === "conflict" && trouble.field === "id";
    await shelf.change(entry.key, (kept) =>
      reused ? ({ ...kept, sent: false, request: { ...kept.request, id: ulid() } } as KeptEntry) : { ...kept, trouble },
    );
    if (reused) return true;
    await refresh([]);
    tabs.tell({ type: "queue" } satisfies Told);
    // The others do not wait for a person's answer to this one.
    return true;
  }

  function waitFor(why: string): false {
    later.clear();
    store.dispatch(held(why));
    const wait = Math.min(LONGEST_RETRY_MS, FIRST_RETRY_MS * 2 ** tries) * (0.5 + random());
    tries += 1;
    clearTimeout(retry);
    retry = setTimeout(kick, wait);
    return false;
  }

  const unsubscribe = store.subscribe(() => {
    const { pending, shopId } = store.getState().saving;
    for (const entry of pending) if (entry.unkept && !begun.has(entry.key)) put(entry);
    if (shopId !== shop) {
      const known = shop !== null;
      shop = shopId;
      if (known) store.dispatch(api.util.resetApiState());
      kick();
    }
  });
  let shop = store.getState().saving.shopId;

  const soon = (): void => {
    tries = 0;
    // Nothing may wait to be sent: the shop itself is asked whether the program answers.
    if (store.getState().freshness.asReadAt !== null) readAnew();
    kick();
  };
  const untold = tabs.onTold((message) => {
    const told = message as Told;
    if (told.type === "records") taken(told.records, told.at);
    void chain.then(() => refresh([])).then(soon);
  });
  const leave = (): void => {
    saveDrafts();
    spill(
      store.getState().session.station,
      store.getState().saving.pending.filter((e) => e.unkept && e.kind !== "file"),
    );
  };
  const hide = (): void => {
    if (document.visibilityState === "hidden") leave();
    else soon();
  };
  const whileOlder = setInterval(() => {
    if (store.getState().freshness.asReadAt !== null) readAnew();
  }, READ_ANEW_MS);
  window.addEventListener("online", soon);
  window.addEventListener("pagehide", leave);
  document.addEventListener("visibilitychange", hide);
  void ready.then(kick);

  return {
    async resolve(key, by) {
      if (by) await shelf.change(key, by);
      else await shelf.remove(key);
      await refresh(by ? [] : [key]);
      tabs.tell({ type: "queue" } satisfies Told);
      kick();
    },
    async remove(key) {
      await shelf.remove(key);
      await refresh([key]);
      tabs.tell({ type: "queue" } satisfies Told);
      kick();
    },
    async removeAside(key) {
      await shelf.removeAside(key);
      await refresh([]);
    },
    file: (key) => shelf.peek(key),
    async settled() {
      await chain;
      await draining;
    },
    stop() {
      stopped.abort();
      unsubscribe();
      untold();
      clearTimeout(retry);
      clearInterval(whileOlder);
      window.removeEventListener("online", soon);
      window.removeEventListener("pagehide", leave);
      document.removeEventListener("visibilitychange", hide);
      shelf.close();
    },
  };
}
