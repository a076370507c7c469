import type { ClearanceAnswer, Gearbox, LeverAnswer, Obstacle, Point } from "../../../core";
import type { LeverPicture } from "./Under";
import type { BenchSetup, PointName, Surroundings } from "../../../domain";

/** What stands near the lever, which of it is chosen, and what is told when it is dragged. */
export interface NearLever {
  surroundings: Surroundings;
  clearance: ClearanceAnswer | null;
  chosen: string | null;
  /** The grip of it that is held: "from", "to", "hand". */
  grip: string | null;
  /** The band the lever sweeps is drawn. */
  sweep: boolean;
  onChoose: (name: string | null) => void;
  onGrip: (key: string) => void;
  onMove: (obstacle: Obstacle, done: boolean) => void;
  onHand: (at: Point, done: boolean) => void;
}

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
  /** A photograph of the selected lever, where there is one and it is to be seen. */
  picture: LeverPicture | null;
  near: NearLever;
}
