import { createSlice, type PayloadAction } from "@reduxjs/toolkit";

/** Set by the browser's store on what it kept: the page must not take it for what the book says now. */
export const KEPT_HEADER = "x-kept-by-browser";
/** Where the browser's store keeps records and pictures of the book. */
export const RECORD_CACHE = "records";
const CACHES = [RECORD_CACHE, "photos"];

export interface Freshness {
  /** Since when what is on screen may be older than the book, ISO 8601; null where all of it was just read. */
  asReadAt: string | null;
  /** Answers that came from the browser's store so far. */
  kept: number;
  /** The book as the program last named it; null until it has. */
  book: string | null;
}

/** Whether the screens show the book, or what the browser kept of it. */
export const freshness = createSlice({
  name: "freshness",
  initialState: { asReadAt: null, kept: 0, book: null } as Freshness,
  reducers: {
    /** Something came from the browser's store; the oldest counts. */
    readFromStore(state, { payload }: PayloadAction<string>) {
      state.kept += 1;
      if (state.asReadAt === null || payload < state.asReadAt) state.asReadAt = payload;
    },
    /** Everything on screen was read anew. */
    readAnew(state) {
      state.asReadAt = null;
    },
    bookSeen(state, { payload }: PayloadAction<string>) {
      state.book = payload;
    },
  },
});

/** When a kept answer was read, ISO 8601; null where the answer comes from the program itself. */
export function keptSince(headers: Headers): string | null {
  if (!headers.has(KEPT_HEADER)) return null;
  const at = Date.parse(headers.get("date") ?? "");
  return new Date(Number.isNaN(at) ? 0 : at).toISOString();
}

/** Throws away what the browser kept of another book. */
export async function forgetKept(): Promise<void> {
  if (typeof caches === "undefined") return;
  await Promise.all(CACHES.map((name) => caches.delete(name)));
}

/**
 * Puts an answer into the browser's store as if it had just been read: what was acknowledged must not be shown as
 * undone when the page is opened without the program.
 */
export async function keepAnswer(address: string, body: unknown): Promise<void> {
  if (typeof caches === "undefined" || !(await caches.has(RECORD_CACHE))) return;
  const headers = { "Content-Type": "application/json", Date: new Date().toUTCString() };
  await (await caches.open(RECORD_CACHE)).put(address, new Response(JSON.stringify(body), { headers }));
}
