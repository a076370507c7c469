import { readEntry, type Entry } from "./entries";

/**
 * A page that is going away has no time to wait for the shelf: what is not on it yet is written here at one stroke,
 * and put on the shelf when the program is next opened. The same entry twice is one write.
 */
const PREFIX = "ash-lever.spill.";

/** Writes down what is not on the shelf yet; nothing left takes the note away. */
export function spill(tab: string, entries: readonly Entry[]): void {
  try {
    if (entries.length) localStorage.setItem(PREFIX + tab, JSON.stringify(entries));
    else localStorage.removeItem(PREFIX + tab);
  } catch {
    // A browser that keeps nothing: the shelf has said so.
  }
}

/** What earlier pages left, oldest first; what cannot be read is given as it is. */
export function spilt(): { entries: Entry[]; unreadable: string[] } {
  const entries: Entry[] = [];
  const unreadable: string[] = [];
  try {
    for (const name of Object.keys(localStorage).filter((n) => n.startsWith(PREFIX) || n === OLD)) {
      const raw = localStorage.getItem(name) ?? "";
      localStorage.removeItem(name);
      for (const value of listIn(raw)) {
        const entry = readEntry(asKept(value));
        if (entry) entries.push(entry);
        else unreadable.push(JSON.stringify(value));
      }
    }
  } catch {
    return { entries, unreadable };
  }
  return { entries: entries.sort((a, b) => (a.key < b.key ? -1 : 1)), unreadable };
}

/** Without the mark that it was in one tab only. */
const asKept = (value: unknown): unknown =>
  typeof value === "object" && value !== null
    ? Object.fromEntries(Object.entries(value).filter(([key]) => key !== "unkept"))
    : value;

/** Where earlier versions kept what waited. */
const OLD = "ash-lever.waiting";

function listIn(raw: string): unknown[] {
  try {
    const read: unknown = JSON.parse(raw);
    if (Array.isArray(read)) return read;
    const { pending } = (read ?? {}) as { pending?: unknown };
    if (Array.isArray(pending)) return pending.map(fromOld);
    return read === null ? [] : [read];
  } catch {
    return raw ? [raw] : [];
  }
}

/** An entry as earlier versions kept it: without its own key, named by its request. */
function fromOld(value: unknown): unknown {
  if (typeof value !== "object" || value === null || "key" in value) return value;
  const { request } = value as { request?: { id?: string } };
  return { ...value, key: request?.id ?? "", tab: "", sent: false, trouble: null };
}
