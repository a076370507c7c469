import { isRefusal, type Surroundings, askClearance } from "../../contract";
import { type Body, type ClearanceAnswer, type Gearbox, type Obstacle, type Point } from "../../core";
import type { BenchSetup } from "./bench";

export type { Surroundings } from "../../contract";

/** How thick a usual lever is. Common practice, no source. */
export const USUAL_BODY: Surroundings["body"] = { shaftRadiusMm: 8, knobRadiusMm: 22, tailRadiusMm: 10, stubMm: 10 };

export const NO_OBSTACLES: Surroundings = { obstacles: [], body: USUAL_BODY, hand: null };

const p = (xMm: number, zMm: number): Point => ({ xMm, zMm });

/** What usually stands near a lever, placed where it usually is; to be dragged to where it really is. */
export const OBSTACLE_PRESETS: readonly { words: string; make: (name: string) => Obstacle }[] = [
  {
    words: "prop shaft, with its whirl",
    make: (name) => ({ name, kind: "segment", from: p(260, -150), to: p(-420, -166), halfWidthMm: 38 }),
  },
  { words: "crossmember tube", make: (name) => ({ name, kind: "circle", ...p(-150, -128), radiusMm: 25 }) },
  {
    words: "console, front edge",
    make: (name) => ({ name, kind: "segment", from: p(78, 90), to: p(180, 96), halfWidthMm: 2 }),
  },
  {
    words: "console, rear edge",
    make: (name) => ({ name, kind: "segment", from: p(-84, 90), to: p(-190, 88), halfWidthMm: 2 }),
  },
  {
    words: "seat edge",
    make: (name) => ({ name, kind: "segment", from: p(-190, 170), to: p(-290, 200), halfWidthMm: 26 }),
  },
  { words: "dash", make: (name) => ({ name, kind: "circle", ...p(190, 300), radiusMm: 26 }) },
  {
    words: "brake lever",
    make: (name) => ({ name, kind: "segment", from: p(-150, 96), to: p(-300, 150), halfWidthMm: 13 }),
  },
  {
    words: "something with corners",
    make: (name) => ({ name, kind: "polygon", points: [p(90, -40), p(150, -40), p(150, -100), p(90, -100)] }),
  },
];

/** A name of a preset that no obstacle has yet. */
export function freeName(words: string, obstacles: readonly Obstacle[]): string {
  const taken = new Set(obstacles.map((o) => o.name));
  const stem = words.split(",")[0];
  let name = words.startsWith("console") ? words : stem;
  for (let n = 2; taken.has(name); n++) name = `${stem} ${n}`;
  return name.slice(0, 80);
}

const shifted = (at: Point, by: Point, sign: 1 | -1): Point => p(at.xMm + sign * by.xMm, at.zMm + sign * by.zMm);

/** An obstacle moved as a whole. */
export function movedObstacle(o: Obstacle, by: Point, sign: 1 | -1 = 1): Obstacle {
  switch (o.kind) {
    case "circle":
      return { ...o, ...shifted(o, by, sign) };
    case "segment":
      return { ...o, from: shifted(o.from, by, sign), to: shifted(o.to, by, sign) };
    case "polygon":
      return { ...o, points: o.points.map((q) => shifted(q, by, sign)) };
  }
}

/** Points an obstacle is dragged by. */
export function gripsOf(o: Obstacle): { key: string; at: Point; words: string }[] {
  switch (o.kind) {
    case "circle":
      return [{ key: "centre", at: p(o.xMm, o.zMm), words: "centre" }];
    case "segment":
      return [
        { key: "from", at: o.from, words: "one end" },
        { key: "to", at: o.to, words: "other end" },
      ];
    case "polygon":
      return o.points.map((at, i) => ({ key: String(i), at, words: `corner ${i + 1}` }));
  }
}

const LIMIT_MM = 4900;
const held = (at: Point): Point => p(clampTo(at.xMm), clampTo(at.zMm));
const clampTo = (v: number): number => Math.min(LIMIT_MM, Math.max(-LIMIT_MM, Math.round(v * 1000) / 1000));

export function withGrip(o: Obstacle, key: string, at: Point): Obstacle {
  const to = held(at);
  switch (o.kind) {
    case "circle":
      return { ...o, ...to };
    case "segment":
      return key === "from" ? { ...o, from: to } : { ...o, to };
    case "polygon":
      return { ...o, points: o.points.map((q, i) => (String(i) === key ? to : q)) };
  }
}

/** The body of one lever: its tail stands out past its own pin. */
export const bodyOf = (setup: Pick<BenchSetup, "lever">, body: Surroundings["body"]): Body => ({
  shaftRadiusMm: body.shaftRadiusMm,
  knobRadiusMm: body.knobRadiusMm,
  tailRadiusMm: body.tailRadiusMm,
  tailDepthMm: Math.max(1, Math.hypot(setup.lever.pin.xMm, setup.lever.pin.zMm) + body.stubMm),
});

/** Obstacles as a lever sees them, from its own pivot. */
export const seenFrom = (pivot: Point, obstacles: readonly Obstacle[]): Obstacle[] =>
  obstacles.map((o) => movedObstacle(o, pivot, -1));

/** What a lever comes near to; null where nothing stands near or the lever cannot be computed. */
export function clearanceOf(gearbox: Gearbox, setup: BenchSetup, surroundings: Surroundings): ClearanceAnswer | null {
  if (!surroundings.obstacles.length) return null;
  const out = askClearance({
    gearbox,
    lever: setup.lever,
    body: bodyOf(setup, surroundings.body),
    obstacles: seenFrom(setup.pivot, surroundings.obstacles),
  });
  return isRefusal(out) ? null : out;
}
