import { addressOf } from "../../contract";
import { lazy, Suspense, useState, useSyncExternalStore, type ComponentType } from "react";
import { Skeleton } from "./states";

/** Wait between two tries to fetch a screen, ms: it doubles up to the longest. */
const FIRST_TRY_MS = 500;
const LONGEST_TRY_MS = 5000;

/** A page is begun anew at most once in so long, ms: a program that is broken must not go round in circles. */
const ANEW_AFTER_MS = 60_000;
const ANEW = "ash-lever.anew";

/** How many screens have not arrived though they were asked for. */
let missing = 0;
const listeners = new Set<() => void>();
const changed = (by: number): void => {
  missing += by;
  for (const listener of listeners) listener();
};

const pause = (ms: number): Promise<void> =>
  new Promise((resolve) => {
    const timer = setTimeout(resolve, ms);
    window.addEventListener("online", () => (clearTimeout(timer), resolve()), { once: true });
  });

/** Whether the program answers at all. */
async function answers(): Promise<boolean> {
  try {
    return (await fetch(addressOf("shop"), { signal: AbortSignal.timeout(3000) })).ok;
  } catch {
    return false;
  }
}

/** Begins the page anew; nothing typed is lost by it. False where that was done a moment ago. */
function beginAnew(): boolean {
  try {
    if (Date.now() - Number(sessionStorage.getItem(ANEW)) < ANEW_AFTER_MS) return false;
    sessionStorage.setItem(ANEW, String(Date.now()));
  } catch {
    return false;
  }
  location.reload();
  return true;
}

/**
 * Fetches a screen, however long it takes: without a connection it is tried again and again. Where the program
 * answers and the screen still does not come, the program has been renewed, or the browser remembers the failure: the
 * page begins anew.
 */
export async function fetched<T>(load: () => Promise<T>): Promise<T> {
  let waiting = false;
  for (let tries = 0; ; tries++) {
    try {
      const it = await load();
      if (waiting) changed(-1);
      return it;
    } catch (error) {
      if (!waiting) changed(1);
      waiting = true;
      if (await answers()) {
        const again = await load().catch(() => null);
        if (again !== null) {
          changed(-1);
          return again;
        }
        if (!beginAnew()) {
          changed(-1);
          throw error;
        }
      }
      await pause(Math.min(LONGEST_TRY_MS, FIRST_TRY_MS * 2 ** tries));
    }
  }
}

const loaders: (() => Promise<unknown>)[] = [];

/** Fetches every screen while nothing else is to be done: a stage never opened works without a connection too. */
export async function fetchAll(): Promise<void> {
  for (const load of loaders) await load().catch(() => undefined);
}

/** A screen that is fetched when it is first shown, or before. */
export function late<P extends object>(load: () => Promise<ComponentType<P>>): ComponentType<P> {
  let there: ComponentType<P> | null = null;
  const arrive = async (): Promise<ComponentType<P>> => (there = await load());
  loaders.push(arrive);
  const Fetched = lazy(() => fetched(arrive).then((component) => ({ default: component })));
  return function Late(props: P) {
    // One that is there already is shown at once; the choice is made once, as another would begin anew.
    const [Screen] = useState<ComponentType<P>>(() => there ?? Fetched);
    return (
      <Suspense fallback={<Arriving />}>
        <Screen {...props} />
      </Suspense>
    );
  };
}

function Arriving() {
  const stuck = useSyncExternalStore(
    (listener) => (listeners.add(listener), () => listeners.delete(listener)),
    () => missing > 0,
  );
  return (
    <>
      {stuck && (
        <p className="sect" role="status">
          No connection, and this screen was not opened before. It opens by itself when the program answers again.
        </p>
      )}
      <Skeleton rows={10} />
    </>
  );
}
