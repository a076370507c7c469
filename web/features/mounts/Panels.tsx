import { useEffect, useState } from "react";
import type { MountRoomState, RoomUnit } from "../../../contract";
import { formatNumber, type MountCompareAnswer, type MountModesAnswer } from "../../../core";
import { useUnits } from "../../format/units";
import { late } from "../../ui/late";
import { engraved } from "../../ui/engraved";
import { CrossMark } from "../../ui/pictograms";
import { hasSolid, setNameOf } from "../../../domain";
import { outlineOf } from "./frame";
import { Press } from "../../ui/Press";
import css from "./mounts.module.css";

const IdleChart = late(() => import("./IdleChart").then((m) => m.default));

type Sets = MountRoomState["sets"];

const solid = (id: string, sets: Sets): boolean => hasSolid(sets.find((s) => s.id === id)?.changes ?? {});

/** A notice of the model names a set by its id. */
const inNames = (message: string, sets: Sets): string => {
  const set = sets.find((s) => message.startsWith(`${s.id} `));
  return set ? set.name + message.slice(set.id.length) : message;
};

/** Precision against noise: each set a point, the limit agreed with the owner a line. */
export function TradeOff({
  answer,
  sets,
  limitDb,
  agreed,
  shown,
  onShow,
}: {
  answer: MountCompareAnswer;
  sets: Sets;
  limitDb: number;
  /** Somebody set the limit; else it is a typical one. */
  agreed: boolean;
  shown: string | null;
  onShow: (id: string) => void;
}) {
  const units = useUnits();
  const [W, H] = [340, 232];
  const box = { l: 44, r: 14, t: 14, b: 42 };
  const points = answer.sets
    .map((s, i) => ({ s, i }))
    .filter(({ s }) => !solid(s.name, sets))
    .map(({ s, i }) => ({
      ...s,
      index: i,
      db: s.idle.againstReferenceDb,
      moves: units.value(s.shifter.totalMm, "length"),
    }));
  const most = Math.max(...points.map((p) => p.moves)) * 1.12;
  // A solid set would squeeze the others together: far louder ones stand at the upper edge, with their figure.
  const dbs = points.map((p) => p.db).sort((a, b) => a - b);
  const top = Math.max(limitDb * 2, Math.min(dbs[dbs.length - 1], Math.max(16, limitDb * 3)) * 1.15);
  const low = Math.min(-1, dbs[0] * 1.2);
  const x = (moves: number): number => box.l + (moves / most) * (W - box.l - box.r);
  const y = (db: number): number => H - box.b - ((Math.min(top, db) - low) / (top - low)) * (H - box.t - box.b);
  const [along, up] = [engraved(0, most, 6), engraved(low, top, 6)];
  return (
    <>
      <p className="cap">dB at idle, against new original mounts</p>
      <svg
        className={css.trade}
        viewBox={`0 0 ${W} ${H}`}
        role="img"
        aria-label={`Precision against noise: ${points.map((p) => `${setNameOf(p.name, sets)}, ${units.show(p.shifter.totalMm, "length")}, ${formatNumber(p.db, 1, true)} dB`).join("; ")}`}
      >
        <defs>
          <pattern id="overlimit" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <path d="M0 0V7" stroke="var(--brick)" strokeWidth="1" opacity=".45" />
          </pattern>
        </defs>
        <rect
          x={box.l}
          y={box.t}
          width={W - box.l - box.r}
          height={Math.max(0, y(limitDb) - box.t)}
          fill="url(#overlimit)"
        />
        <path d={`M${box.l} ${box.t}V${H - box.b}H${W - box.r}`} fill="none" stroke="var(--edge)" />
        {up.at.map((v) => (
          <text key={v} className="tick" x={box.l - 7} y={y(v) + 4} textAnchor="end">
            {formatNumber(v, up.digits, true)}
          </text>
        ))}
        {along.at.map((v) => (
          <text key={v} className="tick" x={x(v)} y={H - box.b + 16} textAnchor="middle">
            {formatNumber(v, along.digits)}
          </text>
        ))}
        <path
          d={`M${box.l} ${y(limitDb)}H${W - box.r}`}
          stroke="var(--brick)"
          strokeDasharray="6 3"
          strokeWidth="1.3"
        />
        <text className={css.lim} x={box.l + 6} y={y(limitDb) + 14}>
          limit {formatNumber(limitDb, 0, true)}, {agreed ? "agreed with the owner" : "typical, not agreed yet"}
        </text>
        <text className="cap" x={W - box.r} y={H - 6} textAnchor="end">
          {units.name("length")} at the shifter, full torque in 1st
        </text>
        <text className="cap" x={box.l} y={H - 6}>
          more precise
        </text>
        {points.map((p) => (
          <g key={p.name} className={p.name === shown ? `${css.pt} cur` : css.pt} onClick={() => onShow(p.name)}>
            <circle cx={x(p.moves)} cy={y(p.db)} r={p.index ? 8.5 : 5} />
            <text
              x={p.index ? x(p.moves) : x(p.moves) + 9}
              y={p.index ? y(p.db) + 4 : y(p.db) - 8}
              textAnchor={p.index ? "middle" : "start"}
              className={css.pn}
            >
              {p.index === 0 ? "new" : p.index}
            </text>
            {p.db > top && (
              <text x={x(p.moves) + 13} y={y(p.db) + 14} className={css.pn}>
                at {formatNumber(p.db, 0, true)}
              </text>
            )}
          </g>
        ))}
      </svg>
      <table className="ledger sets">
        <thead>
          <tr>
            <th>set</th>
            <th>moves, {units.label("length")}</th>
            <th>against new</th>
            <th>idle, dB</th>
          </tr>
        </thead>
        <tbody>
          {answer.sets.map((s, i) => (
            <tr key={s.name} className={s.name === shown ? "maj cur" : undefined}>
              <td>
                <Press className={css.setpick} aria-pressed={s.name === shown} onClick={() => onShow(s.name)}>
                  {i > 0 && <i className="kn n">{i}</i>} {setNameOf(s.name, sets)}
                </Press>
              </td>
              <td className="n">{units.bare(s.shifter.totalMm, "length")}</td>
              <td className="n">{formatNumber(-s.movePct, 0, true)}&#x202f;%</td>
              {solid(s.name, sets) ? (
                <td className="txt brk">isolates nothing</td>
              ) : (
                <td className={s.idle.againstReferenceDb > limitDb ? "n brk" : "n"}>
                  {s.idle.againstReferenceDb > limitDb && <CrossMark />}{" "}
                  {formatNumber(s.idle.againstReferenceDb, 1, true)}
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
      {answer.notices.length > 0 && (
        <ul className={css.mnotes}>
          {[...new Set(answer.notices.filter((n) => n.code !== "amplifies").map((n) => inNames(n.message, sets)))].map(
            (m) => (
              <li key={m}>{m.charAt(0).toUpperCase() + m.slice(1)}.</li>
            ),
          )}
        </ul>
      )}
    </>
  );
}

/** What each set passes on over the engine's speed. */
export function Idle({
  answer,
  sets,
  order,
  idleRpm,
}: {
  answer: MountCompareAnswer;
  sets: Sets;
  order: number;
  idleRpm: number;
}) {
  return (
    <>
      <p className="cap">what the mounts pass on, dB, over engine speed</p>
      <IdleChart
        answer={{ ...answer, sets: answer.sets.filter((s) => !solid(s.name, sets)) }}
        sets={sets}
        order={order}
        idleRpm={idleRpm}
      />
      <table className="ledger sets">
        <thead>
          <tr>
            <th>set</th>
            <th>rolls at, Hz</th>
            <th>passes at idle, dB</th>
            <th>at cruise, dB</th>
          </tr>
        </thead>
        <tbody>
          {answer.sets.map((s) => (
            <tr key={s.name}>
              <td>{setNameOf(s.name, sets)}</td>
              <td className="n">{formatNumber(s.rollHz, 1)}</td>
              {solid(s.name, sets) ? (
                <td className="txt brk" colSpan={2}>
                  isolates nothing
                </td>
              ) : (
                <>
                  <td className={s.idle.transmissibility > 1 ? "n brk" : "n"}>{formatNumber(s.idle.dB, 1, true)}</td>
                  <td className="n">{formatNumber(s.cruise.dB, 1, true)}</td>
                </>
              )}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="cap">Over 0 dB the mount makes the shake worse.</p>
    </>
  );
}

const WAYS = { x: "fore and aft", y: "sideways", z: "up and down", rx: "rolls", ry: "pitches", rz: "yaws" } as const;

/** The plane a motion is seen in: corners and centre in mm, and what the shape does there. */
function planeOf(unit: RoomUnit, dominant: keyof typeof WAYS, shape: readonly number[]) {
  if (dominant === "rx") {
    const [y, z] = [unit.box.yMm / 2, unit.box.zMm / 2];
    const { yMm, zMm } = unit.com;
    // From behind left is left, so y runs the other way on paper and a positive roll turns against the clock.
    const corners: [number, number][] = [
      [-(yMm - y), zMm - z],
      [-(yMm + y), zMm - z],
      [-(yMm + y), zMm + z * 0.7],
      [-(yMm + y * 0.4), zMm + z],
      [-(yMm - y * 0.4), zMm + z],
      [-(yMm - y), zMm + z * 0.7],
    ];
    return { corners, at: [-yMm, zMm], along: -shape[1], across: shape[2], turn: -shape[3], seen: "from behind" };
  }
  const side = dominant === "x" || dominant === "z" || dominant === "ry";
  const axis = side ? ("zMm" as const) : ("yMm" as const);
  return {
    corners: outlineOf(unit, axis),
    at: [unit.com.xMm, unit.com[axis]],
    along: shape[0],
    across: side ? shape[2] : shape[1],
    turn: side ? -shape[4] : shape[5],
    seen: side ? "from the right" : "from above",
  };
}

/** The six ways the unit shakes, one of them drawn moving. */
export function Modes({ unit, answer }: { unit: RoomUnit; answer: MountModesAnswer }) {
  const [chosen, setChosen] = useState(0);
  const [phase, setPhase] = useState(1);
  const mode = answer.modes[chosen];
  useEffect(() => {
    if (matchMedia("(prefers-reduced-motion: reduce)").matches) return;
    let frame = 0;
    const tick = (t: number): void => {
      setPhase(Math.sin(t / 260));
      frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(frame);
  }, []);
  const [W, H] = [340, 150];
  const { corners, at, along, across, turn, seen } = planeOf(unit, mode.dominant, mode.shape);
  const size = Math.max(Math.hypot(along, across), Math.abs(turn) * 0.4);
  const k = (60 / size) * phase;
  const us = corners.map(([u]) => u);
  const vs = corners.map(([, v]) => v);
  const middle = (list: number[]): number => (Math.min(...list) + Math.max(...list)) / 2;
  const scale = Math.min(240 / (Math.max(...us) - Math.min(...us)), 96 / (Math.max(...vs) - Math.min(...vs)));
  const paper = (u: number, v: number): string =>
    `${W / 2 + (u - middle(us)) * scale} ${H / 2 - (v - middle(vs)) * scale}`;
  const moved = ([u, v]: [number, number]): string => {
    const t = (turn * k) / 1000;
    return paper(u + along * k - (v - at[1]) * t, v + across * k + (u - at[0]) * t);
  };
  const still = corners.map(([u, v]) => paper(u, v)).join("L");
  return (
    <>
      <p className="cap">{seen}, movement made large</p>
      <svg
        className="modes"
        viewBox={`0 0 ${W} ${H}`}
        role="img"
        aria-label={`Mode ${chosen + 1}: ${WAYS[mode.dominant]} at ${formatNumber(mode.hz, 1)} Hz`}
      >
        <path d={`M${still}Z`} fill="none" stroke="var(--ref-inner)" strokeDasharray="4 3" />
        <path d={`M${corners.map(moved).join("L")}Z`} fill="none" stroke="var(--teal)" strokeWidth="2" />
      </svg>
      <table className="ledger sets">
        <thead>
          <tr>
            <th>it mostly</th>
            <th>Hz</th>
            <th>share</th>
            <th>loss</th>
          </tr>
        </thead>
        <tbody>
          {answer.modes.map((m, i) => (
            <tr key={i} className={i === chosen ? "maj cur" : undefined}>
              <td>
                <Press className={css.setpick} aria-pressed={i === chosen} onClick={() => setChosen(i)}>
                  {WAYS[m.dominant]}
                </Press>
              </td>
              <td className="n">{formatNumber(m.hz, 1)}</td>
              <td className="n">{formatNumber(m.energyPct[m.dominant], 0)}&#x202f;%</td>
              <td className="n">{formatNumber(m.lossFactor, 2)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {answer.notices.map((n) => (
        <p key={n.code + n.field} className="och">
          {n.message}.
        </p>
      ))}
    </>
  );
}
