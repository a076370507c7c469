import type { RoomUnit } from "../../../contract";
import { flangeOf } from "./room";

/** A view of the unit on paper: world mm to drawing units, one scale both ways. */
export interface Frame {
  x(mm: number): number;
  /** The other axis: y (left is up) from above, z from the side. */
  y(mm: number): number;
  back(px: number, py: number): { a: number; b: number };
  scale: number;
}

export function frameOf(unit: RoomUnit, axis: "yMm" | "zMm", width: number, height: number): Frame {
  const flange = flangeOf(unit);
  const xs = [...unit.mounts.map((m) => m.xMm), unit.com.xMm + unit.box.xMm / 2, flange.xMm - 260];
  const half = axis === "yMm" ? unit.box.yMm / 2 : unit.box.zMm / 2;
  const bs = [
    ...unit.mounts.map((m) => m[axis]),
    unit.com[axis] + half,
    unit.com[axis] - half,
    ...(axis === "zMm" ? [unit.shifter.zMm] : []),
  ];
  const [x0, x1, b0, b1] = [Math.min(...xs), Math.max(...xs), Math.min(...bs), Math.max(...bs)];
  const scale = Math.min((width - 190) / Math.max(200, x1 - x0), (height - 80) / Math.max(200, b1 - b0));
  const [cx, cb] = [(x0 + x1) / 2, (b0 + b1) / 2];
  return {
    scale,
    x: (mm) => width / 2 + (mm - cx) * scale,
    y: (mm) => height / 2 + 8 - (mm - cb) * scale,
    back: (px, py) => ({ a: cx + (px - width / 2) / scale, b: cb - (py - height / 2 - 8) / scale }),
  };
}

/** Outline of engine and gearbox, as corners in mm: a block, a bell, a taper to the flange. */
export function outlineOf(unit: RoomUnit, axis: "yMm" | "zMm"): [number, number][] {
  const half = axis === "yMm" ? unit.box.yMm / 2 : unit.box.zMm / 2;
  const mid = unit.com[axis];
  const front = unit.com.xMm + unit.box.xMm / 2;
  const flange = flangeOf(unit);
  if (unit.crankAxis === "y") {
    const rear = unit.com.xMm - unit.box.xMm / 2;
    return [
      [front, mid - half],
      [front, mid + half],
      [rear, mid + half],
      [rear, mid - half],
    ];
  }
  const bell = Math.max(flange.xMm + 200, unit.com.xMm - unit.box.xMm * 0.25);
  const tail = axis === "yMm" ? 0 : flange.zMm;
  return [
    [front, mid - half * 0.8],
    [front, mid + half * 0.8],
    [bell + 60, mid + half],
    [bell, mid + half * 0.55],
    [flange.xMm, tail + 55],
    [flange.xMm, tail - 55],
    [bell, mid - half * 0.6],
    [bell + 60, mid - half],
  ];
}
