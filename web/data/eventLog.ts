/** One thing that went wrong, or that a person may have to know when they look for why. */
export interface LoggedEvent {
  at: string;
  /** Where it happened: saving, reading, storage, page. */
  where: string;
  /** What happened, by codes and names of fields: no text of a record, no name of a customer. */
  what: string;
}

const MOST = 200;
const KEY = "ash-lever.events";

const isEvent = (value: unknown): value is LoggedEvent =>
  typeof value === "object" &&
  value !== null &&
  ["at", "where", "what"].every((key) => typeof (value as Record<string, unknown>)[key] === "string");

const events: LoggedEvent[] = restored();
const listeners = new Set<() => void>();

function restored(): LoggedEvent[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? "[]");
    return Array.isArray(kept) ? kept.filter(isEvent).slice(-MOST) : [];
  } catch {
    return [];
  }
}

/** Writes down what went wrong. The last 200 are kept over reloads; no error of the browser is swallowed without one. */
export function logEvent(where: string, what: string): void {
  events.push({ at: new Date().toISOString(), where, what: what.slice(0, 200) });
  events.splice(0, events.length - MOST);
  try {
    localStorage.setItem(KEY, JSON.stringify(events));
  } catch {
    // A browser that keeps nothing: they are there until the page is closed.
  }
  for (const listener of listeners) listener();
}

let shown: readonly LoggedEvent[] = [...events];
/** The events there are, oldest first; the same list until one is added. */
export function loggedEvents(): readonly LoggedEvent[] {
  if (shown.length !== events.length || shown.at(-1) !== events.at(-1)) shown = [...events];
  return shown;
}

export function onLogged(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** What kind of error it is, without its message: that may hold what somebody typed. */
export function errorName(error: unknown): string {
  if (error instanceof DOMException) return `DOMException ${error.name}`;
  if (error instanceof Error) {
    const place = /\/assets\/([\w-]+\.js:\d+:\d+)/.exec(error.stack ?? "")?.[1];
    return place ? `${error.name} in ${place}` : error.name;
  }
  return typeof error;
}

/** Listens to errors that nobody caught. */
export function logUncaught(): void {
  window.addEventListener("error", (event) => logEvent("page", errorName(event.error ?? event)));
  window.addEventListener("unhandledrejection", (event) => logEvent("page", `rejected: ${errorName(event.reason)}`));
}
