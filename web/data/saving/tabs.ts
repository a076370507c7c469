/** How the tabs of one browser get on: one at a time at the shelf's head, and each hears of what the others did. */
export interface Tabs {
  /** Runs work while no other tab does; at once where the browser has no such locks. */
  alone(work: () => Promise<void>): Promise<void>;
  tell(message: unknown): void;
  onTold(listener: (message: unknown) => void): () => void;
}

const NAME = "ash-lever.saving";

/** By the platform's own locks and channels. Without locks two tabs may send one entry twice: that is one write. */
export function browserTabs(): Tabs {
  const channel = typeof BroadcastChannel === "undefined" ? null : new BroadcastChannel(NAME);
  return {
    alone: async (work) => {
      if (typeof navigator !== "undefined" && "locks" in navigator) await navigator.locks.request(NAME, work);
      else await work();
    },
    tell: (message) => channel?.postMessage(message),
    onTold: (listener) => {
      const hear = (event: MessageEvent): void => listener(event.data);
      channel?.addEventListener("message", hear);
      return () => channel?.removeEventListener("message", hear);
    },
  };
}
