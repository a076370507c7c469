import type { SpecLine } from "../../contract";
import { writeTable } from "../../core";
import { sourceText, stateOf, type LineFields } from "./value";

const source = (l: LineFields): string => {
  const state = stateOf(l);
  if (state.kind === "missing") return "";
  return state.kind === "known" ? sourceText(state.source) : state.sources.map(sourceText).join(" | ");
};

const value = (l: LineFields): string => {
  const state = stateOf(l);
  if (state.kind === "missing") return "";
  return state.kind === "known" ? state.source.typed : state.sources.map((s) => s.typed).join(" | ");
};

type Column = readonly [head: string, of: (l: SpecLine) => string | number | null];

const tableOf =
  (kind: SpecLine["kind"], columns: readonly Column[]) =>
  (lines: readonly SpecLine[]): string =>
    writeTable(
      columns.map(([head]) => head),
      lines.filter((l) => l.kind === kind).map((l) => columns.map(([, of]) => of(l))),
    );

/** The torque values of a sheet as CSV; conflicting ones side by side. */
export const torqueTable = tableOf("torque", [
  ["where", (l) => l.name],
  ["place", (l) => l.place],
  ["count", (l) => l.torque?.count ?? null],
  ["thread", (l) => l.torque?.thread ?? ""],
  ["grade", (l) => l.torque?.grade ?? ""],
  ["length mm", (l) => l.torque?.lengthMm ?? null],
  ["specification", value],
  ["load state", (l) => (l.torque?.loadNeeded === "rideHeight" ? "at ride height" : "any")],
  ["fasteners", (l) => ({ ask: "not known", reuse: "used again", replace: "single use" })[l.torque?.reuse ?? "ask"]],
  ["thread locker", (l) => l.torque?.threadLocker ?? ""],
  ["source", source],
  ["built from", (l) => l.builtFrom],
  ["built to", (l) => l.builtTo],
  ["option", (l) => l.option],
  ["note", (l) => l.note],
]);

/** The parts of a sheet as CSV. */
export const partsTable = tableOf("part", [
  ["part", (l) => l.name],
  ["number", value],
  ["maker", (l) => l.part?.maker ?? ""],
  ["quantity", (l) => l.part?.quantity ?? 1],
  ["price", (l) => l.part?.price ?? null],
  ["feature", (l) => l.feature],
  ["built from", (l) => l.builtFrom],
  ["built to", (l) => l.builtTo],
  ["chassis from", (l) => l.chassisFrom],
  ["chassis to", (l) => l.chassisTo],
  ["option", (l) => l.option],
  ["superseded by", (l) => l.part?.supersededBy ?? ""],
  ["source", source],
  ["note", (l) => l.note],
]);
