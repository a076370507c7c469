import {
  isRefusal,
  type Notches,
  type Refusal,
  type TakenWord,
  askLever,
  askCompare,
  compareLimits,
} from "../../contract";
import {
  type CompareAnswer,
  type CompareLimits,
  type Gearbox,
  type LeverAnswer,
  type LeverGeometry,
  type Point,
} from "../../core";

/** One lever on the bench: a stored setup of a job, or one of the desk tool's own. */
export interface BenchSetup {
  id: string;
  role: "old" | "candidate";
  name: string;
  lever: LeverGeometry;
  pivot: Point;
  origin: "measured" | "calculated" | "claimed" | "specified" | "estimated" | "missing";
  taken?: Taken;
  claimedReductionPct: number | null;
  price: number | null;
  source: string;
  shown: boolean;
  notches: Notches | null;
}

/** How each point was measured. */
export type Taken = Partial<Record<"knob" | "pin" | "far", TakenWord>>;

/** Two gears of one gate, by the side of neutral their rail travels to. */
export interface GearPair {
  positive: string;
  negative: string;
}

/** A gearbox whose two taped gears travel as far as was found; every other gear keeps its own figure. */
export function withTravel(gearbox: Gearbox, pair: GearPair, travel: { positive: number; negative: number }): Gearbox {
  const tidy = (v: number): number => Math.round(v * 1e4) / 1e4;
  const found = new Map([
    [pair.positive, tidy(travel.positive)],
    [pair.negative, -tidy(travel.negative)],
  ]);
  return {
    ...gearbox,
    gears: gearbox.gears.map((g) => {
      const to = found.get(g.gear);
      return to === undefined ? g : { ...g, [g.travelDeg === undefined ? "travelMm" : "travelDeg"]: to };
    }),
  };
}

/** Limits a lever is held against until the shop says otherwise: those of the comparison itself. */
export const DEFAULT_LIMITS: CompareLimits = compareLimits.parse(undefined);

export interface BenchResult {
  levers: Map<string, LeverAnswer>;
  /** Answers per setup in order; null while there is only one. */
  compared: CompareAnswer["setups"] | null;
  /** Why a setup could not be computed, by its id. */
  refused: Map<string, Refusal["error"]>;
}

const known = new WeakMap<LeverGeometry, { gearbox: Gearbox; out: LeverAnswer | Refusal }>();

/** A lever's answer, kept for as long as the lever's record is: dragging one does not solve the others again. */
function solved(gearbox: Gearbox, lever: LeverGeometry): LeverAnswer | Refusal {
  const before = known.get(lever);
  if (before?.gearbox === gearbox) return before.out;
  const out = askLever({ gearbox, lever });
  known.set(lever, { gearbox, out });
  return out;
}

/** Solves every setup on the gearbox and compares them with the first. Well under a millisecond for a few setups. */
export function solveBench(
  gearbox: Gearbox,
  setups: readonly BenchSetup[],
  limits: CompareLimits,
  selectedId?: string,
): BenchResult {
  const levers = new Map<string, LeverAnswer>();
  const refused = new Map<string, Refusal["error"]>();
  for (const s of setups) {
    const out = solved(gearbox, s.lever);
    if (isRefusal(out)) refused.set(s.id, out.error);
    else levers.set(s.id, out);
  }
  // Only the reference and the lever in hand are compared while one is dragged.
  const wanted = (s: BenchSetup): boolean => selectedId === undefined || s === setups[0] || s.id === selectedId;
  const good = setups.filter((s) => levers.has(s.id) && wanted(s));
  let compared: BenchResult["compared"] = null;
  if (good.length > 1 && levers.has(setups[0].id)) {
    const out = askCompare({
      gearbox,
      limits,
      // Names may repeat between setups; ids do not.
      setups: good.map(({ id, lever, pivot, claimedReductionPct }) => ({
        name: id,
        lever,
        pivot,
        claimedReductionPct,
      })),
    });
    if (isRefusal(out)) refused.set(good[1].id, out.error);
    else compared = out.setups;
  }
  return { levers, compared, refused };
}

export type PointName = "knob" | "pin" | "joint" | "armPivot" | "anchor";

