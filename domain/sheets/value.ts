import type { LineSource, SpecLine } from "../../contract";
import { readSpecText, sameRounded, type SpecText } from "../torque";

/** Lines as they are kept, and as they are about to be. */
export type LineFields = Pick<
  SpecLine,
  | "kind"
  | "name"
  | "place"
  | "sources"
  | "decided"
  | "decidedReason"
  | "builtFrom"
  | "builtTo"
  | "chassisFrom"
  | "chassisTo"
  | "option"
  | "feature"
  | "featurePhoto"
  | "torque"
  | "part"
  | "setting"
  | "fluid"
  | "interval"
  | "note"
>;

/**
 * What a line says: nothing yet; one value; a value somebody decided for among several; or sources that disagree,
 * with how far apart they are where that can be told.
 */
export type LineState =
  | { kind: "missing" }
  | { kind: "known"; source: LineSource; decided: boolean }
  | { kind: "conflict"; sources: LineSource[]; apart: { by: number; pct: number } | null };

/** The last torque of a specification, N m. */
export function torqueOf(read: SpecText): { minNm: number; maxNm: number } | null {
  const last = read.kind === "torque" ? read.stages.at(-1) : null;
  return last ? { minNm: last.minNm, maxNm: last.maxNm } : null;
}

const middle = ({ minNm, maxNm }: { minNm: number; maxNm: number }): number => (minNm + maxNm) / 2;

const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[\s\u00a0\u202f]+/g, " ")
    .trim();

/** Whether two sources say the same: torques by their figures as they round, everything else by its letters. */
export function sourcesAgree(kind: SpecLine["kind"], a: LineSource, b: LineSource): boolean {
  if (kind !== "torque") return plain(a.typed) === plain(b.typed);
  const [x, y] = [readSpecText(a.typed), readSpecText(b.typed)];
  if (!x.ok || !y.ok) return plain(a.typed) === plain(b.typed);
  if (x.value.kind !== y.value.kind) return false;
  const [p, q] = [x.value, y.value];
  const sameAngles =
    p.anglesDeg.length === q.anglesDeg.length && p.anglesDeg.every((deg, i) => Math.abs(deg - q.anglesDeg[i]) < 0.5);
  if (p.kind === "byHand" || q.kind === "byHand") return sameAngles;
  const written = (of: typeof p, typed: string, i: number) => ({ ...of.stages[i], unit: of.unit, typed });
  return (
    sameAngles &&
    p.stages.length === q.stages.length &&
    p.stages.every((_, i) => sameRounded(written(p, a.typed, i), written(q, b.typed, i)))
  );
}

/** How far the farthest two torques are apart: N m, and percent of the smaller. Null where they cannot be compared. */
function farApart(kind: SpecLine["kind"], sources: readonly LineSource[]): { by: number; pct: number } | null {
  if (kind !== "torque") return null;
  const figures = sources.flatMap((s) => {
    const read = readSpecText(s.typed);
    const torque = read.ok ? torqueOf(read.value) : null;
    return torque ? [middle(torque)] : [];
  });
  if (figures.length < 2) return null;
  const [least, most] = [Math.min(...figures), Math.max(...figures)];
  return most - least < 1e-9 || least <= 0 ? null : { by: most - least, pct: ((most - least) / least) * 100 };
}

export function stateOf(line: Pick<LineFields, "kind" | "sources" | "decided">): LineState {
  const given = line.sources.filter((s) => s.typed.trim());
  if (!given.length) return { kind: "missing" };
  const decided = given.find((s) => s.id === line.decided);
  if (decided) return { kind: "known", source: decided, decided: given.length > 1 };
  const [first, ...rest] = given;
  if (rest.every((s) => sourcesAgree(line.kind, first, s))) {
    // Of several that agree the most trusted one speaks.
    const order = ["full", "some", "little"];
    const best = [...given].sort((a, b) => order.indexOf(a.trust) - order.indexOf(b.trust))[0];
    return { kind: "known", source: best, decided: false };
  }
  return { kind: "conflict", sources: given, apart: farApart(line.kind, given) };
}

/** Whether somebody still has to find this: an interval says all it has to in kilometres and months. */
export const isWanted = (line: Pick<LineFields, "kind" | "sources" | "decided">): boolean =>
  line.kind !== "interval" && stateOf(line).kind !== "known";

/** The value as it is written, where there is one. */
export const valueOf = (line: Pick<LineFields, "kind" | "sources" | "decided">): string | null => {
  const state = stateOf(line);
  return state.kind === "known" ? state.source.typed : null;
};

/** Where a value is from, in a line: "Skarvane sheet 8-2, edition 2016, page 15". */
export const sourceText = (s: Pick<LineSource, "how" | "title" | "edition" | "page" | "date">): string =>
  [
    s.title ||
      { document: "document", leaflet: "maker’s leaflet", measured: "measured", colleague: "a colleague" }[s.how],
    s.edition && `edition ${s.edition}`,
    s.page && `page ${s.page}`,
    s.date ?? "",
  ]
    .filter(Boolean)
    .join(", ");
