import type { Job, JobView, Part, Step } from "../../contract";

type Waits = Job["waits"];
export type Followed = Partial<Pick<Job, "waits" | "nextAction">>;

/** Parts a job cannot go on without: to be ordered, or on their way. What is used up comes from the shelf. */
export const awaited = (parts: readonly Part[]): Part[] =>
  parts.filter(
    (p) => !p.carriedOver && !p.alternative && !p.consumable && (p.state === "needed" || p.state === "ordered"),
  );

/** Parts nobody sells any more, with no other way taken yet. */
export const withoutWay = (parts: readonly Part[]): Part[] =>
  parts.filter((p) => p.state === "notSold" && !p.alternative && !p.carriedOver);

const NOTHING: Waits = { kind: "nothing", what: "", since: null, until: null };

/** "Bush, spring clip and 2 more". */
function named(names: readonly string[]): string {
  const most = 2;
  const shown = names.slice(0, most);
  const rest = names.length - shown.length;
  if (rest) return `${shown.join(", ")} and ${rest} more`;
  return shown.join(" and ");
}

const isOrdered = (p: Part): boolean => !p.carriedOver && !p.alternative && p.state === "ordered";

const nextOpen = (steps: readonly Step[]): Step | null => steps.find((s) => s.state === "open") ?? null;

/** What a job waits for when some of what was ordered is here and `rest` is still to come. */
export function partsArrived(waits: Waits, rest: readonly Pick<Part, "name">[], at: string): Required<Followed> {
  if (rest.length) {
    return { waits: { ...waits, what: named(rest.map((p) => p.name)) }, nextAction: "Mark as arrived" };
  }
  return { waits: { ...NOTHING, what: "What was ordered is here", since: at }, nextAction: "" };
}

/** A wait for parts follows what was ordered and what has arrived. */
function afterParts(job: Job, before: readonly Part[], after: readonly Part[], at: string): Followed | null {
  const [was, is] = [before.filter(isOrdered), after.filter(isOrdered)];
  const ids = (parts: readonly Part[]): string => parts.map((p) => p.id).join();
  if (ids(was) === ids(is)) return null;
  const mine = job.waits.kind === "part" || job.waits.kind === "nothing";
  if (!mine) return null;
  if (is.length) {
    const since = job.waits.kind === "part" ? job.waits.since : at;
    const until = job.waits.kind === "part" ? job.waits.until : null;
    return { waits: { kind: "part", what: named(is.map((p) => p.name)), since, until }, nextAction: "Mark as arrived" };
  }
  if (job.waits.kind !== "part") return null;
  const toOrder = awaited(after);
  if (toOrder.length) {
    return { waits: { ...NOTHING, what: `Order ${named(toOrder.map((p) => p.name))}`, since: at }, nextAction: "" };
  }
  return partsArrived(job.waits, [], at);
}

/** A step that was done may have to cure; the next may need a second pair of hands. */
function afterSteps(job: Job, before: readonly Step[], after: readonly Step[], at: string): Followed | null {
  const done = after.find((s) => s.state === "done" && before.find((b) => b.id === s.id)?.state === "open");
  const reopened = after.find((s) => s.state === "open" && before.find((b) => b.id === s.id)?.state === "done");
  if (!done && !reopened) return null;
  const { kind } = job.waits;
  if (kind !== "nothing" && kind !== "helper" && kind !== "cure") return null;
  if (done && done.waitMin > 0) {
    const until = new Date(Date.parse(at) + done.waitMin * 60_000).toISOString();
    return { waits: { kind: "cure", what: done.text, since: at, until } };
  }
  const next = nextOpen(after);
  if (next?.hands === 2) return { waits: { kind: "helper", what: next.text, since: at, until: null } };
  return kind === "nothing" ? null : { waits: { ...NOTHING, since: at } };
}

/**
 * What a job waits for, following from what happened: parts ordered or arrived, a step done that has to cure, a next
 * step that takes two. What a person set by hand for another reason stays. Null where nothing changes.
 */
export function followed(before: JobView, after: JobView, at: string): Followed | null {
  if (after.job.closedAt) return null;
  const parts = afterParts(after.job, before.part, after.part, at);
  if (parts) return parts;
  return afterSteps(after.job, before.step, after.step, at);
}

/** A wait as it is now: a cure whose time is over is nothing to wait for any more. */
export function waitNow(waits: Waits, now: string): Waits {
  if (waits.kind !== "cure" || !waits.until || waits.until > now) return waits;
  return { kind: "nothing", what: `Time is up: ${waits.what}`.slice(0, 200), since: waits.until, until: null };
}
