import { useRef, useState } from "react";
import type { RoomMount, RoomUnit } from "../../../contract";
import { formatNumber, type DrivelineAnswer, type MountSagAnswer } from "../../../core";
import { useUnits } from "../../format/units";
import { useGrip, type PointerAt } from "../../ui/useGrip";
import { LABEL, labelPlaces, frameOf, outlineOf } from "./frame";
import { flangeOf, SAG_WARN_MM, type Height } from "../../../domain";
import css from "./mounts.module.css";

const [W, TOP, SIDE] = [830, 214, 320];

/** Tilt and drop are small: drawn this many times larger, and said so. */
const LARGER = 4;

/** The shaft behind the flange, seen from above and as long as the paper lets it be. */
function shaftFromAbove(unit: RoomUnit, f: ReturnType<typeof frameOf>): string {
  const flange = flangeOf(unit);
  const back = Math.min(unit.shafts[1].lengthMm ?? Infinity, (f.x(flange.xMm) - 12) / f.scale);
  // Plan plus turns the front end to the left, so the rear end goes to the right.
  const bend = ((unit.shafts[1].planDeg - unit.shafts[0].planDeg) * Math.PI) / 180;
  return `M${f.x(flange.xMm)} ${f.y(0)}L${f.x(flange.xMm - back * Math.cos(bend))} ${f.y(-back * Math.sin(bend))}`;
}

/** How the joints stand seen from above, in words. */
function inPlan(unit: RoomUnit): string {
  const bends = unit.shafts.slice(1).map((s, i) => Math.abs(s.planDeg - unit.shafts[i].planDeg));
  return bends.every((b) => b === 0)
    ? "shafts in one line from above"
    : `from above: ${bends.map((b, i) => `joint ${i + 1} at ${formatNumber(b, 1)}°`).join(", ")}`;
}

