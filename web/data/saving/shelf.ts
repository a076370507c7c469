import { ulid } from "ulid";
import { openDB, type DBSchema, type IDBPDatabase } from "idb";
import {
  mends,
  merged,
  readEntry,
  withKnownVersions,
  withoutBlob,
  type Aside,
  type Entry,
  type KeptEntry,
} from "./entries";

/** Versions the server has acknowledged: later edits of our own build on them. */
interface Known {
  id: string;
  version: number;
  at: number;
}

interface Database extends DBSchema {
  waiting: { key: string; value: KeptEntry };
  aside: { key: string; value: Aside };
  known: { key: string; value: Known };
}

/** How long a version is remembered once nothing waits, ms: longer than any tab takes to hear of it. */
const REMEMBERED_MS = 60_000;

/** What lies on the shelf, in order, with what could not be read. */
export interface Stock {
  entries: Entry[];
  aside: Aside[];
}

/**
 * Where edits wait until the server has them. All tabs of a browser share one; each method is one transaction, so
 * that two tabs never see half of one another's work.
 */
export interface Shelf {
  stock(): Promise<Stock>;
  /** Puts an entry at its place; where it continues the last one it is put together with it. */
  add(entry: KeptEntry): Promise<void>;
  /** The entry as it is to be sent, from now on unchangeable; null where it is gone or waits for a choice. */
  take(key: string): Promise<KeptEntry | null>;
  /** The entry with its file, as it lies there. */
  peek(key: string): Promise<KeptEntry | null>;
  change(key: string, by: (entry: KeptEntry) => KeptEntry): Promise<void>;
  /** The server has it. */
  done(key: string, versions: Record<string, number>): Promise<void>;
  remove(key: string): Promise<void>;
  putAside(raw: string): Promise<void>;
  removeAside(key: string): Promise<void>;
  close(): void;
}

const byKey = (a: { key: string }, b: { key: string }): number => (a.key < b.key ? -1 : a.key > b.key ? 1 : 0);

/** A shelf in this tab's memory: for browsers that keep nothing, and for what no longer fits. */
export class MemoryShelf implements Shelf {
  private readonly entries = new Map<string, KeptEntry>();
  private readonly known = new Map<string, number>();

  stock(): Promise<Stock> {
    return Promise.resolve({ entries: [...this.entries.values()].map(withoutBlob).sort(byKey), aside: [] });
  }

  add(entry: KeptEntry): Promise<void> {
    const last = [...this.entries.values()].sort(byKey).at(-1);
    for (const before of this.entries.values()) if (mends(entry, before)) this.entries.delete(before.key);
    const one = last && merged(last, entry);
    if (one) this.entries.set(one.key, one);
    else if (!this.entries.has(entry.key)) this.entries.set(entry.key, entry);
    return Promise.resolve();
  }

  take(key: string): Promise<KeptEntry | null> {
    const entry = this.entries.get(key);
    if (!entry || entry.trouble) return Promise.resolve(null);
    const out = entry.sent ? entry : { ...withKnownVersions(entry, this.known), sent: true };
    this.entries.set(key, out);
    return Promise.resolve(out);
  }

  peek(key: string): Promise<KeptEntry | null> {
    return Promise.resolve(this.entries.get(key) ?? null);
  }

  hold(entry: KeptEntry): void {
    this.entries.set(entry.key, entry);
  }

  change(key: string, by: (entry: KeptEntry) => KeptEntry): Promise<void> {
    const entry = this.entries.get(key);
    if (entry) this.entries.set(key, by(entry));
    return Promise.resolve();
  }

  done(key: string, versions: Record<string, number>): Promise<void> {
    this.entries.delete(key);
    for (const [id, version] of Object.entries(versions)) this.known.set(id, version);
    return Promise.resolve();
  }

  remove(key: string): Promise<void> {
    this.entries.delete(key);
    return Promise.resolve();
  }

  putAside(): Promise<void> {
    return Promise.resolve();
  }

