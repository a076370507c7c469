import { createSlice, type PayloadAction } from "@reduxjs/toolkit";
import type { ChangeRequest, Operation, Refusal, StepBackRequest } from "../../../contract";

/** One write on its way: edits, or a step back or forward. */
export type Entry =
  | { kind: "change"; request: ChangeRequest; queuedAt: string }
  | { kind: "undo" | "redo"; request: StepBackRequest; queuedAt: string };

export type SavingState = {
  pending: Entry[];
  /** Sending the first entry; waiting for the network; or waiting for a person's choice. */
  phase: "idle" | "sending" | "offline" | "conflict" | "refused";
  trouble: Refusal["error"] | null;
  savedAt: string | null;
  /** Version of each record as last acknowledged: later edits of our own build on it. */
  known: Record<string, number>;
};

const initialState: SavingState = { pending: [], phase: "idle", trouble: null, savedAt: null, known: {} };

/** Edits wait here until the server has them; kept in the browser so that a reload loses nothing. */
export const saving = createSlice({
  name: "saving",
  initialState,
  reducers: {
    enqueued(state, { payload }: PayloadAction<Entry>) {
      const last = state.pending[state.pending.length - 1];
      const inFlight = state.pending.length === 1 && state.phase !== "idle" && state.phase !== "offline";
      if (last && !inFlight && merged(last, payload)) return;
      state.pending.push(payload);
    },
    sending(state) {
      state.phase = "sending";
    },
    acknowledged(state, { payload }: PayloadAction<{ at: string; versions: Record<string, number> }>) {
      state.pending.shift();
      state.phase = "idle";
      state.trouble = null;
      state.savedAt = payload.at;
      Object.assign(state.known, payload.versions);
    },
    wentOffline(state) {
      state.phase = "offline";
    },
    backOnline(state) {
      state.phase = "idle";
    },
    troubled(state, { payload }: PayloadAction<Refusal["error"]>) {
      state.phase = payload.code === "conflict" ? "conflict" : "refused";
      state.trouble = payload;
    },
    /** Keep ours: the next try builds on the version that stands now. */
    keptMine(state) {
      const entry = state.pending[0];
      const theirs = state.trouble?.theirs as { id?: string; version?: number } | undefined;
      if (entry?.kind === "change" && theirs?.id && theirs.version) state.known[theirs.id] = theirs.version;
      if (entry && entry.kind !== "change") entry.request.force = true;
      state.phase = "idle";
      state.trouble = null;
    },
    dropped(state) {
      state.pending.shift();
      state.phase = "idle";
      state.trouble = null;
    },
  },
});

/** Typing on in the same field replaces the edit that has not been sent yet. */
function merged(last: Entry, next: Entry): boolean {
  if (last.kind !== "change" || next.kind !== "change") return false;
  if (last.request.operations.length !== 1 || next.request.operations.length !== 1) return false;
  const [a] = last.request.operations;
  const [b] = next.request.operations;
  if (a.op !== "update" || b.op !== "update" || a.id !== b.id) return false;
  if (Object.keys(a.data).join() !== Object.keys(b.data).join()) return false;
  a.data = b.data;
  return true;
}

/** The entry as it is sent: our own earlier edits have moved the versions on. */
export function withKnownVersions(entry: Entry, known: Record<string, number>): ChangeRequest | StepBackRequest {
  if (entry.kind !== "change") return entry.request;
  const seen = { ...known };
  const operations = entry.request.operations.map((op): Operation => {
    if (op.op === "create") {
      seen[op.id] = 1;
      return op;
    }
    const version = Math.max(op.version, seen[op.id] ?? 0);
    seen[op.id] = version + 1;
    return { ...op, version };
  });
  return { ...entry.request, operations };
}
