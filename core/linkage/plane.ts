import type { Point } from "./types";

/** Plain vector of the side plane; units are the caller's. */
export interface Vec {
  x: number;
  z: number;
}

export const vec = (p: Point): Vec => ({ x: p.xMm, z: p.zMm });
export const dot = (a: Vec, b: Vec): number => a.x * b.x + a.z * b.z;
export const cross = (a: Vec, b: Vec): number => a.x * b.z - a.z * b.x;
export const minus = (a: Vec, b: Vec): Vec => ({ x: a.x - b.x, z: a.z - b.z });
/** Lengths here are millimetres of a vehicle: squares neither overflow nor vanish, and hypot costs ten times as much. */
export const length = (a: Vec): number => Math.sqrt(a.x * a.x + a.z * a.z);
/** The vector a quarter turn counter-clockwise of a: the direction a turning point moves in. */
export const quarterTurn = (a: Vec): Vec => ({ x: -a.z, z: a.x });

/** Rotates counter-clockwise by t radians (front to the right, so it carries a point above the pivot rearward). */
export function turned(a: Vec, t: number): Vec {
  const c = Math.cos(t);
  const s = Math.sin(t);
  return { x: a.x * c - a.z * s, z: a.x * s + a.z * c };
}

/**
 * Displacement of a point turned by t radians, without the loss of digits that
 * subtracting two nearly equal positions would bring for small turns.
 */
export function displacement(a: Vec, t: number): Vec {
  const half = Math.sin(t / 2);
  const back = -2 * half * half;
  const side = Math.sin(t);
  return { x: back * a.x - side * a.z, z: back * a.z + side * a.x };
}

export const toRad = (deg: number): number => (deg * Math.PI) / 180;
export const toDeg = (rad: number): number => (rad * 180) / Math.PI;

/** Wraps an angle into (-pi, pi]. */
export function wrapped(rad: number): number {
  const turn = 2 * Math.PI;
  const r = rad - turn * Math.floor((rad + Math.PI) / turn);
  return r <= -Math.PI ? r + turn : r;
}
