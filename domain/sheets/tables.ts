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

/** The torque values of a sheet as CSV; conflicting ones side by side. */
export const torqueTable = (lines: readonly SpecLine[]): string =>
  writeTable(
    [
      "where",
      "place",
      "count",
      "thread",
      "grade",
      "length mm",
      "specification",
      "load state",
      "fasteners",
      "thread locker",
      "source",
      "built from",
      "built to",
      "option",
      "note",
    ],
    lines
      .filter((l) => l.kind === "torque")
      .map((l) => [
        l.name,
        l.place,
        l.torque?.count ?? null,
        l.torque?.thread ?? "",
        l.torque?.grade ?? "",
        l.torque?.lengthMm ?? null,
        value(l),
        l.torque?.loadNeeded === "rideHeight" ? "at ride height" : "any",
        { ask: "not known", reuse: "used again", replace: "single use" }[l.torque?.reuse ?? "ask"],
        l.torque?.threadLocker ?? "",
        source(l),
        l.builtFrom,
        l.builtTo,
        l.option,
        l.note,
      ]),
  );

/** The parts of a sheet as CSV. */
export const partsTable = (lines: readonly SpecLine[]): string =>
  writeTable(
    [
      "part",
      "number",
      "maker",
      "quantity",
      "price",
      "feature",
      "built from",
      "built to",
      "chassis from",
      "chassis to",
      "option",
      "superseded by",
      "source",
      "note",
    ],
    lines
      .filter((l) => l.kind === "part")
      .map((l) => [
        l.name,
        value(l),
        l.part?.maker ?? "",
        l.part?.quantity ?? 1,
        l.part?.price ?? null,
        l.feature,
        l.builtFrom,
        l.builtTo,
        l.chassisFrom,
        l.chassisTo,
        l.option,
        l.part?.supersededBy ?? "",
        source(l),
        l.note,
      ]),
  );
