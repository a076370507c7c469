import { useId } from "react";
import {
  nearestPoints,
  piecesOf,
  solidOf,
  toDeg,
  toRad,
  turned,
  type ClearanceAnswer,
  type Obstacle,
  type Piece,
  type Point,
  poseAtAngle,
} from "../../../core";
import {
  type BenchSetup,
  bodyOf,
  gripsOf,
  movedObstacle,
  seenFrom,
  withGrip,
  type Surroundings,
} from "../../../domain";
import { useGrip, type PointerAt } from "../../ui/useGrip";
import { obstacleLabels } from "./obstacleLabels";
import { plus, type Units } from "./overlays";
import { Handle } from "./handles";
import { LeverShape } from "./shapes";
import type { Projection } from "./viewport";
import css from "./throwBench.module.css";

/** Outline of an obstacle on the sheet. */
function outlineOf(pr: Projection, o: Obstacle): React.ReactElement<React.SVGProps<SVGElement>> {
  switch (o.kind) {
    case "circle":
      return <circle cx={pr.x(o.xMm)} cy={pr.y(o.zMm)} r={Math.max(2, o.radiusMm * pr.scale)} />;
    case "segment": {
      const [x1, y1, x2, y2] = [pr.x(o.from.xMm), pr.y(o.from.zMm), pr.x(o.to.xMm), pr.y(o.to.zMm)];
      const long = Math.hypot(x2 - x1, y2 - y1);
      const deg = toDeg(Math.atan2(y2 - y1, x2 - x1));
      const w = Math.max(1, o.halfWidthMm * pr.scale);
      // A slot with round ends, as its gap is measured.
      return (
        <rect
          x={-w}
          y={-w}
          width={long + 2 * w}
          height={2 * w}
          rx={w}
          transform={`translate(${x1} ${y1}) rotate(${deg})`}
        />
      );
    }
    case "polygon":
      return <polygon points={o.points.map((q) => pr.p(q)).join(" ")} />;
  }
}

interface ObstacleProps {
  pr: Projection;
  surroundings: Surroundings;
  chosen: string | null;
  onChoose: (name: string | null) => void;
  /** A dragged obstacle; `done` when let go. */
  onMove: (obstacle: Obstacle, done: boolean) => void;
  onCancel: () => void;
  toLocal: (e: PointerAt) => [number, number];
}

/** What stands near the lever: drawn as surroundings, dragged by its body or its squares. */
export function Obstacles({ pr, surroundings, chosen, onChoose, onMove, onCancel, toLocal }: ObstacleProps) {
  const bind = useGrip<Obstacle, { obstacle: Obstacle; from: Point }>({
    onTake: (at, obstacle) => {
      onChoose(obstacle.name);
      return { obstacle, from: pr.back(...toLocal(at)) };
    },
    onMove: ({ obstacle, from }, at, { done }) => {
      const now = pr.back(...toLocal(at));
      const by = { xMm: Math.round(now.xMm - from.xMm), zMm: Math.round(now.zMm - from.zMm) };
      // Back where it was: nothing to remember.
      if (done && !by.xMm && !by.zMm) onCancel();
      else onMove(movedObstacle(obstacle, by), done);
    },
    onCancel,
  });
  return (
    <g className="obstacles">
      {surroundings.obstacles.map((o) => (
        <g key={o.name} className={o.name === chosen ? `${css.obs} cur` : css.obs} data-point={o.name} {...bind(o)}>
          {outlineOf(pr, o)}
        </g>
      ))}
      {obstacleLabels(pr, surroundings.obstacles).map((l) => (
        <text key={l.name} className={css.nm} x={l.x} y={l.y} textAnchor={l.anchor} pointerEvents="none">
          {l.name}
        </text>
      ))}
    </g>
  );
}

/** Squares of the chosen obstacle, over everything else. */
export function ObstacleGrips({
  pr,
  obstacle,
  onMove,
  onCancel,
  toLocal,
  grip,
  onGrip,
}: Pick<ObstacleProps, "pr" | "onMove" | "onCancel" | "toLocal"> & {
  obstacle: Obstacle;
  grip: string | null;
  onGrip: (key: string) => void;
}) {
  return gripsOf(obstacle).map(({ key, at, words }) => (
    <Handle
      key={key}
      id={`${obstacle.name} ${key}`}
      label={`${obstacle.name}, ${words}`}
      at={at}
      pr={pr}
      on={key === grip}
      onSelect={() => onGrip(key)}
      onDrag={(x, y, fine, done) => {
        const to = pr.back(x, y);
        const step = fine ? 0.1 : 1;
        const snap = (v: number): number => Math.round(v / step) * step;
        onMove(withGrip(obstacle, key, { xMm: snap(to.xMm), zMm: snap(to.zMm) }), done);
      }}
      onCancel={onCancel}
      toLocal={toLocal}
    />
  ));
}

