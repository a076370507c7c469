import { z } from "zod";
import {
  changeRequest,
  refusalSchema,
  stepBack,
  type ChangeRequest,
  type Refusal,
  type StepBackRequest,
} from "../../../contract";

/** Where a file of an entry is sent to. */
export const uploadKinds = ["photo", "recording"] as const;
export type UploadKind = (typeof uploadKinds)[number];

interface Head {
  /** A ULID made when the edit was made: the order of everything that waits. */
  key: string;
  /** Tab in which it was made. */
  tab: string;
  queuedAt: string;
  /** Has gone out at least once: the server may know it, so it is never changed again. */
  sent: boolean;
  /** Why the server refused it; it then waits for a person's choice. */
  trouble: Refusal["error"] | null;
  /** Only in this tab so far: the browser's storage does not have it yet, or cannot take it. */
  unkept?: true;
}

/** One write on its way: edits, a step back or forward, or a file with the record that names it. */
export type Entry = Head &
  (
    | { kind: "change"; request: ChangeRequest }
    | { kind: "undo"; request: StepBackRequest }
    | { kind: "redo"; request: StepBackRequest }
    | { kind: "file"; request: ChangeRequest; upload: { to: UploadKind; name: string; bytes: number } }
  );

/** As an entry is kept: a file lies beside it. */
export type KeptEntry = Entry & { blob?: Blob };

/** Something kept that cannot be read as an entry: it is put aside, not thrown away. */
export interface Aside {
  key: string;
  at: string;
  raw: string;
}

/** A time that can be shown: one that cannot stops the screen that shows it. */
const time = z.string().refine((text) => !Number.isNaN(Date.parse(text)));

const head = {
  key: z.string().min(1),
  tab: z.string(),
  queuedAt: time,
  sent: z.boolean(),
  trouble: refusalSchema.shape.error.nullable(),
};
const upload = z.strictObject({ to: z.enum(uploadKinds), name: z.string(), bytes: z.number() });
// The data of a record that lacks its file is no whole record yet; operations are checked by their shape only.
const kept = z.discriminatedUnion("kind", [
  z.strictObject({ ...head, kind: z.literal("change"), request: changeRequest }),
  z.strictObject({ ...head, kind: z.literal("undo"), request: stepBack }),
  z.strictObject({ ...head, kind: z.literal("redo"), request: stepBack }),
  z.strictObject({ ...head, kind: z.literal("file"), request: changeRequest, upload, blob: z.custom<Blob>() }),
]);

/** What storage gives back, if it is an entry; null where an older version, or something else, wrote it. */
export function readEntry(value: unknown): KeptEntry | null {
  if (!kept.safeParse(value).success) return null;
  return value as KeptEntry;
}

/** The entry without its file: what a screen needs to know of it. */
export function withoutBlob(entry: KeptEntry): Entry {
  const rest: KeptEntry = { ...entry };
  delete rest.blob;
  return rest;
}

const ID = /^[0-9A-HJKMNP-TV-Z]{26}$/;

/** Ids of other records that some data names. */
function idsIn(value: unknown, into: Set<string>): Set<string> {
  if (typeof value === "string") {
    if (ID.test(value)) into.add(value);
  } else if (typeof value === "object" && value !== null) {
    for (const inner of Object.values(value)) idsIn(inner, into);
  }
  return into;
}

/** What an entry does to records, as far as the order of two entries goes by it. */
function touched(entry: Entry) {
  const own = new Set<string>();
  const made = new Set<string>();
  const named = new Set<string>();
  let ends = false;
  const operations = entry.kind === "change" || entry.kind === "file" ? entry.request.operations : [];
  for (const op of operations) {
    own.add(op.id);
    if (op.op === "create") made.add(op.id);
    // What is closed or goes takes no more of what names it.
    if (op.op === "delete" || (op.op === "update" && "closedAt" in op.data)) ends = true;
    if (op.op === "create" || op.op === "update") idsIn(op.data, named);
  }
  return { own, made, named, ends };
}

const share = (a: ReadonlySet<string>, b: ReadonlySet<string>): boolean => [...a].some((id) => b.has(id));

