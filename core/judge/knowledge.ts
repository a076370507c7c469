import data from "./knowledge.json";

/** How likely something is, in the words of the bench, or as a number. */
export const likelihoodWords = ["never", "rarely", "sometimes", "often", "nearlyAlways"] as const;
export type LikelihoodWord = (typeof likelihoodWords)[number];
export type Likelihood = LikelihoodWord | number;

/** Which vehicles something belongs to; absent: all. */
export interface Applies {
  shifter?: ShifterOfTable[];
  layout?: LayoutOfTable[];
  gearbox?: GearboxOfTable[];
}
export type GearboxOfTable = "manual" | "automatic";
export type ShifterOfTable = "direct" | "rod" | "cable";
export type LayoutOfTable = "northSouth" | "eastWest";

export interface Fault {
  id: string;
  label: string;
  /** Weight against the others, not a probability. */
  prior: number;
  /** Not this trade's work: the customer is referred on. */
  referOn?: boolean;
  applies?: Applies;
}

export interface Observable {
  id: string;
  label: string;
  kind: "symptom" | "result";
  /** How often it is seen where the fault does not cause it. */
  faultFree: Likelihood;
  /** Minutes of asking; a symptom costs half a minute unless it says otherwise. */
  minutes?: number;
  applies?: Applies;
}

export interface BenchTest {
  id: string;
  label: string;
  minutes: number;
  hands: 1 | 2;
  /** What it can show, ids of observations. */
  results: string[];
  applies?: Applies;
}

/** How a test is done, step by step, and the caution that belongs to it. */
export interface HowTo {
  steps: string[];
  caution?: string;
}

export interface Knowledge {
  about?: string;
  words: Record<LikelihoodWord, number>;
  faults: Fault[];
  observations: Observable[];
  tests: BenchTest[];
  /** Likelihood of an observation given a fault; an unlisted pair takes the observation's own rate. */
  table: Record<string, Record<string, Likelihood>>;
  /** Why a fault shows so, for people. */
  reasons?: Record<string, Record<string, string>>;
  /** The shop's own way of doing a test, by the test's id; for people. */
  howTos?: Record<string, HowTo>;
  /** Pairs that come together more often (factor over 1) or less than two faults by chance. */
  together?: { faults: string[]; factor: number }[];
  /** How often nothing is wrong, against all faults of the vehicle together; a table without it says never. */
  nothing?: number;
}

/** The table the program comes with: engineering judgement, the shop's to change. */
export const defaultKnowledge = data as unknown as Knowledge;

const applies = (item: { applies?: Applies }, vehicle: VehicleKind | undefined): boolean =>
  !vehicle ||
  ((item.applies?.shifter?.includes(vehicle.shifter) ?? true) &&
    (!vehicle.layout || (item.applies?.layout?.includes(vehicle.layout) ?? true)) &&
    (!vehicle.gearbox || (item.applies?.gearbox?.includes(vehicle.gearbox) ?? true)));

export interface VehicleKind {
  shifter: ShifterOfTable;
  /** Not said, like the gearbox: rows of either kind stay. */
  layout?: LayoutOfTable;
  gearbox?: GearboxOfTable;
}

/** The part of a table that concerns one kind of vehicle. */
export function knowledgeFor(knowledge: Knowledge, vehicle: VehicleKind | undefined): Knowledge {
  const observations = knowledge.observations.filter((o) => applies(o, vehicle));
  const known = new Set(observations.map((o) => o.id));
  return {
    ...knowledge,
    faults: knowledge.faults.filter((f) => applies(f, vehicle)),
    observations,
    tests: knowledge.tests
      .filter((t) => applies(t, vehicle))
      .map((t) => ({ ...t, results: t.results.filter((r) => known.has(r)) }))
      .filter((t) => t.results.length > 0),
  };
}

/** P(observation | fault): from the table, else the observation's own rate. */
export function likelihood(knowledge: Knowledge, faultId: string, observation: Observable): number {
  return asNumber(knowledge, knowledge.table[faultId]?.[observation.id] ?? observation.faultFree);
}

/** P(observation | nothing causes it). */
export const freeRate = (knowledge: Knowledge, { faultFree }: Observable): number => asNumber(knowledge, faultFree);

const asNumber = ({ words }: Knowledge, stated: Likelihood): number =>
  typeof stated === "number" ? stated : words[stated];
