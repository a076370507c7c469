import { Latest } from "../../ui/latest";
import type { SideViewProps } from "./sideViewProps";
import { useLayoutEffect, useRef, useState } from "react";
import {
  type Gearbox,
  type LeverAnswer,
  type LeverGeometry,
  type Point,
  toRad,
  gearTravel,
  isArm,
  poseAt,
  type Pose,
} from "../../../core";
import { useUnits } from "../../format/units";
import { gearShort } from "../../format/words";
import { pointsOf, type BenchSetup, type PointName } from "../../../domain";
import { PanZoom, type PanZoomState } from "./PanZoom";
import { Callout, Handle } from "./handles";
import { HandMark, LeastGap, ObstacleGrips, Obstacles, SweepBand } from "./ObstacleShapes";
import { DoubtBands, PictureBelow } from "./Under";
import { contentOf, nearPoints } from "./firstView";
import { Dimensions, plus, Quadrant, type Units } from "./overlays";
import { LeverShape, MissingGap, RulerPointers, Rulers, ScaleBar } from "./shapes";
import { fitted, projection, zoomed, type Projection, type Size, type View } from "./viewport";
import { Press } from "../../ui/Press";
import css from "./throwBench.module.css";

export const POINT_NAMES: Record<PointName, string> = {
  knob: "Knob",
  pin: "Pin",
  joint: "Joint",
  armPivot: "Arm pivot",
  anchor: "Cable anchor",
};

/** Places a dragged point settles on, mm; Shift while dragging refines. */
const SNAP = { coarse: 0.5, fine: 0.1 };

function useSize(): [React.RefObject<HTMLDivElement | null>, Size] {
  const ref = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState<Size>({ width: 664, height: 492 });
  useLayoutEffect(() => {
    const el = ref.current;
    if (!el) return;
    const observer = new ResizeObserver(() => setSize({ width: el.clientWidth, height: el.clientHeight }));
    observer.observe(el);
    return () => observer.disconnect();
  }, []);
  return [ref, size];
}

