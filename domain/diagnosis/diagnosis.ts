import type { Job, Vehicle } from "../../contract";
import {
  diagnose,
  knowledgeFor,
  oddsPaths,
  type DiagnoseAnswer,
  type Knowledge,
  type Observed,
  type VehicleKind,
} from "../../core";

export const LEAD = 0.85;
export const MIN_GAIN_BITS = 0.05;

/** A rocking arm hangs on a rod; the table knows it as such. */
export const vehicleKind = (v: Pick<Vehicle, "shifterKind" | "layout" | "automatic">): VehicleKind => ({
  shifter: v.shifterKind === "arm" ? "rod" : v.shifterKind,
  layout: v.layout,
  gearbox: v.automatic ? "automatic" : "manual",
});

/** Answers in the order they were given. */
export const observedOf = (symptoms: Job["symptoms"], knowledge: Knowledge): Observed[] => {
  const known = new Set(knowledge.observations.map((o) => o.id));
  return Object.entries(symptoms)
    .filter(([id]) => known.has(id))
    .map(([id, state]) => ({ id, present: state === "present" }));
};

export interface Diagnosis {
  knowledge: Knowledge;
  observed: Observed[];
  answer: DiagnoseAnswer;
  /** ln odds of each fault at the start and after each answer. */
  paths: Map<string, number[]>;
}

export function diagnosisOf(
  table: Knowledge,
  vehicle: Pick<Vehicle, "shifterKind" | "layout" | "automatic">,
  symptoms: Job["symptoms"],
): Diagnosis {
  const kind = vehicleKind(vehicle);
  const knowledge = knowledgeFor(table, kind);
  const observations = observedOf(symptoms, knowledge);
  const input = { observations, vehicle: kind, knowledge: table, lead: LEAD, minGainBits: MIN_GAIN_BITS };
  return { knowledge, observed: observations, answer: diagnose(input), paths: oddsPaths(input) };
}

/** Symptoms one feels at the lever; the rest come from engine, gearbox and shafts. */
export const AT_THE_LEVER = new Set([
  "playForeAft",
  "playSideways",
  "cannotTellNeutral",
  "popsOut",
  "grindsOneGear",
  "baulksAll",
  "reverseByAccident",
  "reverseWontEngage",
  "dripsShaft",
]);
