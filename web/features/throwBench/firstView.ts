import type { LeverAnswer, Obstacle, Point } from "../../../core";
import { gripsOf, pointsOf, type BenchSetup, type Surroundings } from "../../../domain";
import { plus } from "./overlays";

/** Everything the first view has to show: all points of all levers, knobs at their farthest. */
export function contentOf(setups: BenchSetup[], levers: Map<string, LeverAnswer>): Point[] {
  return setups.flatMap((s) => [
    s.pivot,
    ...pointsOf(s.lever).map((p) => plus(s.pivot, p.at)),
    ...(levers.get(s.id)?.gears.flatMap((g) => (g.reached ? [plus(s.pivot, g.knob)] : [])) ?? []),
  ]);
}

/** So much of what stands near that the view is not made small by something long: the ends that are close. */
export const nearPoints = (surroundings: Surroundings): Point[] =>
  surroundings.obstacles
    .flatMap((o) => [...gripsOf(o).map((g) => g.at), ...(o.kind === "segment" ? [underPivot(o)] : [])])
    .filter((at) => Math.abs(at.xMm) < 220 && Math.abs(at.zMm) < 420);

/** Far surface of a band where it passes the pivot. */
const underPivot = ({ from, to, halfWidthMm }: Extract<Obstacle, { kind: "segment" }>): Point => {
  const span = to.xMm - from.xMm;
  const k = span === 0 ? 0 : Math.min(1, Math.max(0, -from.xMm / span));
  const zMm = from.zMm + k * (to.zMm - from.zMm);
  return { xMm: from.xMm + k * span, zMm: zMm + Math.sign(zMm) * halfWidthMm };
};