/** The side drawing at scale: it is the form. Points are dragged or typed, the lever is put in gear. */
export function SideView(props: SideViewProps) {
  const { gearbox, setups, levers, selected, point, near } = props;
  const units = useUnits();
  const [box, size] = useSize();
  const [view, setView] = useState<View | null>(null);
  const shown = setups.filter((s) => s.shown || s.id === selected.id);
  const key = `${selected.id}|${size.width}x${size.height}|${shown.map((s) => s.id).join()}`;
  const fit = (): View => fitted([...contentOf(shown, levers), ...nearPoints(near.surroundings)], size);
  // Made anew for another lever or another size, not at every step of a drag.
  const [first, setFirst] = useState(() => ({ key, view: fit() }));
  if (first.key !== key) setFirst({ key, view: fit() });
  const now = view ?? first.view;
  const pr = projection(now, size);

  const local = (event: { clientX: number; clientY: number }): [number, number] => {
    const r = box.current?.getBoundingClientRect();
    return [event.clientX - (r?.left ?? 0), event.clientY - (r?.top ?? 0)];
  };
  const zoom = (factor: number, px = size.width / 2, py = size.height / 2): void =>
    setView(zoomed(now, size, factor, px, py));

  const [latest] = useState(() => new Latest<PanZoomState | null>(null));
  const gestures: PanZoomState = { view: now, setView, zoom, toLocal: local };
  useLayoutEffect(() => latest.set(gestures));

  const own = levers.get(selected.id);
  const old = setups[0];
  const poses = new Map<string, Pose>(shown.map((s) => [s.id, poseAt(s.lever, travelFor(s.lever, props))]));
  const pose = poses.get(selected.id) as Pose;
  const selectedAt = point ? movedPoint(selected, point, pose) : null;
  const chosenObstacle = near.surroundings.obstacles.find((o) => o.name === near.chosen);
  const order = [...shown].sort((a, b) => rank(a, selected, old) - rank(b, selected, old));

  return (
    <div
      className={css.sheet}
      ref={box}
      onDoubleClick={(e) => {
        if (!(e.target as Element).closest("[data-point]")) setView(null);
      }}
    >
      <PanZoom target={box} latest={latest} />
      <svg
        className={css.draw}
        width={size.width}
        height={size.height}
        role="group"
        aria-label={`Side view, ${selected.name} in ${props.gear ? gearShort(props.gear) : "neutral"}`}
      >
        <defs>
          <pattern id="hatch" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="5" height="5" fill="var(--panel)" />
            <path d="M0 0V5" stroke="var(--brick)" strokeWidth="2.6" />
          </pattern>
        </defs>
        <GearboxFace pr={pr} setup={selected} gearbox={gearbox} />
        {props.picture && (
          <PictureBelow picture={props.picture} pr={pr} pivot={selected.pivot} angleRad={pose.angleRad} />
        )}
        {near.sweep && near.clearance && (
          <SweepBand
            pr={pr}
            setup={selected}
            surroundings={near.surroundings}
            fromDeg={near.clearance.fromDeg}
            toDeg={near.clearance.toDeg}
          />
        )}
        <Obstacles
          pr={pr}
          surroundings={near.surroundings}
          chosen={near.chosen}
          onChoose={near.onChoose}
          onMove={near.onMove}
          onCancel={props.onDragCancel}
          toLocal={local}
        />
        {near.surroundings.hand && <HandMark pr={pr} hand={near.surroundings.hand} />}
        {ghostTravels(gearbox, own, props.gear).map((gear) => (
          <LeverShape
            key={gear.gear}
            pr={pr}
            lever={selected.lever}
            pivot={selected.pivot}
            pose={poseAt(selected.lever, gearTravel(selected.lever, gear))}
            stroke="ghost"
          />
        ))}
        {order.map((s) => (
          <LeverShape
            key={s.id}
            pr={pr}
            lever={s.lever}
            pivot={s.pivot}
            pose={poses.get(s.id) as Pose}
            stroke={s.id === selected.id ? (s === old ? "old" : "cand") : s === old ? "old" : "other"}
            filled={s.id === selected.id && !props.picture}
          />
        ))}
        {shown.includes(old) && old.id !== selected.id && (
          <LeverShape pr={pr} lever={old.lever} pivot={old.pivot} pose={poses.get(old.id) as Pose} stroke="old" />
        )}
        {[...new Set([old, selected])]
          .filter((s) => shown.includes(s))
          .map((s) => (
            <DoubtBands
              key={s.id}
              setup={s}
              pr={pr}
              at={(name) => movedPoint(s, name, poses.get(s.id) as Pose)}
              tone={s === old ? "old" : "cand"}
            />
          ))}
        {shown.map((s) => {
          const p = poses.get(s.id) as Pose;
          const missing = p.shortBy?.missingMm;
          const label = missing == null ? "dead centre" : `${units.show(missing, "length")} missing`;
          return <MissingGap key={s.id} pr={pr} pivot={s.pivot} pose={p} label={label} />;
        })}
        {own && <Quadrant pr={pr} setup={selected} lever={own} pose={pose} />}
        {near.clearance && (
          <LeastGap
            pr={pr}
            setup={selected}
            surroundings={near.surroundings}
            clearance={near.clearance}
            units={units}
          />
        )}
        <Dimensions {...props} pr={pr} units={units} />
        <Furniture view={now} pr={pr} size={size} units={units} gear={props.gear} at={selectedAt} />
        {pointsOf(selected.lever).map(({ name }) => (
          <Handle
            key={name}
            id={name}
            label={POINT_NAMES[name]}
            at={movedPoint(selected, name, pose)}
            pr={pr}
            on={name === point}
            onSelect={() => props.onPoint(name)}
            onDrag={(px, py, fine, done) => {
              const world = pr.back(px, py);
              const step = fine ? SNAP.fine : SNAP.coarse;
              const snap = (v: number): number => Math.round(v / step) * step;
              const wanted = unposed(
                name,
                { xMm: world.xMm - selected.pivot.xMm, zMm: world.zMm - selected.pivot.zMm },
                pose,
              );
              props.onMove(name, { xMm: tidy(snap(wanted.xMm)), zMm: tidy(snap(wanted.zMm)) }, done);
            }}
            onCancel={props.onDragCancel}
            toLocal={local}
          />
        ))}
        {chosenObstacle && (
          <ObstacleGrips
            pr={pr}
            obstacle={chosenObstacle}
            grip={near.grip}
            onGrip={near.onGrip}
            onMove={near.onMove}
            onCancel={props.onDragCancel}
            toLocal={local}
          />
        )}
        {near.surroundings.hand && (
          <Handle
            id="hand"
            label="Driver’s hand"
            at={near.surroundings.hand}
            pr={pr}
            on={near.grip === "hand"}
            onSelect={() => near.onGrip("hand")}
            onDrag={(px, py, _fine, done) => {
              const world = pr.back(px, py);
              near.onHand({ xMm: Math.round(world.xMm), zMm: Math.round(world.zMm) }, done);
            }}
            onCancel={props.onDragCancel}
            toLocal={local}
          />
        )}
        {selectedAt && point && (
          <Callout
            pr={pr}
            size={size}
            at={selectedAt}
            name={POINT_NAMES[point]}
            own={pointsOf(selected.lever).find((p) => p.name === point)?.at ?? { xMm: 0, zMm: 0 }}
            units={units}
            held={props.held}
          />
        )}
      </svg>
      <div className={css.zoomkeys}>
        <Press aria-label="Nearer" onClick={() => zoom(1.25)}>
          <svg width="14" height="14" viewBox="0 0 14 14" stroke="currentColor" strokeWidth="1.6">
            <path d="M2 7h10M7 2v10" />
          </svg>
        </Press>
        <Press aria-label="Farther" onClick={() => zoom(0.8)}>
          <svg width="14" height="14" viewBox="0 0 14 14" stroke="currentColor" strokeWidth="1.6">
            <path d="M2 7h10" />
          </svg>
        </Press>
        <Press onClick={() => setView(null)} disabled={!view}>
          Show all
        </Press>
      </div>
    </div>
  );
}

