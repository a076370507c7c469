import {
  resources,
  type JobView,
  type LineSource,
  type NewFields,
  type Operation,
  type Part,
  type SpecLine,
  type TorqueGroup,
} from "../../contract";
import { nextPosition } from "../job";
import type { VehicleLine } from "./inherit";
import { lineFor } from "./names";
import { sourceText, sourcesAgree, stateOf } from "./value";

/** A source in the words of a job's torque group: how its figure is known. */
const ORIGIN = { document: "specified", leaflet: "claimed", measured: "measured", colleague: "claimed" } as const;

/**
 * A line of the sheet as a torque group of a job. A value in conflict is taken without its figure: nobody has decided
 * which is right, and nothing is torqued to a guess.
 */
export function groupFrom(line: SpecLine, jobId: string, position: number): NewFields<"torqueGroup"> {
  return {
    jobId,
    lineId: line.id,
    name: line.name,
    position,
    ...jobValue(line),
    ...line.torque,
  };
}

const LIMITS = ["builtFrom", "builtTo", "chassisFrom", "chassisTo", "option", "feature"] as const;
type Limits = Pick<Part, (typeof LIMITS)[number]>;
const limitsOf = (from: Limits): Limits => Object.fromEntries(LIMITS.map((k) => [k, from[k]])) as unknown as Limits;
const NO_LIMITS: Limits = {
  builtFrom: null,
  builtTo: null,
  chassisFrom: "",
  chassisTo: "",
  option: "",
  feature: "",
};

/** Numbers are typed with and without their spaces and hyphens. */
const bare = (number: string): string => number.replace(/[\s.\-/]+/g, "").toLowerCase();

/**
 * What a part typed by its number is for, by the vehicle's book: for which build dates, chassis numbers, options and
 * builds, so that it is doubted like one chosen from the book. Of several lines with this number the one that fits the
 * vehicle best. A number the book does not know loses the limits that the number before it had brought.
 */
export function limitsByNumber(part: Part, number: string, book: readonly VehicleLine[]): Partial<Limits> {
  const lineOf = (typed: string): VehicleLine | undefined => {
    if (!bare(typed)) return undefined;
    const same = book.filter(
      ({ line }) => line.kind === "part" && line.sources.some((s) => bare(s.typed) === bare(typed)),
    );
    return same.toSorted((a, b) => a.applies.doubts.length - b.applies.doubts.length)[0];
  };
  const [now, before] = [lineOf(number), lineOf(part.number)];
  if (now) return limitsOf(now.line);
  const broughtBy = before && LIMITS.every((k) => before.line[k] === part[k]);
  return broughtBy ? NO_LIMITS : {};
}

/** A line of the sheet as a part of a job. */
export function partFrom(line: SpecLine, jobId: string, position: number): NewFields<"part"> {
  const state = stateOf(line);
  return {
    jobId,
    lineId: line.id,
    name: line.name,
    position,
    number: state.kind === "known" ? state.source.typed : "",
    maker: line.part?.maker ?? "",
    quantity: line.part?.quantity ?? 1,
    price: line.part?.price ?? null,
    ...limitsOf(line),
  };
}

type Taking = "torqueGroup" | "part";

/**
 * What a record of a job without a value gets from the line of the book that means it; none where it has one of its
 * own already, was taken from elsewhere, or the line has none to give. Its name, count and place stay: its steps and
 * its signatures name them.
 */
export function filledFrom(line: SpecLine | null, resource: Taking, record: TorqueGroup | Part): Operation[] {
  const hasValue = "specTyped" in record ? record.specTyped.trim() : record.number.trim();
  if (!line || hasValue || (record.lineId && record.lineId !== line.id)) return [];
  const value =
    "specTyped" in record
      ? { lineId: line.id, ...jobValue(line) }
      : { ...partFrom(line, record.jobId, record.position), name: record.name, quantity: record.quantity };
  if ("specTyped" in value ? !value.specTyped : !("number" in value && value.number)) return [];
  const data = Object.fromEntries(Object.entries(value).filter(([key, v]) => v !== record[key as keyof typeof record]));
  return [{ op: "update", resource, id: record.id, version: record.version, data }];
}

/**
 * Lines of the vehicle's book for a job: what the job has already by that name and without a value gets the book's;
 * the rest is added after what is there.
 */
export function takeLines(
  lines: readonly SpecLine[],
  view: Pick<JobView, "job" | "torqueGroup" | "part">,
  newId: () => string,
): Operation[] {
  const there = { torqueGroup: [...view.torqueGroup], part: [...view.part] };
  const next = { torqueGroup: nextPosition(view.torqueGroup), part: nextPosition(view.part) };
  return lines.flatMap((line): Operation[] => {
    const resource: Taking = line.kind === "torque" ? "torqueGroup" : "part";
    const list: (TorqueGroup | Part)[] = there[resource];
    const at = list.findIndex((r) => !r.lineId && lineFor(r.name, [line]) !== null);
    const filled = at < 0 ? [] : filledFrom(line, resource, list[at]);
    if (filled.length) {
      list.splice(at, 1);
      return filled;
    }
    const make = resource === "torqueGroup" ? groupFrom : partFrom;
    const data = { ...make(line, view.job.id, next[resource]) };
    next[resource] += 1;
    return [{ op: "create", resource, id: newId(), data }];
  });
}

/** What a job learned about a line: its value where the line has none like it. Null where there is nothing new. */
export function learned(
  line: Pick<SpecLine, "kind" | "sources">,
  record: Pick<TorqueGroup, "specTyped" | "specSource" | "specOrigin"> | Pick<Part, "number">,
  id: string,
  job: string,
  day: string,
): LineSource | null {
  const typed = ("number" in record ? record.number : record.specTyped).trim();
  if (!typed || ("specOrigin" in record && record.specOrigin === "estimated")) return null;
  const specified = "specOrigin" in record && record.specOrigin === "specified";
  const claimed = "specOrigin" in record && record.specOrigin === "claimed";
  const source: LineSource = {
    id,
    typed,
    how: specified ? "document" : claimed ? "leaflet" : "measured",
    title: ("specSource" in record && record.specSource) || job,
    edition: "",
    page: "",
    date: day,
    trust: specified ? "full" : "some",
    photo: null,
  };
  return line.sources.some((s) => sourcesAgree(line.kind, s, source)) ? null : source;
}

/** The value of a line as a torque group takes it: what it is, from where, and how it is known. */
export function jobValue(line: Pick<SpecLine, "kind" | "sources" | "decided">) {
  const state = stateOf(line);
  const source = state.kind === "known" ? state.source : null;
  return {
    specTyped: source?.typed ?? "",
    specSource: source ? sourceText(source).slice(0, 200) : "",
    specOrigin: source ? ORIGIN[source.how] : ("missing" as const),
  };
}

/** What a job's group knows of its fasteners, as a line of a sheet holds it. */
export const torqueFactsOf = (group: TorqueGroup): NonNullable<SpecLine["torque"]> => facts.parse(pick(group));

const facts = resources.specLine.shape.torque.unwrap().unwrap();
const pick = (group: TorqueGroup) =>
  Object.fromEntries(Object.keys(facts.shape).map((key) => [key, group[key as keyof typeof facts.shape]]));
