import type { ClearanceAnswer, Gearbox, LeverAnswer, Obstacle, Point } from "../../../core";
import type { LeverPicture } from "./Under";
import type { BenchSetup, PointName, Surroundings } from "../../../domain";

/** All the side view draws, and what is told when a person drags in it. */
export interface SideViewProps {
  gearbox: Gearbox;
  setups: BenchSetup[];
  levers: Map<string, LeverAnswer>;
  selected: BenchSetup;
  point: PointName | null;
  gear: string | null;
  pair: { from: string; to: string };
  /** Travel of the selector as shown now, moving while the lever is put in gear. */
  travel: number;
  onPoint: (point: PointName | null) => void;
  /** Dragging; `done` when let go. */
  onMove: (point: PointName, at: Point, done: boolean) => void;
  /** A drag that was taken away by the system. */
  onDragCancel: () => void;
  held: string | null;
  surroundings: Surroundings;
  clearance: ClearanceAnswer | null;
  obstacleChosen: string | null;
  obstacleGrip: string | null;
  sweep: boolean;
  /** A photograph of the selected lever, where there is one and it is to be seen. */
  picture: LeverPicture | null;
  onObstacleChoose: (name: string | null) => void;
  onObstacleGrip: (key: string) => void;
  onObstacleMove: (obstacle: Obstacle, done: boolean) => void;
  onHand: (at: Point, done: boolean) => void;
}
