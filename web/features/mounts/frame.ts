import type { RoomUnit } from "../../../contract";
import { flangeOf } from "../../../domain";

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

/** A mount's box on paper: its left upper corner. */
export interface LabelPlace {
  name: string;
  x: number;
  y: number;
}

/** A box beside a mount, and the mark of the mount itself, drawing units. */
export const LABEL = { width: 138, height: 42, away: 26, mark: 15 };

/**
 * Where each mount's box stands: to its right, else to its left, else above or below the others, so that no box
 * hides another or a mount. Where there is no room at all it stays at its right.
 */
export function labelPlaces(
  mounts: readonly { name: string; x: number; y: number }[],
  width: number,
  height: number,
): LabelPlace[] {
  const placed: LabelPlace[] = [];
  const free = (at: { x: number; y: number }, name: string): boolean =>
    at.x >= 0 &&
    at.x + LABEL.width <= width &&
    at.y >= 0 &&
    at.y + LABEL.height <= height &&
    placed.every((p) => Math.abs(p.x - at.x) >= LABEL.width || Math.abs(p.y - at.y) >= LABEL.height) &&
    mounts.every(
      (m) =>
        m.name === name ||
        m.x + LABEL.mark <= at.x ||
        m.x - LABEL.mark >= at.x + LABEL.width ||
        m.y + LABEL.mark <= at.y ||
        m.y - LABEL.mark >= at.y + LABEL.height,
    );
  for (const m of mounts) {
    const sides = [m.x + LABEL.away, m.x - LABEL.away - LABEL.width];
    const rows = [0, 1, -1, 2, -2, 3, -3].map((k) => m.y - LABEL.height / 2 + k * (LABEL.height + 4));
    const wishes = rows.flatMap((y) => sides.map((x) => ({ x, y })));
    const inside = (y: number): number => Math.min(height - LABEL.height - 4, Math.max(4, y));
    const tries = wishes.map((at) => ({ x: at.x, y: inside(at.y) }));
    const fallback = { x: Math.min(sides[0], width - LABEL.width), y: tries[0].y };
    placed.push({ name: m.name, ...(tries.find((at) => free(at, m.name)) ?? fallback) });
  }
  return placed;
}