/** The unit from above: mounts where they sit, with the height each has left. They are dragged to where they are. */
export function FromAbove({
  unit,
  heights,
  chosen,
  fresh,
  onChoose,
  onMove,
}: {
  unit: RoomUnit;
  heights: readonly Height[];
  chosen: string | null;
  /** Mounts that the looked-at set replaces. */
  fresh: ReadonlySet<string>;
  onChoose: (name: string) => void;
  onMove: (name: string, xMm: number, yMm: number) => void;
}) {
  const units = useUnits();
  const svg = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<{ name: string; xMm: number; yMm: number } | null>(null);
  const f = frameOf(unit, "yMm", W, TOP);
  const boxes = labelPlaces(
    unit.mounts.map((m) => {
      const place = drag?.name === m.name ? drag : m;
      return { name: m.name, x: f.x(place.xMm), y: f.y(place.yMm) };
    }),
    W,
    TOP,
  );
  const path = outlineOf(unit, "yMm")
    .map(([x, y]) => `${f.x(x)} ${f.y(y)}`)
    .join("L");
  const at = (e: PointerAt): { a: number; b: number } | null => {
    const m = svg.current?.getScreenCTM()?.inverse();
    if (!m) return null;
    const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(m);
    return f.back(p.x, p.y);
  };
  const bind = useGrip<RoomMount, RoomMount>({
    onTake: (_, mount) => {
      onChoose(mount.name);
      return mount;
    },
    onMove: (mount, to, { done }) => {
      const p = at(to);
      if (!p) return;
      const place = { name: mount.name, xMm: Math.round(p.a / 5) * 5, yMm: Math.round(p.b / 5) * 5 };
      setDrag(done ? null : place);
      if (done && (place.xMm !== mount.xMm || place.yMm !== mount.yMm)) onMove(place.name, place.xMm, place.yMm);
    },
    onCancel: () => setDrag(null),
  });
  return (
    <svg
      ref={svg}
      className={css.mdraw}
      viewBox={`0 0 ${W} ${TOP}`}
      role="group"
      aria-label={`From above: ${unit.mounts.map((m) => m.name).join(", ")}`}
    >
      <text className="ttl" x="14" y="22">
        From above
      </text>
      <text className="cap" x="14" y="38">
        heights in {units.name("length")}; left is up
      </text>
      <path className="ctr" d={`M${f.x(flangeOf(unit).xMm) - 120} ${f.y(0)}H${W - 12}`} />
      {unit.shafts.length > 1 && (
        <>
          <path className="old" d={shaftFromAbove(unit, f)} />
          <text className="cap" x="14" y={TOP - 12}>
            {inPlan(unit)}
          </text>
        </>
      )}
      <path className="ref" d={`M${path}Z`} />
      {unit.mounts.map((m) => {
        const h = heights.find((x) => x.mount.name === m.name);
        const place = drag?.name === m.name ? drag : m;
        const [x, y] = [f.x(place.xMm), f.y(place.yMm)];
        const bad = h?.sagMm != null && h.sagMm > SAG_WARN_MM;
        const { x: bx, y: by } = boxes.find((p) => p.name === m.name) ?? { x, y };
        return (
          <g key={m.name}>
            <path className="lead" d={`M${x} ${y}L${bx > x ? bx : bx + LABEL.width} ${by + LABEL.height / 2}`} />
            <rect
              className={m.name === chosen ? `${css.fb} cur` : css.fb}
              x={bx}
              y={by}
              width={LABEL.width}
              height={LABEL.height}
            />
            <text className="fn" x={bx + 8} y={by + 17}>
              {m.name}
            </text>
            <text className={h?.measured ? css.fv : css.fs} x={bx + LABEL.width - 8} y={by + 17} textAnchor="end">
              {h?.measured ? units.bare(h.measured.meanMm, "length") : "to take"}
            </text>
            <text className={css.fs} x={bx + 8} y={by + 34}>
              {m.nominalMm === null ? "new height not known" : `of ${units.bare(m.nominalMm, "length")}, new`}
            </text>
            {h?.sagMm != null && (
              <text className={bad ? `${css.fd} bad` : css.fd} x={bx + LABEL.width - 8} y={by + 34} textAnchor="end">
                {units.signed(-h.sagMm, "length")}
              </text>
            )}
            <g
              className={m.name === chosen ? `${css.mhandle} cur` : css.mhandle}
              role="button"
              tabIndex={0}
              aria-pressed={m.name === chosen}
              aria-label={`Mount ${m.name}: drag, or arrows to move`}
              onFocus={() => onChoose(m.name)}
              onKeyDown={(e) => {
                const step = e.shiftKey ? 1 : 10;
                const by2: Record<string, [number, number]> = {
                  ArrowLeft: [-step, 0],
                  ArrowRight: [step, 0],
                  ArrowUp: [0, step],
                  ArrowDown: [0, -step],
                };
                const d = by2[e.key];
                if (!d) return;
                e.preventDefault();
                e.stopPropagation();
                onMove(m.name, m.xMm + d[0], m.yMm + d[1]);
              }}
              {...bind(m)}
            >
              <circle cx={x} cy={y} r="22" fill="transparent" />
              <circle
                className={
                  bad && !fresh.has(m.name) ? `${css.rub} bad` : fresh.has(m.name) ? `${css.rub} new` : css.rub
                }
                cx={x}
                cy={y}
                r="12"
              />
              <circle className={css.core} cx={x} cy={y} r="4.5" />
            </g>
          </g>
        );
      })}
    </svg>
  );
}