  removeAside(): Promise<void> {
    return Promise.resolve();
  }

  close(): void {
    this.entries.clear();
  }
}

/** The shelf all tabs of this browser share. */
export class BrowserShelf implements Shelf {
  private constructor(private readonly db: IDBPDatabase<Database>) {}

  /** Rejects where the browser keeps nothing. */
  static async open(name = "ash-lever"): Promise<BrowserShelf> {
    const db = await openDB<Database>(name, 1, {
      upgrade(made) {
        made.createObjectStore("waiting", { keyPath: "key" });
        made.createObjectStore("aside", { keyPath: "key" });
        made.createObjectStore("known", { keyPath: "id" });
      },
      // Another tab of a newer version must not wait for this one.
      blocking: (_now, _next, event) => (event.target as IDBDatabase).close(),
    });
    return new BrowserShelf(db);
  }

  async stock(): Promise<Stock> {
    const tx = this.db.transaction(["waiting", "aside"], "readwrite");
    const waiting = tx.objectStore("waiting");
    const aside = tx.objectStore("aside");
    const entries: Entry[] = [];
    for (let cursor = await waiting.openCursor(); cursor; cursor = await cursor.continue()) {
      const entry = readEntry(cursor.value);
      if (entry) entries.push(withoutBlob(entry));
      else {
        await aside.put({ key: cursor.key, at: new Date().toISOString(), raw: rawText(cursor.value) });
        await cursor.delete();
      }
    }
    const put = (await aside.getAll()).map(asAside);
    await tx.done;
    return { entries: entries.sort(byKey), aside: put };
  }

  async add(entry: KeptEntry): Promise<void> {
    const tx = this.db.transaction("waiting", "readwrite");
    const last = await tx.store.openCursor(null, "prev");
    const before = last && readEntry(last.value);
    const one = before && merged(before, entry);
    // What was refused and is now said anew is mended: the refused one goes.
    for (const value of await tx.store.getAll()) {
      const refused = readEntry(value);
      if (refused && mends(entry, refused)) await tx.store.delete(refused.key);
    }
    if (one) await tx.store.put(one);
    else if (!(await tx.store.get(entry.key))) await tx.store.put(entry);
    await tx.done;
  }

  async take(key: string): Promise<KeptEntry | null> {
    const tx = this.db.transaction(["waiting", "known"], "readwrite");
    const entry = readEntry(await tx.objectStore("waiting").get(key));
    let out: KeptEntry | null = null;
    if (entry && !entry.trouble) {
      out = entry;
      if (!entry.sent) {
        const known = await tx.objectStore("known").getAll();
        out = { ...withKnownVersions(entry, new Map(known.map((k) => [k.id, k.version]))), sent: true };
        await tx.objectStore("waiting").put(out);
      }
    }
    await tx.done;
    return out;
  }

  async peek(key: string): Promise<KeptEntry | null> {
    return readEntry(await this.db.get("waiting", key));
  }

  async change(key: string, by: (entry: KeptEntry) => KeptEntry): Promise<void> {
    const tx = this.db.transaction("waiting", "readwrite");
    const entry = await tx.store.get(key);
    if (entry) await tx.store.put(by(entry));
    await tx.done;
  }

  async done(key: string, versions: Record<string, number>): Promise<void> {
    const tx = this.db.transaction(["waiting", "known"], "readwrite");
    await tx.objectStore("waiting").delete(key);
    const known = tx.objectStore("known");
    const at = Date.now();
    for (const [id, version] of Object.entries(versions)) await known.put({ id, version, at });
    if ((await tx.objectStore("waiting").count()) === 0) {
      for (const k of await known.getAll()) if (at - k.at > REMEMBERED_MS) await known.delete(k.id);
    }
    await tx.done;
  }

  async remove(key: string): Promise<void> {
    await this.db.delete("waiting", key);
  }

  async putAside(raw: string): Promise<void> {
    await this.db.put("aside", { key: ulid(), at: new Date().toISOString(), raw });
  }

