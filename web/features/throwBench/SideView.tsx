import { useEffect, useLayoutEffect, useRef, useState } from "react";
import type { Gearbox, LeverAnswer, LeverGeometry, Point } from "../../../core";
import { toRad } from "../../../core";
import { useUnits } from "../../format/units";
import { gearShort } from "../../format/words";
import { pointsOf, type BenchSetup, type PointName } from "./bench";
import { PanZoom, type PanZoomState } from "./PanZoom";
import { gearTravel, isArm, poseAt, type Pose } from "./pose";
import { Dimension, LeverShape, MissingGap, RulerPointers, Rulers, ScaleBar } from "./shapes";
import { fitted, projection, zoomed, type Projection, type Size, type View } from "./viewport";
import "./bench.css";

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
  held: string | null;
}

export const POINT_NAMES: Record<PointName, string> = {
  knob: "Knob",
  pin: "Pin",
  joint: "Joint",
  armPivot: "Arm pivot",
  anchor: "Cable anchor",
};

const plus = (a: Point, b: Point): Point => ({ xMm: a.xMm + b.xMm, zMm: a.zMm + b.zMm });

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

/** Everything the first view has to show: all points of all levers, knobs at their farthest. */
function contentOf(setups: BenchSetup[], levers: Map<string, LeverAnswer>): Point[] {
  return setups.flatMap((s) => [
    s.pivot,
    ...pointsOf(s.lever).map((p) => plus(s.pivot, p.at)),
    ...(levers.get(s.id)?.gears.flatMap((g) => (g.reached ? [plus(s.pivot, g.knob)] : [])) ?? []),
  ]);
}

/** The side drawing at scale: it is the form. Points are dragged or typed, the lever is put in gear. */
export function SideView(props: SideViewProps) {
  const { gearbox, setups, levers, selected, point } = props;
  const units = useUnits();
  const [box, size] = useSize();
  const [view, setView] = useState<View | null>(null);
  const shown = setups.filter((s) => s.shown || s.id === selected.id);
  const key = `${selected.id}|${size.width}x${size.height}|${shown.map((s) => s.id).join()}`;
  const fitView = useRef<{ key: string; view: View } | null>(null);
  if (fitView.current?.key !== key) fitView.current = { key, view: fitted(contentOf(shown, levers), size) };
  const now = view ?? fitView.current.view;
  const pr = projection(now, size);

  const local = (event: { clientX: number; clientY: number }): [number, number] => {
    const r = box.current?.getBoundingClientRect();
    return [event.clientX - (r?.left ?? 0), event.clientY - (r?.top ?? 0)];
  };
  const zoom = (factor: number, px = size.width / 2, py = size.height / 2): void =>
    setView(zoomed(now, size, factor, px, py));

  const latest = useRef<PanZoomState>({ view: now, setView, zoom, toLocal: local });
  // Read by gestures only, never while drawing.
  latest.current = { view: now, setView, zoom, toLocal: local };

  const own = levers.get(selected.id);
  const old = setups[0];
  const poses = new Map<string, Pose>(shown.map((s) => [s.id, poseAt(s.lever, travelFor(s.lever, props))]));
  const pose = poses.get(selected.id) as Pose;
  const selectedAt = point ? movedPoint(selected, point, pose) : null;
  const order = [...shown].sort((a, b) => rank(a, selected, old) - rank(b, selected, old));

  return (
    <div
      className="sheet"
      ref={box}
      onDoubleClick={(e) => {
        if (!(e.target as Element).closest("[data-point]")) setView(null);
      }}
    >
      <PanZoom target={box} latest={latest} />
      <svg
        className="draw"
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
        <Surroundings pr={pr} setup={selected} gearbox={gearbox} />
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
            filled={s.id === selected.id}
          />
        ))}
        {shown.includes(old) && old.id !== selected.id && (
          <LeverShape pr={pr} lever={old.lever} pivot={old.pivot} pose={poses.get(old.id) as Pose} stroke="old" />
        )}
        {shown.map((s) => {
          const p = poses.get(s.id) as Pose;
          const missing = p.shortBy?.missingMm;
          const label = missing == null ? "dead centre" : `${units.show(missing, "length")} missing`;
          return <MissingGap key={s.id} pr={pr} pivot={s.pivot} pose={p} label={label} />;
        })}
        {own && <Quadrant pr={pr} setup={selected} lever={own} pose={pose} />}
        <Dimensions {...props} pr={pr} units={units} />
        <Rulers view={now} size={size} />
        {selectedAt && <RulerPointers pr={pr} height={size.height} at={selectedAt} />}
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
          lever in {props.gear ? gearShort(props.gear) : "neutral"}
        </text>
        {pointsOf(selected.lever).map(({ name }) => (
          <Handle
            key={name}
            name={name}
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
            toLocal={local}
          />
        ))}
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
      <div className="zoomkeys">
        <button type="button" aria-label="Nearer" onClick={() => zoom(1.25)}>
          <svg width="14" height="14" viewBox="0 0 14 14" stroke="currentColor" strokeWidth="1.6">
            <path d="M2 7h10M7 2v10" />
          </svg>
        </button>
        <button type="button" aria-label="Farther" onClick={() => zoom(0.8)}>
          <svg width="14" height="14" viewBox="0 0 14 14" stroke="currentColor" strokeWidth="1.6">
            <path d="M2 7h10" />
          </svg>
        </button>
        <button type="button" onClick={() => setView(null)} disabled={!view}>
          Show all
        </button>
      </div>
    </div>
  );
}

