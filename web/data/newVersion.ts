import { logEvent } from "./eventLog";

/** A page that nobody has touched yet, so soon after it was loaded, is loaded anew without asking, ms. */
const JUST_LOADED_MS = 15_000;

/** How often the program is asked whether there is a newer version of its pages, ms. */
const ASK_EVERY_MS = 10 * 60_000;

/** What a person does to a page. */
const HANDS = ["pointerdown", "keydown"];

let load: (() => void) | null = null;
const listeners = new Set<() => void>();

/** Loads the newer version; null while there is none. */
export const newVersion = (): (() => void) | null => load;

export function onNewVersion(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

function offer(by: () => void): void {
  load = by;
  for (const listener of listeners) listener();
}

let ask: () => void = () => undefined;
/** Looks for a newer version now: an answer was not understood, or the page is looked at again. */
export const askForNewVersion = (): void => ask();

/**
 * Has the browser keep the pages, and finds out when the program has newer ones. One that lies ready when a page is
 * loaded is used at once; one that comes while somebody works waits until they say so.
 */
export async function keepPages(): Promise<void> {
  const { serviceWorker } = navigator;
  // The first page of all is claimed by the worker without being any older than it.
  const controlled = serviceWorker.controller !== null;
  let reloading = false;
  const reload = (): void => {
    if (reloading) return;
    reloading = true;
    location.reload();
  };
  let asked = false;
  let touched = false;
  const touch = (): void => {
    touched = true;
    for (const kind of HANDS) window.removeEventListener(kind, touch, true);
  };
  for (const kind of HANDS) window.addEventListener(kind, touch, true);
  const registration = await serviceWorker.register("/sw.js").catch((error: unknown) => {
    logEvent("page", `the browser does not keep the pages: ${String((error as Error)?.name)}`);
    return null;
  });
  if (!registration) return;
  const take = (): void => {
    asked = true;
    if (registration.waiting) registration.waiting.postMessage({ type: "SKIP_WAITING" });
    else reload();
  };
  serviceWorker.addEventListener("controllerchange", () => {
    if (asked) reload();
    // Another tab has taken the newer version: this one still runs the older.
    else if (controlled) offer(reload);
  });
  const ready = (): void => {
    if (!registration.waiting || !serviceWorker.controller) return;
    if (!touched && performance.now() < JUST_LOADED_MS) take();
    else offer(take);
  };
  if (registration.waiting && controlled) return take();
  registration.addEventListener("updatefound", () => {
    const worker = registration.installing;
    worker?.addEventListener("statechange", () => worker.state === "installed" && ready());
  });
  ready();
  ask = () => void registration.update().catch(() => undefined);
  setInterval(ask, ASK_EVERY_MS);
  document.addEventListener("visibilitychange", () => document.visibilityState === "visible" && ask());
  window.addEventListener("online", ask);
}