const tidy = (v: number): number => Math.round(v * 1000) / 1000;

const rank = (s: BenchSetup, selected: BenchSetup, old: BenchSetup): number =>
  s.id === selected.id ? 1 : s === old ? 2 : 0;

/** Setups share the gearbox, so they share the travel; one with another kind of travel takes its own. */
const travelFor = (lever: LeverGeometry, { travel, selected, gearbox, gear }: SideViewProps): number =>
  isArm(lever) === isArm(selected.lever)
    ? travel
    : gearTravel(lever, gearbox.gears.find((g) => g.gear === gear) ?? null);

/** Gears to draw faintly: one of those that share a travel, and not the one the lever stands in. */
function ghostTravels(gearbox: Gearbox, lever: LeverAnswer | undefined, gear: string | null): Gearbox["gears"] {
  const travel = (g: Gearbox["gears"][number]): number => g.travelMm ?? g.travelDeg ?? 0;
  const present = gearbox.gears.find((g) => g.gear === gear);
  return gearbox.gears.filter(
    (g, i, all) =>
      all.findIndex((o) => travel(o) === travel(g)) === i &&
      (!present || travel(present) !== travel(g)) &&
      lever?.gears.some((x) => x.gear === g.gear && x.reached),
  );
}

/** Where a point of the lever is drawn in the present pose. */
function movedPoint(setup: BenchSetup, name: PointName, pose: Pose): Point {
  const own = pointsOf(setup.lever).find((p) => p.name === name)?.at ?? { xMm: 0, zMm: 0 };
  if (name === "knob") return plus(setup.pivot, pose.knob);
  if (name === "pin") return plus(setup.pivot, pose.pin);
  if (name === "joint") return plus(setup.pivot, pose.far ?? own);
  return plus(setup.pivot, own);
}