type Units = ReturnType<typeof useUnits>;

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
function Surroundings({ pr, setup, gearbox }: { pr: Projection; setup: BenchSetup; gearbox: Gearbox }) {
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
        className="ref gfill"
        d={`M${pr.p(at(face, -34))}L${pr.p(at(face, 46))}L${pr.p(at(face + 26, 62))}L${pr.p(at(face + 120, 70))}M${pr.p(at(face, -34))}L${pr.p(at(face + 26, -52))}L${pr.p(at(face + 120, -60))}`}
      />
      <text className="nm" x={pr.x(at(face + 40).xMm)} y={pr.y(at(face + 40, -18).zMm)}>
        gearbox
      </text>
      {drive.kind === "rod" && (
        <text
          className="nm"
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

/** The engraved scale over the knob: where each gear lies, and a needle where the lever stands. */
function Quadrant({ pr, setup, lever, pose }: { pr: Projection; setup: BenchSetup; lever: LeverAnswer; pose: Pose }) {
  const { knob } = setup.lever;
  const rest = Math.atan2(knob.xMm, knob.zMm);
  const radius = Math.hypot(knob.xMm, knob.zMm) + 22 + 16 / pr.scale;
  const reached = lever.gears.flatMap((g) => (g.reached ? [g] : []));
  const most = Math.max(6, ...reached.map((g) => Math.abs(g.leverDeg))) + 3;
  // A lever that turns far would wrap the scale round itself; it is left away.
  if (most > 60) return null;
  const at = (deg: number, out = 0): Point => {
    const t = rest - toRad(deg);
    return plus(setup.pivot, {
      xMm: (radius + out / pr.scale) * Math.sin(t),
      zMm: (radius + out / pr.scale) * Math.cos(t),
    });
  };
  const arc = Array.from({ length: 41 }, (_, i) => pr.p(at(-most + (i * 2 * most) / 40))).join("L");
  const ticks = Array.from({ length: Math.floor(most) * 2 + 1 }, (_, i) => i - Math.floor(most));
  const labels = new Map<number, string[]>();
  for (const g of reached) {
    const near = [...labels.keys()].find((d) => Math.abs(d - g.leverDeg) < 0.8) ?? g.leverDeg;
    labels.set(near, [...(labels.get(near) ?? []), g.gear]);
  }
  const shown = (pose.angleRad * 180) / Math.PI;
  return (
    <g>
      <path className="quad" d={`M${arc}`} />
      <path className="qt" d={ticks.map((d) => `M${pr.p(at(d))}L${pr.p(at(d, d % 5 === 0 ? 7 : 4))}`).join("")} />
      {[[0, ["N"]] as [number, string[]], ...labels].map(([deg, names]) => {
        const p = at(deg, 18);
        return (
          <text key={names.join()} className="ql" x={pr.x(p.xMm)} y={pr.y(p.zMm) + 4} textAnchor="middle">
            {names.join(" ")}
          </text>
        );
      })}
      <path className="needle" d={`M${pr.p(at(shown, -14))}L${pr.p(at(shown, 9))}`} />
    </g>
  );
}

function Dimensions({ pr, setups, levers, selected, pair, units }: SideViewProps & { pr: Projection; units: Units }) {
  const old = setups[0];
  const both = selected.id === old.id ? [selected] : [old, selected].filter((s) => s.shown || s.id === selected.id);
  const tops = both.map((s) => pr.y(s.pivot.zMm + s.lever.knob.zMm) - 26 * pr.scale);
  const top = Math.max(20, Math.min(...tops) - 74);
  return (
    <>
      {both.map((s, i) => {
        const lever = levers.get(s.id);
        const kind = s === old ? ("old" as const) : ("cand" as const);
        const [a, b] = [pair.from, pair.to].map((g) => lever?.gears.find((x) => x.gear === g));
        const knobZ = s.pivot.zMm + s.lever.knob.zMm;
        const left = Math.max(
          54,
          pr.x(Math.min(s.pivot.xMm, ...both.map((x) => x.lever.knob.xMm))) - 130 * Math.min(1, pr.scale) + i * 42 - 20,
        );
        return (
          <g key={s.id}>
            {a?.reached && b?.reached && (
              <Dimension
                kind={kind}
                from={pr.x(s.pivot.xMm + a.knob.xMm)}
                to={pr.x(s.pivot.xMm + b.knob.xMm)}
                at={top + i * 22}
                ends={[pr.y(s.pivot.zMm + a.knob.zMm), pr.y(s.pivot.zMm + b.knob.zMm)]}
                text={units.bare(throwOf(lever, pair) ?? 0, "length")}
              />
            )}
            <Dimension
              kind={kind}
              upright
              from={pr.y(s.pivot.zMm)}
              to={pr.y(knobZ)}
              at={left}
              ends={[pr.x(s.pivot.xMm), pr.x(s.pivot.xMm + s.lever.knob.xMm)]}
              text={units.bare(s.lever.knob.zMm, "length", units.system === "metric" ? 0 : 2)}
            />
          </g>
        );
      })}
    </>
  );
}

const throwOf = (lever: LeverAnswer | undefined, pair: { from: string; to: string }): number | null =>
  lever?.throws.find((t) => t.from === pair.from && t.to === pair.to)?.throwMm ?? null;

function Handle({
  name,
  at,
  pr,
  on,
  onSelect,
  onDrag,
  toLocal,
}: {
  name: PointName;
  at: Point;
  pr: Projection;
  on: boolean;
  onSelect: () => void;
  onDrag: (x: number, y: number, fine: boolean, done: boolean) => void;
  toLocal: (e: { clientX: number; clientY: number }) => [number, number];
}) {
  const grip = useRef<[number, number] | null>(null);
  const moved = useRef(false);
  const [x, y] = [pr.x(at.xMm), pr.y(at.zMm)];
  const send = (e: React.PointerEvent, done: boolean): void => {
    if (!grip.current) return;
    const [px, py] = toLocal(e);
    onDrag(px - grip.current[0], py - grip.current[1], e.shiftKey, done);
  };
  return (
    <g
      data-point={name}
      className={on ? "hnd sel" : "hnd"}
      transform={`translate(${x} ${y})`}
      role="button"
      tabIndex={0}
      aria-label={`${POINT_NAMES[name]}: drag, or arrows to move`}
      aria-pressed={on}
      onFocus={onSelect}
      onPointerDown={(e) => {
        e.stopPropagation();
        const [px, py] = toLocal(e);
        grip.current = [px - x, py - y];
        moved.current = false;
        e.currentTarget.setPointerCapture(e.pointerId);
        onSelect();
      }}
      onPointerMove={(e) => {
        if (!grip.current) return;
        moved.current = true;
        send(e, false);
      }}
      onPointerUp={(e) => {
        if (moved.current) send(e, true);
        grip.current = null;
      }}
    >
      <circle r="22" fill="transparent" />
      {on && <rect x="-8.5" y="-8.5" width="17" height="17" className="hring" />}
      <rect x={on ? -5.5 : -4} y={on ? -5.5 : -4} width={on ? 11 : 8} height={on ? 11 : 8} className="sq" />
    </g>
  );
}

/** What the selected point is at, in both units, on a leader. */
function Callout({
  pr,
  size,
  at,
  name,
  own,
  units,
  held,
}: {
  pr: Projection;
  size: Size;
  at: Point;
  name: string;
  own: Point;
  units: Units;
  held: string | null;
}) {
  const [x, y] = [pr.x(at.xMm), pr.y(at.zMm)];
  const w = 204;
  const h = 44;
  // Above the pivot the dimensions stand to the left, below it the rod runs to the right.
  const toRight = own.zMm >= 0 ? x + 34 + w < size.width : x - w - 26 < 32;
  const left = toRight ? x + 34 : x - w - 26;
  const top = Math.min(Math.max(y - 8, 52), size.height - h - 34);
  const side = own.zMm >= 0 ? "up" : "down";
  const along = own.xMm >= 0 ? "forward" : "back";
  return (
    <g className="callout" pointerEvents="none">
      <path d={`M${x} ${y}L${left < x ? left + w : left} ${top + h / 2}`} className="lead" />
      <rect x={left} y={top} width={w} height={h} className="fbox" />
      <text x={left + 8} y={top + 17} className="cap b">
        {name}
      </text>
      <text x={left + w - 8} y={top + 17} textAnchor="end" className="val">
        {units.show(Math.abs(own.zMm), "length")} {side}
      </text>
      <text x={left + 8} y={top + 35} className="und">
        {held ?? `= ${units.other(Math.abs(own.zMm), "length")}`}
      </text>
      <text x={left + w - 8} y={top + 35} textAnchor="end" className="und">
        {held ? "" : `${units.show(Math.abs(own.xMm), "length")} ${along}`}
      </text>
    </g>
  );
}

/** Moves a number to its goal while motion is welcome; at once where it is not. */
export function useGlide(goals: number[]): number {
  const [shown, setShown] = useState(goals[goals.length - 1]);
  const from = useRef(shown);
  const key = goals.join();
  useEffect(() => {
    const path = [from.current, ...key.split(",").map(Number)];
    const last = path[path.length - 1];
    if (matchMedia("(prefers-reduced-motion: reduce)").matches || path.every((v) => v === last)) {
      from.current = last;
      setShown(last);
      return;
    }
    let frame = 0;
    const begun = performance.now();
    const tick = (now: number): void => {
      const t = Math.min(1, (now - begun) / GLIDE_MS);
      const leg = Math.min(path.length - 2, Math.floor(t * (path.length - 1)));
      const k = t * (path.length - 1) - leg;
      const eased = k * k * (3 - 2 * k);
      const value = t === 1 ? last : path[leg] + (path[leg + 1] - path[leg]) * eased;
      from.current = value;
      setShown(value);
      if (t < 1) frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(frame);
  }, [key]);
  return shown;
}

/** Time to put the lever from one gear into another. */
const GLIDE_MS = 260;
