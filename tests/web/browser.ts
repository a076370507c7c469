import { ulid } from "ulid";
import type { Operation } from "../../contract";
import { saving, startSaving, type Entry, type Saving } from "../../web/data/saving";
import { nextKey } from "../../web/data/saving/useEdit";
import { BrowserShelf } from "../../web/data/saving/shelf";
import type { Tabs } from "../../web/data/saving/tabs";
import { makeStore, type AppStore } from "../../web/data/store";
import type { LossyServer } from "./lossyServer";

/** Tabs of one browser in one process: a lock and a channel as the platform has them. */
class SharedTabs {
  private tail: Promise<unknown> = Promise.resolve();
  private readonly listeners = new Map<number, (message: unknown) => void>();
  private count = 0;

  /** The view of one tab: it hears what the others tell. */
  open(): Tabs & { close(): void } {
    const me = (this.count += 1);
    return {
      alone: (work) => {
        const result = this.tail.then(work, work);
        this.tail = result.catch(() => undefined);
        return result;
      },
      tell: (message) => {
        for (const [id, listener] of this.listeners) if (id !== me) queueMicrotask(() => listener(message));
      },
      onTold: (listener) => {
        this.listeners.set(me, listener);
        return () => this.listeners.delete(me);
      },
      close: () => void this.listeners.delete(me),
    };
  }
}

/** One tab: its store and what keeps and sends its edits. */
export interface Tab {
  store: AppStore;
  saving: Saving;
}

/** A browser with tabs that share its storage, in front of a server that loses things. */
export class TestBrowser {
  private readonly shared = new SharedTabs();

  constructor(
    private readonly server: LossyServer,
    private readonly name: string,
  ) {}

  open(station = ulid()): Tab {
    sessionStorage.setItem("ash-lever.station", station);
    const store = makeStore();
    const handle = startSaving(store, {
      openShelf: () => BrowserShelf.open(this.name),
      tabs: this.shared.open(),
      send: (entry) => this.server.receive(entry),
      random: () => 0.5,
    });
    return { store, saving: handle };
  }

  /** A page that goes away and comes back: what the shelf has not yet is written down at one stroke. */
  reload(tab: Tab): Tab {
    window.dispatchEvent(new Event("pagehide"));
    const { station } = tab.store.getState().session;
    tab.saving.stop();
    return this.open(station);
  }
}

/** An edit in a tab, as a screen makes it. */
export function editIn(
  tab: Tab,
  personId: string | null,
  operations: Operation[],
  label: string,
  shopId: string | null = null,
): string {
  const { station } = tab.store.getState().session;
  const id = ulid();
  const entry: Entry = {
    key: nextKey(),
    tab: station,
    queuedAt: new Date().toISOString(),
    sent: false,
    trouble: null,
    kind: "change",
    request: { id, personId, station, shopId, scope: "shop", label, operations },
  };
  tab.store.dispatch(saving.actions.enqueued(entry));
  return id;
}

export const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

/** Wakes every tab until nothing waits in any. */
export async function drained(tabs: readonly Tab[]): Promise<void> {
  for (let i = 0; i < 400; i++) {
    window.dispatchEvent(new Event("online"));
    await pause(4);
    for (const tab of tabs) await tab.saving.settled();
    if (tabs.every((t) => t.store.getState().saving.pending.length === 0)) return;
  }
  throw new Error(
    `still waiting: ${JSON.stringify(tabs.map((t) => t.store.getState().saving.pending))}`.slice(0, 2000),
  );
}
