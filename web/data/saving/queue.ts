import { createSlice, type PayloadAction } from "@reduxjs/toolkit";
import { type Aside, type Entry, shopOf, waitsFor } from "./entries";

export type { Entry } from "./entries";

export type SavingState = {
  /** Everything that waits in this browser, in order; edits of other tabs too. */
  pending: Entry[];
  /** Kept by the browser and unreadable: for the person to look at. */
  aside: Aside[];
  /** Held: why nothing goes out at the moment, no connection or what the server says of its disk. */
  line: { is: "idle" } | { is: "sending"; after: string | null } | { is: "held"; why: string };
  savedAt: string | null;
  /** The browser keeps nothing, or no more: what waits lives in this tab only. */
  memoryOnly: boolean;
  /** Which shop's data the server at this address works with; null until it has said so. */
  shopId: string | null;
};

const initialState: SavingState = {
  pending: [],
  aside: [],
  line: { is: "idle" },
  savedAt: null,
  memoryOnly: false,
  shopId: null,
};

/** Why nothing went out the last time it was tried; null while all goes. */
export const heldBy = ({ line }: Pick<SavingState, "line">): string | null =>
  line.is === "held" ? line.why : line.is === "sending" ? line.after : null;

/** What a screen knows of edits on their way. The shelf is the truth; this mirrors it, a step ahead for own edits. */
export const saving = createSlice({
  name: "saving",
  initialState,
  reducers: {
    /** An edit of this tab: shown at once, on the shelf a moment later. */
    enqueued(state, { payload }: PayloadAction<Entry>) {
      state.pending.push({ ...payload, unkept: true });
    },
    /** What the shelf holds; own edits named in `settled` are among it, or put together with another. */
    mirrored(state, { payload }: PayloadAction<{ entries: Entry[]; aside: Aside[]; settled: string[] }>) {
      const { entries, aside, settled } = payload;
      const known = new Set([...entries.map((e) => e.key), ...settled]);
      const own = state.pending.filter((e) => e.unkept && !known.has(e.key));
      state.pending = [...entries, ...own];
      state.aside = aside;
    },
    sending(state) {
      state.line = { is: "sending", after: heldBy(state) };
    },
    saved(state, { payload }: PayloadAction<string>) {
      state.line = { is: "idle" };
      state.savedAt = payload;
    },
    /** Nothing to send now; what holds the line goes on holding it. */
    rested(state) {
      const why = heldBy(state);
      state.line = why === null ? { is: "idle" } : { is: "held", why };
    },
    held(state, { payload }: PayloadAction<string>) {
      state.line = { is: "held", why: payload };
    },
    storageFailed(state) {
      state.memoryOnly = true;
    },
    shopSeen(state, { payload }: PayloadAction<string>) {
      state.shopId = payload;
    },
  },
});

/** Waits for the shop whose data is here; the others stay for theirs. */
export const isOurs = (entry: Entry, shopId: string | null): boolean =>
  shopId === null || shopOf(entry) === null || shopOf(entry) === shopId;

/**
 * What is to go out next: the first of this shop's that neither waits for a person's answer nor for an entry that does.
 * `later` are entries whose own try failed a moment ago: they wait, and only what depends on them with them.
 */
export function nextOut(
  state: Pick<SavingState, "pending" | "shopId">,
  later: ReadonlySet<string> = new Set(),
): Entry | null {
  const stuck: Entry[] = [];
  for (const entry of state.pending) {
    if (!isOurs(entry, state.shopId)) continue;
    if (entry.trouble || later.has(entry.key) || stuck.some((s) => waitsFor(entry, s))) stuck.push(entry);
    else return entry;
  }
  return null;
}

/** Entries of this shop that a person has to decide about, the oldest first. */
export const unanswered = (state: Pick<SavingState, "pending" | "shopId">): Entry[] =>
  state.pending.filter((e) => e.trouble && isOurs(e, state.shopId));

/** Edits that wait for another shop's data to come back to this address. */
export const foreign = (state: Pick<SavingState, "pending" | "shopId">): Entry[] =>
  state.pending.filter((e) => !isOurs(e, state.shopId));