/** The points a lever has, from the top down. */
export function pointsOf(lever: LeverGeometry): { name: PointName; at: Point }[] {
  const { drive } = lever;
  const own: { name: PointName; at: Point }[] = [
    { name: "knob", at: lever.knob },
    { name: "pin", at: lever.pin },
  ];
  if (drive.kind === "rod") own.push({ name: "joint", at: drive.joint });
  if (drive.kind === "arm") own.push({ name: "joint", at: drive.joint }, { name: "armPivot", at: drive.armPivot });
  if (drive.kind === "cable") own.push({ name: "anchor", at: drive.anchor });
  return own;
}

/** Nearest a point may come to its neighbour, mm: closer, and there is no arm left to speak of. */
const LEAST_ARM_MM = 5;
/** A pin level with the pivot could not be pushed sideways into another gate. */
const LEAST_PIN_HEIGHT_MM = 1;
const REACH_MM: Record<PointName, number> = { knob: 1500, pin: 600, joint: 2500, armPivot: 2500, anchor: 2500 };

const PIVOT: Point = { xMm: 0, zMm: 0 };

/** What a point must keep away from: its arm's other end, and the far end of the rod it carries. */
function neighbours(lever: LeverGeometry, name: PointName): { at: Point; called: string }[] {
  const { drive } = lever;
  const far = drive.kind === "cable" ? drive.anchor : drive.kind === "direct" ? null : drive.joint;
  switch (name) {
    case "knob":
      return [{ at: PIVOT, called: "pivot" }];
    case "pin":
      return [{ at: PIVOT, called: "pivot" }, ...(far ? [{ at: far, called: "far end" }] : [])];
    case "armPivot":
      return far ? [{ at: far, called: "joint" }] : [];
    default:
      return [
        { at: lever.pin, called: "pin" },
        ...(drive.kind === "arm" ? [{ at: drive.armPivot, called: "arm pivot" }] : []),
      ];
  }
}

/** A point put where the person wants it, or held at the nearest place that makes a lever; `held` says what is accepted. */
export function withPoint(
  lever: LeverGeometry,
  name: PointName,
  wanted: Point,
): { lever: LeverGeometry; held: string | null } {
  let held: string | null = null;
  let at = wanted;
  const reach = REACH_MM[name];
  const far = Math.max(Math.abs(at.xMm), Math.abs(at.zMm));
  if (far > reach) {
    const k = reach / far;
    at = { xMm: at.xMm * k, zMm: at.zMm * k };
    held = `within ${reach} mm`;
  }
  for (const { at: other, called } of neighbours(lever, name)) {
    const gap = Math.hypot(at.xMm - other.xMm, at.zMm - other.zMm);
    if (gap >= LEAST_ARM_MM) continue;
    const [ux, uz] =
      gap > 1e-6 ? [(at.xMm - other.xMm) / gap, (at.zMm - other.zMm) / gap] : [0, name === "knob" ? 1 : -1];
    at = { xMm: other.xMm + ux * LEAST_ARM_MM, zMm: other.zMm + uz * LEAST_ARM_MM };
    held = `${LEAST_ARM_MM} mm or more from the ${called}`;
  }
  if (name === "pin" && Math.abs(at.zMm) < LEAST_PIN_HEIGHT_MM) {
    at = { ...at, zMm: at.zMm > 0 ? LEAST_PIN_HEIGHT_MM : -LEAST_PIN_HEIGHT_MM };
    held = "above or below the pivot: level with it, it has no sideways arm";
  }
  const { drive } = lever;
  if (name === "knob" || name === "pin") return { lever: { ...lever, [name]: at }, held };
  if (name === "joint" && (drive.kind === "rod" || drive.kind === "arm")) {
    return { lever: { ...lever, drive: { ...drive, joint: at } }, held };
  }
  if (name === "armPivot" && drive.kind === "arm")
    return { lever: { ...lever, drive: { ...drive, armPivot: at } }, held };
  if (name === "anchor" && drive.kind === "cable")
    return { lever: { ...lever, drive: { ...drive, anchor: at } }, held };
  return { lever, held };
}
