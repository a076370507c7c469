import type { Job, Vehicle } from "../../contract";
import {
  diagnose,
  knowledgeFor,
  oddsPaths,
  type DiagnoseAnswer,
  type DiagnoseInput,
  type Knowledge,
  type Observed,
  type VehicleKind,
} from "../../core";

export const LEAD = 0.85;
export const MIN_GAIN_BITS = 0.05;
/** A second fault beside the first comes in about one job of seven. Common practice, no source. */
const SECOND_FAULT = 0.15;
/** Hypotheses under this are not worth a line. */
const WORTH_SAYING = 0.02;

const ASKED = { lead: LEAD, minGainBits: MIN_GAIN_BITS, maxFaults: 2, secondFault: SECOND_FAULT } as const;

/** Weight of nothing being wrong, beside the faults of a vehicle. */
const nothingOf = (table: Knowledge, ofVehicle: Knowledge): number =>
  (table.nothing ?? 0) * ofVehicle.faults.reduce((sum, f) => sum + f.prior, 0);

/** What a question to the model leaves unsaid, as the screen asks it of a shop's table. */
export function asOfShop(
  table: Knowledge,
  asked: { vehicle?: VehicleKind },
): Omit<DiagnoseInput, "observations" | "vehicle"> {
  const knowledge = { ...table };
  // Ways of doing the tests are for people.
  delete knowledge.howTos;
  return { knowledge, nothing: nothingOf(table, knowledgeFor(table, asked.vehicle)), ...ASKED };
}

/** What the table asks of a vehicle; what nobody has said of it is left out. */
type OfVehicle = Pick<Vehicle, "shifterKind" | "layout" | "automatic"> & Partial<Pick<Vehicle, "unsaid">>;

/** A rocking arm hangs on a rod; the table knows it as such. */
export const vehicleKind = (v: OfVehicle): VehicleKind => ({
  shifter: v.shifterKind === "arm" ? "rod" : v.shifterKind,
  ...(!v.unsaid?.includes("layout") && { layout: v.layout }),
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

export function diagnosisOf(table: Knowledge, vehicle: OfVehicle, symptoms: Job["symptoms"]): Diagnosis {
  const kind = vehicleKind(vehicle);
  const knowledge = knowledgeFor(table, kind);
  const observations = observedOf(symptoms, knowledge);
  const input = { observations, vehicle: kind, knowledge: table, nothing: nothingOf(table, knowledge), ...ASKED };
  return { knowledge, observed: observations, answer: diagnose(input), paths: oddsPaths(input) };
}

/**
 * What of the complaint a repair left, weighed again: what was repaired is hardly to blame a second time, two faults
 * may be left, and nothing may be.
 */
export function leftAfter(
  table: Knowledge,
  vehicle: OfVehicle,
  after: Job["symptoms"],
  repaired: string[],
): DiagnoseAnswer | null {
  const kind = vehicleKind(vehicle);
  const knowledge = knowledgeFor(table, kind);
  const observations = observedOf(after, knowledge);
  if (!observations.some((o) => o.present)) return null;
  const nothing = nothingOf(table, knowledge);
  return diagnose({ observations, vehicle: kind, knowledge: table, repaired, nothing, ...ASKED });
}

/** A fault leads when it is so much likelier than the next, and likely at all. Common practice, no source. */
const AHEAD = 1.25;
const LIKELY = 0.15;

/**
 * Whether one fault stands out: something that it shows is there, and it is ahead of the next. Answers of "no" alone
 * only leave one as what is left of a table that begins with a fault for certain.
 */
export function standsOut({ answer, observed }: Pick<Diagnosis, "answer" | "observed">): boolean {
  const [first, second] = answer.posterior;
  if (!first || !observed.some((o) => o.present)) return false;
  return first.p >= LIKELY && first.p >= AHEAD * (second?.p ?? 0);
}

/** The hypotheses worth saying, as names of faults; an empty list of names: nothing is wrong. */
export function likely({ hypotheses, posterior }: DiagnoseAnswer, most = 4): { names: string[]; p: number }[] {
  const label = new Map(posterior.map((s) => [s.fault, s.label]));
  return hypotheses
    .slice(0, most)
    .filter((h) => h.p >= WORTH_SAYING)
    .map(({ faults, p }) => ({ names: faults.map((f) => label.get(f) ?? f), p }));
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
