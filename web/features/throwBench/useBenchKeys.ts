import { useMemo } from "react";
import type { Gearbox, Obstacle, Point } from "../../../core";
import { useKeys } from "../../data/useKeys";
import {
  pointsOf,
  type BenchSetup,
  type PointName,
  gripsOf,
  movedObstacle,
  withGrip,
  type Surroundings,
} from "../../../domain";

interface BenchKeys {
  gearbox: Gearbox;
  surroundings: Surroundings;
  obstacleChosen: string | null;
  obstacleGrip: string | null;
  point: PointName | null;
  lever: BenchSetup["lever"];
  move: (name: PointName, at: Point, done: boolean) => void;
  moveHand: (hand: Point, done: boolean) => void;
  moveObstacle: (obstacle: Obstacle, done: boolean) => void;
  putInGear: (to: string | null) => void;
}

/** A tenth of a step and no rounding rubbish. */
const round = (v: number): number => Math.round(v * 1000) / 1000;

/** Keys of the bench: a gear's first character puts the lever in it, arrows nudge what is chosen by 1 mm or 0.1 mm. */
export function useBenchKeys(bench: BenchKeys): void {
  const { gearbox, surroundings, obstacleChosen, obstacleGrip, point, lever, move, moveHand, moveObstacle, putInGear } =
    bench;
  const keys = useMemo(() => {
    const named = Object.fromEntries(
      gearbox.gears.slice(0, 12).map((g) => [g.gear.toLowerCase().slice(0, 1), () => putInGear(g.gear)]),
    );
    const nudge = (dx: number, dz: number, step: number) => (): void => {
      const shifted = (at: Point): Point => ({ xMm: round(at.xMm + dx * step), zMm: round(at.zMm + dz * step) });
      if (obstacleGrip === "hand" && surroundings.hand) return moveHand(shifted(surroundings.hand), true);
      const obstacle = surroundings.obstacles.find((o) => o.name === obstacleChosen);
      if (obstacle) {
        const grip = gripsOf(obstacle).find((g) => g.key === obstacleGrip);
        const by = { xMm: dx * step, zMm: dz * step };
        return moveObstacle(grip ? withGrip(obstacle, grip.key, shifted(grip.at)) : movedObstacle(obstacle, by), true);
      }
      const own = pointsOf(lever).find((p) => p.name === point);
      if (own) move(own.name, { xMm: round(own.at.xMm + dx * step), zMm: round(own.at.zMm + dz * step) }, true);
    };
    return {
      ...named,
      "0": () => putInGear(null),
      ArrowUp: nudge(0, 1, 1),
      ArrowDown: nudge(0, -1, 1),
      ArrowLeft: nudge(-1, 0, 1),
      ArrowRight: nudge(1, 0, 1),
      "Shift+ArrowUp": nudge(0, 1, 0.1),
      "Shift+ArrowDown": nudge(0, -1, 0.1),
      "Shift+ArrowLeft": nudge(-1, 0, 0.1),
      "Shift+ArrowRight": nudge(1, 0, 0.1),
    };
  }, [gearbox, move, moveHand, moveObstacle, surroundings, obstacleChosen, obstacleGrip, point, putInGear, lever]);
  useKeys(keys);
}