/** A dragged place turned back into neutral, where geometry is kept. */
function unposed(name: PointName, at: Point, pose: Pose): Point {
  if (name !== "knob" && name !== "pin") return at;
  const c = Math.cos(-pose.angleRad);
  const s = Math.sin(-pose.angleRad);
  return { xMm: at.xMm * c - at.zMm * s, zMm: at.xMm * s + at.zMm * c };
}

/** Selector rail and gearbox face behind the joint, drawn plainly: they are not measured. */
function GearboxFace({ pr, setup, gearbox }: { pr: Projection; setup: BenchSetup; gearbox: Gearbox }) {
  const { drive, pin } = setup.lever;
  if (drive.kind === "arm" || drive.kind === "cable") return null;
  const a = toRad(drive.axisDeg);
  const from = drive.kind === "rod" ? drive.joint : pin;
  const reach = Math.max(20, ...gearbox.gears.map((g) => Math.abs(g.travelMm ?? 0)));
  const at = (k: number, side = 0): Point =>
    plus(setup.pivot, {
      xMm: from.xMm + k * Math.cos(a) - side * Math.sin(a),
      zMm: from.zMm + k * Math.sin(a) + side * Math.cos(a),
    });
  const face = (drive.kind === "rod" ? 34 : 120) + reach;
  return (
    <g>
      <path className="ctr" d={`M${pr.p(at(-40))}L${pr.p(at(face + 140))}`} />
      {drive.kind === "rod" && (
        <path className="ref" d={`M${pr.p(at(0, 5))}L${pr.p(at(face, 5))}M${pr.p(at(0, -5))}L${pr.p(at(face, -5))}`} />
      )}
      <path
        className={`ref ${css.gfill}`}
        d={`M${pr.p(at(face, -34))}L${pr.p(at(face, 46))}L${pr.p(at(face + 26, 62))}L${pr.p(at(face + 120, 70))}M${pr.p(at(face, -34))}L${pr.p(at(face + 26, -52))}L${pr.p(at(face + 120, -60))}`}
      />
      <text className={css.nm} x={pr.x(at(face + 40).xMm)} y={pr.y(at(face + 40, -18).zMm)}>
        gearbox
      </text>
      {drive.kind === "rod" && (
        <text
          className={css.nm}
          x={pr.x((setup.pivot.xMm * 2 + pin.xMm + from.xMm) / 2)}
          y={pr.y((pin.zMm + from.zMm) / 2 + setup.pivot.zMm) + 24}
          textAnchor="middle"
        >
          selector rod
        </text>
      )}
    </g>
  );
}

/** Rulers, scale, direction and title of the sheet. */
function Furniture({
  view,
  pr,
  size,
  units,
  gear,
  at,
}: {
  view: View;
  pr: ReturnType<typeof projection>;
  size: Size;
  units: Units;
  gear: SideViewProps["gear"];
  /** The selected point, which the rulers show. */
  at: Point | null;
}) {
  return (
    <>
      <Rulers view={view} size={size} unit={units.system === "inch" ? "in" : "mm"} />
      {at && <RulerPointers pr={pr} height={size.height} at={at} />}
      <ScaleBar pr={pr} right={size.width} bottom={size.height - 32} unit={units.unit("length")} />
      <g className="front" transform={`translate(${size.width - 84} 22)`}>
        <text x="0" y="4" className="cap">
          front
        </text>
        <path d="M34 0h28" stroke="var(--ink)" strokeWidth="1.2" />
        <path d="M70 0l-9 -3.4v6.8z" fill="var(--ink)" />
      </g>
      <text x="38" y="26" className="ttl">
        Side view
      </text>
      <text x="38" y="42" className="cap q">
        lever in {gear ? gearShort(gear) : "neutral"}
      </text>
    </>
  );
}