/**
 * Whether an entry must not go out before an earlier one: they change one record, it names a record the earlier one
 * makes, it closes or removes what the earlier one names, or one of them takes back what was done in the same place.
 */
export function waitsFor(entry: Entry, earlier: Entry): boolean {
  const steps = (e: Entry): boolean => e.kind === "undo" || e.kind === "redo";
  if (steps(entry) || steps(earlier)) return entry.request.scope === earlier.request.scope;
  const [now, before] = [touched(entry), touched(earlier)];
  return share(now.own, before.own) || share(now.named, before.made) || (now.ends && share(now.own, before.named));
}

/** Whether a newer edit says anew what a refused one said: the same fields of the same record. */
export function mends(next: Entry, refused: Entry): boolean {
  if (!refused.trouble || next.kind !== "change" || refused.kind !== "change") return false;
  if (next.request.operations.length !== 1 || refused.request.operations.length !== 1) return false;
  const [a] = refused.request.operations;
  const [b] = next.request.operations;
  if (a.op !== "update" || b.op !== "update" || a.id !== b.id || a.resource !== b.resource) return false;
  return Object.keys(a.data).every((key) => key in b.data);
}

/** Whose edit it is: only edits of one person are ever put together. */
export const personOf = (entry: Entry): string | null => entry.request.personId ?? null;

export const shopOf = (entry: Entry): string | null => entry.request.shopId ?? null;

/** What it does, in the words of the person who did it. */
export const labelOf = (entry: Entry): string =>
  entry.kind === "undo" ? "Undo" : entry.kind === "redo" ? "Redo" : entry.request.label;

/**
 * Typing on in the same field: the newer edit takes the place of the last one that waits. Null where they do not
 * belong together: another person, another place, or already sent.
 */
export function merged(last: Entry, next: Entry): Entry | null {
  if (last.kind !== "change" || next.kind !== "change" || last.sent || last.trouble) return null;
  if (last.tab !== next.tab || personOf(last) !== personOf(next) || shopOf(last) !== shopOf(next)) return null;
  // Two taps of a switch are two steps of undo; typing on in a field goes by one label.
  if (last.request.scope !== next.request.scope || last.request.label !== next.request.label) return null;
  if ((last.request.correction ?? null) !== (next.request.correction ?? null)) return null;
  if (last.request.operations.length !== 1 || next.request.operations.length !== 1) return null;
  const [a] = last.request.operations;
  const [b] = next.request.operations;
  if (a.op !== "update" || b.op !== "update" || a.id !== b.id || a.resource !== b.resource) return null;
  if (Object.keys(a.data).join() !== Object.keys(b.data).join()) return null;
  return {
    ...last,
    request: { ...last.request, operations: [{ ...b, version: a.version }] },
  };
}

/** The entry as it is sent: our own earlier edits have moved the versions of records on. */
export function withKnownVersions(entry: KeptEntry, known: ReadonlyMap<string, number>): KeptEntry {
  if (entry.kind === "undo" || entry.kind === "redo") return entry;
  const seen = new Map(known);
  const operations = entry.request.operations.map((op) => {
    if (op.op === "create") {
      seen.set(op.id, 1);
      return op;
    }
    const version = Math.max(op.version, seen.get(op.id) ?? 0);
    seen.set(op.id, version + 1);
    return { ...op, version };
  });
  return { ...entry, request: { ...entry.request, operations } };
}

/** Keep ours: the next try builds on the version the server has now, or overwrites what others did. */
export function insisted(entry: KeptEntry): KeptEntry {
  const theirs = entry.trouble?.theirs as { id?: string; version?: number } | undefined;
  if (entry.kind === "undo" || entry.kind === "redo") {
    return { ...entry, trouble: null, request: { ...entry.request, force: true } };
  }
  const version = theirs?.version;
  const operations = entry.request.operations.map((op) =>
    op.op !== "create" && op.id === theirs?.id && version ? { ...op, version } : op,
  );
  return { ...entry, trouble: null, request: { ...entry.request, operations } };
}
