import type { Notice } from "../powerunit";

export const planPlaces = ["cabin", "engineBay", "under", "bench"] as const;
export type PlanPlace = (typeof planPlaces)[number];

export interface PlanStep {
  id: string;
  name?: string;
  place: PlanPlace;
  minutes: number;
  /** People it takes. */
  hands: 1 | 2;
  /** Steps that must be over, their waits too, before it begins. */
  needs: string[];
  /** Time after it in which the vehicle is free but nothing that needs it can begin. */
  waitMin: number;
  /** How the vehicle is held. Absent: any way. */
  loadState?: string;
  tools?: string[];
  fasteners?: string[];
  cautions?: string[];
  look?: string[];
}

export interface PlanWeights {
  placeChangeMin: number;
  helperSpellMin: number;
  loadChangeMin: number;
}

export interface PlanInput {
  steps: PlanStep[];
  weights: PlanWeights;
  /** The order to compare with; absent: the order of the list. */
  given?: string[];
  /** When work begins, "2025-06-02T08:00". Absent: no dates. */
  start?: string;
  hours: { from: string; to: string };
  /** Working days, 1 is Monday. */
  days: number[];
}

/** Place changes, load changes and helper spells of an order. */
export interface OrderCounts {
  placeChanges: number;
  loadChanges: number;
  helperSpells: number;
}

export interface PlannedStep {
  id: string;
  startMin: number;
  endMin: number;
  /** When what needs it may begin. */
  readyMin: number;
  start?: string;
  end?: string;
}

/** An order with its times and counts. */
export interface TimedOrder extends OrderCounts {
  order: string[];
  schedule: PlannedStep[];
  finishMin: number;
}

export interface PlanAnswer extends OrderCounts {
  order: string[];
  costMin: number;
  workMin: number;
  finishMin: number;
  schedule: PlannedStep[];
  criticalPath: string[];
  criticalMin: number;
  given: OrderCounts & { valid: boolean; finishMin: number | null };
  /** No order costs less. */
  exact: boolean;
  /** Where it is not exact: no order can cost less than this. */
  bound: { costMin: number } | null;
  notices: Notice<"heuristic">[];
}
