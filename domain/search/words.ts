import type { RecordOf, ResourceName } from "../../contract";

/** What of a record can be found: what it is called, and the rest of its words. */
export interface Findable {
  title: string;
  words: string;
}

type Says = { [R in ResourceName]?: (record: RecordOf<R>) => Findable };

const joined = (...parts: (string | number | null | undefined | false)[]): string => parts.filter(Boolean).join(" ");

const SAYS: Says = {
  vehicle: (v) => ({
    title: joined(v.tag, v.make, v.model, v.variant),
    words: joined(v.owner, v.chassis, ...v.options, v.notes),
  }),
  job: (j) => ({
    title: `Job ${j.number ?? ""}`,
    words: joined(j.complaint, j.complaintNote, j.verdict, j.nextAction, j.choiceReason, j.waits.what),
  }),
  part: (p) => ({ title: p.name, words: joined(p.number, p.maker, p.variant, p.supplier, p.note) }),
  torqueGroup: (g) => ({ title: g.name, words: joined(g.specTyped, g.specSource, g.thread) }),
  finding: (f) => ({ title: f.text, words: "" }),
  setup: (s) => ({ title: s.name, words: joined(s.maker, s.number, s.source) }),
  recording: (r) => ({ title: r.name, words: joined(r.place, "recording") }),
  sheet: (s) => ({ title: s.name, words: joined(s.make, s.model, s.variant, s.transmission, s.notes) }),
  specLine: (l) => ({
    title: l.name,
    words: joined(...l.sources.map((s) => joined(s.typed, s.title)), l.place, l.part?.maker, l.note, l.reason),
  }),
  kit: (k) => ({ title: k.name, words: joined(k.maker, k.number, k.fits, k.source) }),
  recheck: (r) => ({ title: r.what, words: r.note }),
};

/** Kinds of record that can be found. */
export const findableKinds = Object.keys(SAYS) as ResourceName[];

/** What can be found of a record; null where nothing of its kind is looked for. */
export function findable<R extends ResourceName>(resource: R, record: RecordOf<R>): Findable | null {
  const says = SAYS[resource] as ((record: RecordOf<R>) => Findable) | undefined;
  return says ? says(record) : null;
}

/** So much of a text is shown about the word that was found. */
const AROUND = 60;

/** The part of a text in which the first of the words stands; its beginning where none does. */
export function excerpt(text: string, asked: string): string {
  const lower = text.toLowerCase();
  const at = asked
    .toLowerCase()
    .split(/\s+/)
    .filter(Boolean)
    .map((w) => lower.indexOf(w))
    .filter((i) => i >= 0)
    .sort((a, b) => a - b)[0];
  if (at === undefined || at < AROUND / 2) return text.length > 2 * AROUND ? `${text.slice(0, 2 * AROUND)}…` : text;
  const from = text.lastIndexOf(" ", at - AROUND / 2) + 1;
  const part = text.slice(from, from + 2 * AROUND);
  return `${from > 0 ? "…" : ""}${part}${from + 2 * AROUND < text.length ? "…" : ""}`;
}
