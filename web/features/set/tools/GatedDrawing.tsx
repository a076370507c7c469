import { formatNumber, toRad, type GatedChoice, type GatedPosition } from "../../../../core";
import type { GatedFields } from "../../../../domain";
import { FrontArrow } from "../ToolFrame";
import css from "../set.module.css";

/** How far each detent is missed, against what it captures. */
export function Errors({ title, positions, capture }: { title: string; positions: GatedPosition[]; capture: number }) {
  const most = Math.max(capture * 1.6, ...positions.map((p) => Math.abs(p.errorDeg)));
  const x = (deg: number): number => 50 + (deg / most) * 48;
  return (
    <table className="ledger">
      <thead>
        <tr>
          <th>{title}</th>
          <th>off by</th>
          <th style={{ width: "45%" }}>
            <span className="sr">against the capture</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {positions.map((p) => (
          <tr key={p.name}>
            <td>{p.name}</td>
            <td className={p.inCapture ? "n" : "n brk"}>{formatNumber(p.errorDeg, 2, true)}°</td>
            <td>
              <svg className={css.errbar} viewBox="0 0 100 12" preserveAspectRatio="none" aria-hidden="true">
                <rect
                  x={x(-capture)}
                  y="2"
                  width={x(capture) - x(-capture)}
                  height="8"
                  fill="none"
                  stroke="var(--moss)"
                  vectorEffect="non-scaling-stroke"
                />
                <path d="M50 0v12" stroke="var(--edge)" vectorEffect="non-scaling-stroke" />
                <path
                  d={`M${x(p.errorDeg)} 0v12`}
                  stroke={p.inCapture ? "var(--ink)" : "var(--brick)"}
                  strokeWidth="2.4"
                  vectorEffect="non-scaling-stroke"
                />
              </svg>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Both arms in every position, joined by the rod, seen from the side. */
export function GatedDrawing({ input, choice }: { input: GatedFields; choice: GatedChoice | null }) {
  const [a, b] = [input.shifter.pivot, input.gearbox.pivot];
  const [ra, rb] = [choice?.shifterArmMm ?? input.shifter.armMm[0], choice?.gearboxArmMm ?? input.gearbox.armMm[0]];
  const xs = [a.xMm - ra, a.xMm + ra, b.xMm - rb, b.xMm + rb];
  const zs = [a.zMm - ra, a.zMm + ra, b.zMm - rb, b.zMm + rb];
  const k = Math.min(520 / (Math.max(...xs) - Math.min(...xs)), 300 / (Math.max(...zs) - Math.min(...zs)));
  const x = (v: number): number => 310 + (v - (Math.min(...xs) + Math.max(...xs)) / 2) * k;
  const y = (v: number): number => 205 - (v - (Math.min(...zs) + Math.max(...zs)) / 2) * k;
  const tip = (pivot: { xMm: number; zMm: number }, r: number, deg: number): [number, number] => [
    x(pivot.xMm + r * Math.cos(toRad(deg))),
    y(pivot.zMm + r * Math.sin(toRad(deg))),
  ];
  const positions = choice?.positions ?? [];
  return (
    <svg viewBox="0 0 620 420" role="img" aria-label="Shifter arm, rod and gearbox arm in every position">
      <FrontArrow />
      {positions.map((p, i) => {
        const [sx, sy] = tip(a, ra, p.shifterDeg);
        const [gx, gy] = tip(b, rb, p.gearboxDeg);
        const [dx, dy] = tip(b, rb + (i % 2 ? 40 : 24) / k, p.detentDeg);
        const [nx, ny] = tip(a, ra + (i % 2 ? 36 : 20) / k, p.shifterDeg);
        const main = i === 0;
        return (
          <g key={p.name}>
            <path
              className={main ? "part" : "thin"}
              d={`M${x(a.xMm)} ${y(a.zMm)}L${sx} ${sy}L${gx} ${gy}L${x(b.xMm)} ${y(b.zMm)}`}
              fill="none"
            />
            <path
              className={p.inCapture ? "ink" : "ink bad"}
              d={`M${tip(b, rb + 6 / k, p.detentDeg).join(" ")}L${tip(b, rb + 13 / k, p.detentDeg).join(" ")}`}
            />
            <text x={dx} y={dy + 4} textAnchor="middle">
              {p.name}
            </text>
            <text x={nx} y={ny + 4} textAnchor="middle">
              {p.name}
            </text>
          </g>
        );
      })}
      <circle className="part" cx={x(a.xMm)} cy={y(a.zMm)} r="8" />
      <circle className="part" cx={x(b.xMm)} cy={y(b.zMm)} r="8" />
      <text x={x(a.xMm)} y={y(a.zMm) - 16} textAnchor="middle">
        shifter
      </text>
      <text x={x(b.xMm)} y={y(b.zMm) - 16} textAnchor="middle">
        gearbox
      </text>
    </svg>
  );
}