/** The unit from the right: now, and as the looked-at set would hold it; the shafts behind it. */
export function FromTheSide({
  unit,
  now,
  then,
  shaftsNow,
  shaftsThen,
  setName,
}: {
  unit: RoomUnit;
  now: MountSagAnswer | null;
  then: MountSagAnswer | null;
  shaftsNow: DrivelineAnswer | null;
  shaftsThen: DrivelineAnswer | null;
  setName: string;
}) {
  const units = useUnits();
  const f = frameOf(unit, "zMm", W, SIDE);
  const flange = flangeOf(unit);
  const outline = outlineOf(unit, "zMm");
  const rad = (deg: number): number => (deg * Math.PI) / 180;
  /** Drop of a place under a sag, LARGER times. */
  const moved = (sag: MountSagAnswer | null) => {
    const tilt = sag?.tiltDeg ?? 0;
    const [first] = sag?.points ?? [];
    const base = first ? first.dropMm : 0;
    return (x: number, z: number): string => {
      const drop = sag ? base - Math.tan(rad(tilt)) * (x - flange.xMm) : 0;
      return `${f.x(x)} ${f.y(z - drop * LARGER)}`;
    };
  };
  const draw = (sag: MountSagAnswer | null): string => {
    const at = moved(sag);
    return `M${outline.map(([x, z]) => at(x, z)).join("L")}Z`;
  };
  const shaftEnd = (sag: MountSagAnswer | null): string => {
    const at = moved(sag);
    return `M${at(flange.xMm, flange.zMm)}L${f.x(flange.xMm - 240)} ${f.y(flange.zMm - 40)}`;
  };
  const joint = (i: number): string =>
    `${shaftsNow ? formatNumber(shaftsNow.joints[i].angleDeg, 1) : ""}° to ${shaftsThen ? formatNumber(shaftsThen.joints[i].angleDeg, 1) : ""}°`;
  const [sx, sz] = [f.x(unit.shifter.xMm), f.y(unit.shifter.zMm)];
  return (
    <svg
      className={css.mdraw}
      viewBox={`0 0 ${W} ${SIDE}`}
      role="img"
      aria-label={`From the right: ${now?.tiltDeg == null ? "tilt not known" : `the unit tilts ${formatNumber(now.tiltDeg, 2)} degrees`}`}
    >
      <text className="ttl" x="14" y="22">
        From the right
      </text>
      <text className="cap" x="14" y="38">
        movement drawn {LARGER} times
      </text>
      <path className="old" d="M150 18h26" />
      <text className="cap" x="182" y="22">
        now
      </text>
      <path className="cand" d="M270 18h26" />
      <text className="cap" x="302" y="22">
        {setName}
      </text>
      <text className="cap" x={W - 80} y="22">
        front
      </text>
      <path d={`M${W - 46} 18h26`} stroke="var(--ink)" strokeWidth="1.2" />
      <path d={`M${W - 12} 18l-9 -3.4v6.8z`} fill="var(--ink)" />
      {unit.shafts.length > 1 && (
        <>
          <path className="old" d={shaftEnd(now)} />
          <path className="cand" d={shaftEnd(then)} />
        </>
      )}
      <path className={`cand ${css.gf}`} d={draw(then)} />
      <path className="old" d={draw(now)} fill="none" />
      <path className="ref" d={`M${sx} ${sz}L${sx} ${f.y(unit.com.zMm)}`} />
      <circle className={`ref ${css.gf}`} cx={sx} cy={sz} r="6" />
      <text className="cap" x={sx + 12} y={sz + 4}>
        shifter
      </text>
      {unit.mounts.map((m) => (
        <g key={m.name}>
          <path className="ref" d={`M${f.x(m.xMm) - 16} ${f.y(m.zMm) + 16}h32`} />
          <rect className={`ref ${css.gf}`} x={f.x(m.xMm) - 11} y={f.y(m.zMm) - 2} width="22" height="18" rx="5" />
        </g>
      ))}
      {shaftsNow && shaftsThen && (
        <g>
          <text className="cap" x={Math.max(10, f.x(flange.xMm) - 116)} y={f.y(flange.zMm) - 44}>
            joint 1
          </text>
          <text className={css.co} x={Math.max(10, f.x(flange.xMm) - 116)} y={f.y(flange.zMm) - 26}>
            {joint(0)}
          </text>
          {shaftsNow.joints.length > 1 && (
            <>
              <text className="cap" x="14" y={SIDE - 34}>
                joint 2
              </text>
              <text className={css.co} x="14" y={SIDE - 16}>
                {joint(1)}
              </text>
            </>
          )}
          <text className="cap" x="190" y={SIDE - 34}>
            gearbox, rises to the front
          </text>
          <text className={css.co} x="190" y={SIDE - 16}>
            {formatNumber(unit.shafts[0].sideDeg, 2)}° to{" "}
            {formatNumber(unit.shafts[0].sideDeg + (then?.tiltDeg ?? 0) - (now?.tiltDeg ?? 0), 2)}°
          </text>
        </g>
      )}
      {now && (
        <text className="cap" x={W - 12} y={SIDE - 12} textAnchor="end">
          {now.points[0]
            ? `flange ${units.show(Math.abs(now.points[0].dropMm), "length")} ${now.points[0].dropMm >= 0 ? "low" : "high"}`
            : ""}
        </text>
      )}
    </svg>
  );
}
