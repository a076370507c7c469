import { resources, type LineSource, type NewFields, type Part, type SpecLine, type TorqueGroup } from "../../contract";
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
    builtFrom: line.builtFrom,
    builtTo: line.builtTo,
    chassisFrom: line.chassisFrom,
    chassisTo: line.chassisTo,
    option: line.option,
    feature: line.feature,
  };
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
