import type { Point } from "../../../core";
import { QuantityField } from "../../ui/QuantityField";

const AXES = ["zMm", "xMm"] as const;

/** Where a point stands, mm: how high and how far forward, each typed for itself. */
export function PointFields({
  at,
  up,
  reachMm,
  onMove,
}: {
  at: Point;
  /** What the height is called. */
  up: string;
  /** As far as it may be off either way, mm. */
  reachMm: number;
  onMove: (to: Point, which: "up" | "forward", typed: string) => void;
}) {
  return AXES.map((axis) => (
    <QuantityField
      key={axis}
      label={axis === "zMm" ? up : "forward"}
      kind="length"
      base={at[axis]}
      min={-reachMm}
      max={reachMm}
      onCommit={({ base, typed }) => onMove({ ...at, [axis]: base }, axis === "zMm" ? "up" : "forward", typed)}
    />
  ));
}
