import {
  changesBetween,
  countChanges,
  shopStandard,
  type HowTo,
  type Knowledge,
  type KnowledgeChanges,
} from "../../core";
import { validated, checkKnowledge, isRefusal, shopKnowledgeSchema, type Refusal } from "../../contract";

export type Part = "faults" | "observations" | "tests";
export type Item<P extends Part> = Knowledge[P][number];

/** A table with one item replaced, or added where its id is new. */
export function withItem<P extends Part>(knowledge: Knowledge, part: P, item: Item<P>): Knowledge {
  const list = knowledge[part] as Item<P>[];
  const at = list.findIndex((i) => i.id === item.id);
  return { ...knowledge, [part]: at < 0 ? [...list, item] : list.map((i, k) => (k === at ? item : i)) };
}

/** A table without one item, and without anything that referred to it. */
export function withoutItem(knowledge: Knowledge, id: string): Knowledge {
  const row = <T>(cells: Record<string, T>) => Object.fromEntries(Object.entries(cells).filter(([k]) => k !== id));
  const rows = <T>(table: Record<string, Record<string, T>>) =>
    Object.fromEntries(
      Object.entries(table)
        .filter(([k]) => k !== id)
        .map(([k, cells]) => [k, row(cells)]),
    );
  return {
    ...knowledge,
    faults: knowledge.faults.filter((f) => f.id !== id),
    observations: knowledge.observations.filter((o) => o.id !== id),
    tests: knowledge.tests
      .filter((t) => t.id !== id)
      .map((t) => ({ ...t, results: t.results.filter((r) => r !== id) }))
      .filter((t) => t.results.length > 0),
    table: rows(knowledge.table),
    reasons: rows(knowledge.reasons ?? {}),
    ...(knowledge.howTos && { howTos: row(knowledge.howTos) }),
  };
}

/** One cell of a table of likelihoods or reasons set, or emptied. */
export function withCell<T>(
  table: Record<string, Record<string, T>> | undefined,
  fault: string,
  observation: string,
  value: T | null,
): Record<string, Record<string, T>> {
  const cells = { ...table?.[fault] };
  if (value === null) delete cells[observation];
  else cells[observation] = value;
  return { ...table, [fault]: cells };
}

/** A table with the shop's own way of doing a test; emptied, the standard way stands again. */
export function withHowTo(knowledge: Knowledge, testId: string, how: HowTo): Knowledge {
  const howTos = { ...knowledge.howTos };
  if (how.steps.length === 0 && !how.caution) delete howTos[testId];
  else howTos[testId] = how;
  return { ...knowledge, howTos };
}

/** An id nobody else has, made of the words a person gave. */
export function newItemId(knowledge: Knowledge, label: string): string {
  const words = label
    .toLowerCase()
    .replace(/[^a-z0-9 ]/g, "")
    .split(/\s+/)
    .filter(Boolean)
    .slice(0, 4);
  const stem = `own${words.map((w) => w[0].toUpperCase() + w.slice(1)).join("") || "Item"}`.slice(0, 60);
  const taken = new Set([...knowledge.faults, ...knowledge.observations, ...knowledge.tests].map((i) => i.id));
  let id = stem;
  for (let n = 2; taken.has(id); n++) id = `${stem}${n}`;
  return id;
}

/** What is kept of a table: its difference from the standard one, or nothing where there is none. */
export function changesOf(knowledge: Knowledge): KnowledgeChanges | null {
  const changes = changesBetween(shopStandard, knowledge);
  return countChanges(changes) ? changes : null;
}

const readTable = validated(
  shopKnowledgeSchema,
  (k): Refusal | null => checkKnowledge(k, ""),
  (k): Knowledge => k,
);

/** A table from a file's text, or why it is none: the field, what was given, what is accepted. */
export function importKnowledge(text: string): { ok: true; knowledge: Knowledge } | { ok: false; why: string } {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return { ok: false, why: "This file is not JSON text." };
  }
  const read = readTable(raw);
  return isRefusal(read) ? { ok: false, why: `${read.error.message}.` } : { ok: true, knowledge: read };
}