/** Band swept by knob and tail from the one end of the lever's way to the other. */
export function SweepBand({
  pr,
  setup,
  surroundings,
  fromDeg,
  toDeg: to,
}: {
  pr: Projection;
  setup: BenchSetup;
  surroundings: Surroundings;
  fromDeg: number;
  toDeg: number;
}) {
  const pieces = piecesOf(setup.lever, bodyOf(setup, surroundings.body)).filter((q) => q.part !== "shaft");
  const sector = (piece: Piece): string => {
    const outer = piece.reach + piece.radius;
    const own = Math.atan2(piece.tip.z, piece.tip.x);
    const half = Math.asin(Math.min(1, piece.radius / piece.reach));
    const at = (t: number): string =>
      pr.p(plus(setup.pivot, { xMm: outer * Math.cos(own + t), zMm: outer * Math.sin(own + t) }));
    const [a, b] = [toRad(fromDeg) - half, toRad(to) + half];
    const arc = Array.from({ length: 33 }, (_, i) => at(a + ((b - a) * i) / 32)).join("L");
    return `M${pr.p(setup.pivot)}L${arc}Z`;
  };
  return <path className={css.sweep} d={pieces.map(sector).join("")} />;
}

/** The least gap where it happens: the lever there, drawn faintly, and the distance between the two surfaces. */
export function LeastGap({
  pr,
  setup,
  surroundings,
  clearance,
  units,
}: {
  pr: Projection;
  setup: BenchSetup;
  surroundings: Surroundings;
  clearance: ClearanceAnswer;
  units: Units;
}) {
  const clip = useId();
  const { least } = clearance;
  const index = surroundings.obstacles.findIndex((o) => o.name === least.obstacle);
  const obstacle = surroundings.obstacles[index];
  if (!obstacle) return null;
  const [own] = seenFrom(setup.pivot, [obstacle]);
  const piece = piecesOf(setup.lever, bodyOf(setup, surroundings.body)).find((q) => q.part === least.part);
  if (!piece) return null;
  const angle = toRad(least.leverDeg);
  const pose = poseAtAngle(setup.lever, angle);
  const tip = turned(piece.tip, angle);
  const world = (v: { x: number; z: number }): Point => plus(setup.pivot, { xMm: v.x, zMm: v.z });
  const r = piece.radius * pr.scale;
  const [x0, y0] = piece.disc ? [0, 0] : [pr.x(setup.pivot.xMm), pr.y(setup.pivot.zMm)];
  const [x1, y1] = [pr.x(world(tip).xMm), pr.y(world(tip).zMm)];
  const points = nearestPoints(piece, angle, solidOf(own));
  return (
    <g className={least.touches ? "gap touch" : "gap"}>
      <LeverShape pr={pr} lever={setup.lever} pivot={setup.pivot} pose={pose} stroke="ghost" />
      {least.touches && (
        <>
          <clipPath id={clip}>
            <circle cx={x1} cy={y1} r={r} />
            {!piece.disc && (
              <rect
                x={0}
                y={-r}
                width={Math.hypot(x1 - x0, y1 - y0)}
                height={2 * r}
                transform={`translate(${x0} ${y0}) rotate(${toDeg(Math.atan2(y1 - y0, x1 - x0))})`}
              />
            )}
          </clipPath>
          <g clipPath={`url(#${clip})`} className={css.contact}>
            {outlineOf(pr, obstacle)}
          </g>
        </>
      )}
      {points && (
        <GapDimension
          pr={pr}
          from={world(points.lever)}
          to={world(points.solid)}
          text={units.bare(least.gapMm, "length")}
          touches={least.touches}
        />
      )}
    </g>
  );
}

/** A gap is small: its heads stand outside and the figure goes on a leg. */
function GapDimension({
  pr,
  from,
  to,
  text,
  touches,
}: {
  pr: Projection;
  from: Point;
  to: Point;
  text: string;
  touches: boolean;
}) {
  const [x1, y1, x2, y2] = [pr.x(from.xMm), pr.y(from.zMm), pr.x(to.xMm), pr.y(to.zMm)];
  const long = Math.hypot(x2 - x1, y2 - y1);
  const [ux, uy] = long > 0.5 ? [(x2 - x1) / long, (y2 - y1) / long] : [0, 1];
  const head = (x: number, y: number, s: number): string =>
    `M${x} ${y}L${x + s * (8 * ux - 2.6 * uy)} ${y + s * (8 * uy + 2.6 * ux)}L${x + s * (8 * ux + 2.6 * uy)} ${y + s * (8 * uy - 2.6 * ux)}Z`;
  const leg = 24;
  const half = text.length * 4.4 + 5;
  // The leg runs to the side where the rod is not.
  const [lx, ly] = [x1 - ux * leg, y1 - uy * leg];
  const tx = lx - half - 8;
  return (
    <g className={touches ? `${css.dim} ${css.brick}` : `${css.dim} ink`}>
      <path className="line" d={`M${x2 + ux * 18} ${y2 + uy * 18}L${lx} ${ly}L${lx - 8} ${ly}`} />
      <path className={css.arr} d={head(x1, y1, -1) + head(x2, y2, 1)} />
      <rect x={tx - half} y={ly - 9} width={half * 2} height={18} className={css.ground} />
      <text x={tx} y={ly + 5} textAnchor="middle" className={css.dt}>
        {text}
      </text>
    </g>
  );
}

/** Where the driver's hand rests. */
export function HandMark({ pr, hand }: { pr: Projection; hand: Point }) {
  const [x, y] = [pr.x(hand.xMm), pr.y(hand.zMm)];
  return (
    <g className="hand" aria-hidden="true">
      <circle cx={x} cy={y} r={26 * pr.scale} />
      <path d={`M${x - 12} ${y}h24M${x} ${y - 12}v24`} />
      <text className={css.nm} x={x} y={y - 26 * pr.scale - 6} textAnchor="middle">
        hand
      </text>
    </g>
  );
}
