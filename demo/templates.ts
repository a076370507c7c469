import {
  resources,
  type Decision,
  type JobView,
  type NewFields,
  type Operation,
  type SpecLine,
  type Step,
} from "../contract";
import { beginBy, firstChoices, linesFor, NO_FACTS, toAnswer, workOf, type Chosen } from "../domain";
import type { DemoClient } from "./client";

/** How far a job has come on its template. */
export interface OnTemplate {
  id: string;
  /** Steps that are done; all of them where it says so. */
  done: number | "all";
  /** When the first of them was begun. */
  from: string;
  /** Steps alone: a job whose groups and parts are written out in full by hand. */
  stepsOnly?: boolean;
  /** What was chosen of it; the rest is the first option. */
  chosen?: Chosen;
  /** Where in the row of paces it begins: no two jobs take the same. */
  shift?: number;
}

/** From this position on a step comes after those of the template. */
const LAST = 100;

/** Worked against planned minutes of a step, by its number: some go quickly, some fight back. */
const PACE = [0.9, 1.2, 1, 1.4, 0.8, 1.1, 1.3];

type NewStep = NewFields<"step"> & { minutes?: number | null };

/** What was chosen of a job's template, as the job keeps it. */
export async function decidedOf({ id, chosen = {} }: OnTemplate): Promise<Decision[]> {
  const { suppliedTemplates } = await import("../domain/templates");
  const content = suppliedTemplates.find((t) => t.id === id);
  if (!content) throw new Error(`no template "${id}"`);
  const taken = { ...firstChoices(content), ...chosen };
  return workOf(content, taken).decisions.map((d, i) => {
    const { key, options } = content.choices[i];
    return { ...d, choice: options.find((o) => o.key === taken[key])?.name ?? "" };
  });
}

/** The operations that put a job on a template, as the program itself does, with what is done so far. */
export async function onTemplate(
  client: DemoClient,
  job: { id: string; vehicleId: string },
  operations: readonly Operation[],
  { id, done, from, stepsOnly = false, shift = 0, chosen = {} }: OnTemplate,
): Promise<Operation[]> {
  // A room of data beside the domain: it comes when it is asked for, as on the screens.
  const { suppliedTemplates } = await import("../domain/templates");
  const content = suppliedTemplates.find((t) => t.id === id);
  if (!content) throw new Error(`no template "${id}"`);
  const work = workOf(content, chosen);
  const book = await client.vehicle(job.vehicleId);
  const lines: SpecLine[] = linesFor(book.vehicle, book.sheetLine, book.ownLine)
    .filter((l) => l.applies.answer !== "no")
    .map((l) => l.line);
  const made = (resource: "step" | "torqueGroup" | "part") =>
    operations.flatMap((o) =>
      o.op === "create" && o.resource === resource
        ? [{ id: o.id, version: 1, ...(resources[resource].parse(o.data) as object) }]
        : [],
    );
  const view = {
    job: { id: job.id },
    vehicle: book.vehicle,
    // A step that was written to come last stays last.
    step: made("step").filter((s) => Number((s as { position?: number }).position ?? 0) < LAST),
    torqueGroup: made("torqueGroup"),
    part: made("part"),
  } as unknown as JobView;
  const begun = beginBy(stepsOnly ? { ...work, groups: [], parts: [] } : work, view, lines, client.id);
  const steps = begun.operations.flatMap((o) =>
    o.op === "create" && o.resource === "step"
      ? [{ id: o.id, ticked: [], ...(o.data as NewStep) } as unknown as Step]
      : [],
  );
  const upTo = done === "all" ? steps.length : done;
  let now = Date.parse(from);
  return begun.operations.map((o) => {
    const i = o.op === "create" && o.resource === "step" ? steps.findIndex((s) => s.id === o.id) : -1;
    if (i < 0 || i >= upTo || o.op !== "create") return o;
    const step = { ...steps[i], facts: steps[i].facts ?? NO_FACTS, ticked: [] };
    const workedMin = Math.round((steps[i].minutes ?? 10) * PACE[(i + shift) % PACE.length]);
    const startedAt = new Date(now).toISOString();
    now += workedMin * 60_000;
    const doneAt = new Date(now).toISOString();
    now += 120_000 + (steps[i].waitMin > 60 ? 0 : steps[i].waitMin * 30_000);
    const ticked = toAnswer(step, steps).map(({ what, key, asksValue }) => ({
      what,
      key,
      value: asksValue ? "as marked" : "",
      at: doneAt,
    }));
    return { ...o, data: { ...o.data, state: "done", startedAt, doneAt, workedMin, ticked } };
  });
}