  async removeAside(key: string): Promise<void> {
    await this.db.delete("aside", key);
  }

  close(): void {
    this.db.close();
  }
}

/** What was set apart can itself be damaged: it is shown all the same. */
const asAside = ({ key, at, raw }: Partial<Aside>): Aside => ({
  key: String(key),
  at: typeof at === "string" && !Number.isNaN(Date.parse(at)) ? at : new Date(0).toISOString(),
  raw: typeof raw === "string" ? raw : rawText(raw),
});

function rawText(value: unknown): string {
  try {
    return JSON.stringify(value) ?? String(value);
  } catch {
    return String(value);
  }
}

/**
 * The browser's shelf with this tab's memory behind it: what storage cannot take is kept here and sent from here,
 * for as long as the tab lives. `onMemory` is told once that this has begun.
 */
export class SafeShelf implements Shelf {
  private readonly memory = new MemoryShelf();
  /** Keys that are only in memory, and versions learnt from them. */
  private inMemory = new Set<string>();

  constructor(
    private browser: Shelf | null,
    private readonly onMemory: (why: unknown) => void,
  ) {}

  /** From now on this one lies under it. */
  use(browser: Shelf): void {
    this.browser = browser;
  }

  /** Keeps what could not be read, as it is. */
  async putAside(raw: string): Promise<void> {
    await this.tried((s) => s.putAside(raw), undefined);
  }

  private async tried<T>(what: (shelf: Shelf) => Promise<T>, otherwise: T): Promise<T> {
    if (!this.browser) return otherwise;
    try {
      return await what(this.browser);
    } catch (error) {
      this.onMemory(error);
      return otherwise;
    }
  }

  async stock(): Promise<Stock> {
    const kept = await this.tried((s) => s.stock(), { entries: [], aside: [] });
    const { entries } = await this.memory.stock();
    const mine = entries.map((e): Entry => ({ ...e, unkept: true }));
    const keys = new Set(mine.map((e) => e.key));
    return { entries: [...kept.entries.filter((e) => !keys.has(e.key)), ...mine].sort(byKey), aside: kept.aside };
  }

  async add(entry: KeptEntry): Promise<void> {
    if (this.browser) {
      try {
        return await this.browser.add(entry);
      } catch (error) {
        this.onMemory(error);
      }
    }
    await this.memory.add(entry);
    this.inMemory = new Set((await this.memory.stock()).entries.map((e) => e.key));
  }

  async take(key: string): Promise<KeptEntry | null> {
    if (this.inMemory.has(key)) return this.memory.take(key);
    if (!this.browser) return null;
    try {
      return await this.browser.take(key);
    } catch (error) {
      this.onMemory(error);
    }
    // A storage that is full cannot mark it as sent, but can still be read: it goes on in memory.
    const entry = await this.tried((s) => s.peek(key), null);
    if (!entry) return null;
    this.memory.hold(entry);
    this.inMemory.add(key);
    return this.memory.take(key);
  }

  peek(key: string): Promise<KeptEntry | null> {
    return this.inMemory.has(key) ? this.memory.peek(key) : this.tried((s) => s.peek(key), null);
  }

  async change(key: string, by: (entry: KeptEntry) => KeptEntry): Promise<void> {
    if (this.inMemory.has(key)) return this.memory.change(key, by);
    await this.tried((s) => s.change(key, by), undefined);
  }

  async done(key: string, versions: Record<string, number>): Promise<void> {
    this.inMemory.delete(key);
    // Both remember the versions: edits may wait on either.
    await this.memory.done(key, versions);
    await this.tried((s) => s.done(key, versions), undefined);
  }

  async remove(key: string): Promise<void> {
    if (this.inMemory.delete(key)) await this.memory.remove(key);
    await this.tried((s) => s.remove(key), undefined);
  }

  removeAside(key: string): Promise<void> {
    return this.tried((s) => s.removeAside(key), undefined);
  }

  close(): void {
    this.browser?.close();
  }
}
