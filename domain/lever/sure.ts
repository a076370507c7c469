import { askUncertainty, isRefusal, type TakenWord } from "../../contract";
import type { Gearbox, LeverGeometry, UncertaintyAnswer, UnsureMeasure } from "../../core";
import type { BenchSetup } from "./bench";

/** How far off a measure may be, mm either way, by how it was taken. Common practice, no source. */
export const OFF_MM: Record<TakenWord, number> = { calliper: 0.1, tape: 1, photo: 1, leaflet: 2, byEye: 5 };

/** Rail travel of a gearbox, as a share of it, where nobody measured it and where the vehicle's own was. */
const USUAL_TRAVEL = 0.1;
const KNOWN_TRAVEL = 0.03;

/** What a point counts as where nobody said how it was taken: by where the lever's figures come from. */
export function takenAs(setup: Pick<BenchSetup, "origin" | "taken">, point: "knob" | "pin" | "far"): TakenWord {
  const said = setup.taken?.[point];
  if (said) return said;
  if (setup.origin === "claimed" || setup.origin === "specified") return "leaflet";
  return setup.origin === "measured" || setup.origin === "calculated" ? "tape" : "byEye";
}

type Point = "knob" | "pin" | "far";

function placesOf({ drive }: LeverGeometry): { point: Point; path: string; at: { xMm: number; zMm: number } | null }[] {
  const far = drive.kind === "cable" ? "drive.anchor" : drive.kind === "direct" ? null : "drive.joint";
  const end = drive.kind === "cable" ? drive.anchor : drive.kind === "direct" ? null : drive.joint;
  return [
    { point: "knob", path: "knob", at: null },
    { point: "pin", path: "pin", at: null },
    ...(far ? [{ point: "far" as const, path: far, at: end }] : []),
  ];
}

/** A measure of a budget: which lever's point it is, or what both share. */
export type SureName = { of: "old" | "candidate" | "both"; point: Point } | { of: "rail" };

const nameOf = (n: SureName): string => ("point" in n ? `${n.of} ${n.point}` : "rail");
export function sureName(name: string): SureName {
  const [of, point] = name.split(" ");
  return of === "rail" ? { of: "rail" } : ({ of, point } as SureName);
}

/**
 * Every measure of two levers with how far off it may be: each point's height and its place forward apart, what both
 * levers hang on once, the rail travel of all gears together.
 */
function measuresOf(gearbox: Gearbox, old: BenchSetup, candidate: BenchSetup, usual: boolean): UnsureMeasure[] {
  const levers = [
    ["old", old],
    ["candidate", candidate],
  ] as const;
  const same = (a: { xMm: number; zMm: number } | null): boolean =>
    a !== null && placesOf(candidate.lever).some((p) => p.at?.xMm === a.xMm && p.at.zMm === a.zMm);
  const measures: UnsureMeasure[] = [];
  for (const [of, setup] of levers) {
    for (const { point, path, at } of placesOf(setup.lever)) {
      const shared = same(at) && placesOf(old.lever).some((p) => p.at?.xMm === at?.xMm && p.at?.zMm === at?.zMm);
      if (shared && of === "candidate") continue;
      for (const axis of ["zMm", "xMm"] as const) {
        const paths = shared ? [`old.${path}.${axis}`, `candidate.${path}.${axis}`] : [`${of}.${path}.${axis}`];
        measures.push({
          name: `${nameOf({ of: shared ? "both" : of, point })} ${axis}`,
          paths,
          u: OFF_MM[takenAs(setup, point)],
          relative: false,
          distribution: "rectangular",
        });
      }
    }
  }
  const key = old.lever.drive.kind === "arm" ? "travelDeg" : "travelMm";
  const rails = gearbox.gears.flatMap((g, i) => (g[key] ? [`gearbox.gears[${i}].${key}`] : []));
  if (rails.length) {
    const u = usual ? USUAL_TRAVEL : KNOWN_TRAVEL;
    measures.push({ name: "rail", paths: rails.slice(0, 24), u, relative: true, distribution: "rectangular" });
  }
  return measures;
}

/** One line of the budget: a point with both its coordinates. */
export interface SureLine {
  name: SureName;
  sharePct: number;
  /** Reduction, percentage points either way, with this measure taken twice as well. */
  expandedIfHalved: number;
}

export interface HowSure {
  answer: UncertaintyAnswer;
  lines: SureLine[];
}

/** How sure the comparison of two levers is, and which measure makes most of the doubt; null where it cannot be said. */
export function howSure(
  gearbox: Gearbox,
  old: BenchSetup,
  candidate: BenchSetup,
  pair: { from: string; to: string },
  usualTravel: boolean,
): HowSure | null {
  const inputs = measuresOf(gearbox, old, candidate, usualTravel);
  const column = gearbox.gears.find((g) => g.gear === pair.from)?.column ?? "";
  const answer = askUncertainty({
    gearbox,
    old: old.lever,
    candidate: candidate.lever,
    inputs,
    pair: { column, from: pair.from, to: pair.to },
    ...(candidate.claimedReductionPct !== null && { claimedReductionPct: candidate.claimedReductionPct }),
  });
  if (isRefusal(answer) || !answer.reductionPct) return null;
  // The two coordinates of a point are taken with one instrument: they are one thing to measure again.
  const variance = new Map<string, number>();
  for (const b of answer.budget) {
    const name = b.name.replace(/ [xz]Mm$/, "");
    variance.set(name, (variance.get(name) ?? 0) + b.contribution ** 2);
  }
  const total = [...variance.values()].reduce((a, b) => a + b, 0);
  const lines = [...variance]
    .map(([name, v]) => ({
      name: sureName(name),
      sharePct: total === 0 ? 0 : (100 * v) / total,
      expandedIfHalved: 2 * Math.sqrt(Math.max(0, total - 0.75 * v)),
    }))
    .sort((a, b) => b.sharePct - a.sharePct);
  return { answer, lines };
}
