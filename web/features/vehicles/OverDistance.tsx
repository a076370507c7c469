import { quantityKinds, type DossierView } from "../../../contract";
import { formatNumber } from "../../../core";
import { overDistance, type OverDistance as Line } from "../../../domain";
import { useUnits } from "../../format/units";
import { engraved } from "../../ui/engraved";
import { measurandName } from "../../pieces/readings/ReadingCard";
import css from "./vehicles.module.css";

const [WIDTH, HEIGHT, LEFT, LOW, TOP] = [330, 130, 40, 24, 10];

/** Quantities drawn: the ones taken on most visits. */
const MOST = 4;

/** What was measured on several visits, over the vehicle's distance: before the work open, after it filled. */
export function OverDistance({ data, vehicle }: { data: DossierView; vehicle: DossierView["vehicle"] }) {
  const lines = overDistance(vehicle, data.jobs, data.reading).slice(0, MOST);
  if (!lines.length) return null;
  return (
    <section className="sect" aria-label="Readings over distance">
      <h2 className="hd2">
        Readings over distance <span className="lb">open before the work, filled after it; 95 % interval</span>
      </h2>
      <div className={css.distances}>
        {lines.map((l) => (
          <Drawn key={JSON.stringify(l.measurand)} line={l} />
        ))}
      </div>
    </section>
  );
}

function Drawn({ line }: { line: Line }) {
  const units = useUnits();
  const kind = quantityKinds[line.measurand.quantity];
  const { points } = line;
  const kms = points.map((p) => units.value(p.km, "distance"));
  const values = points.map((p) => units.value(p.mean, kind));
  const offs = points.map((p) => Math.abs(units.value(p.mean + p.expanded, kind) - units.value(p.mean, kind)));
  const [from, to] = [Math.min(...kms), Math.max(...kms)];
  const span = Math.max(to - from, 1);
  const top = Math.max(...values.map((v, i) => v + offs[i])) * 1.08;
  const x = (km: number): number => LEFT + 10 + ((km - from) / span) * (WIDTH - LEFT - 26);
  const y = (v: number): number => TOP + (1 - v / top) * (HEIGHT - TOP - LOW);
  const [along, up] = [engraved(from, Math.max(to, from + 1), 3), engraved(0, top, 4)];
  const name =
    line.measurand.quantity === "throw" ? `Throw, ${measurandName(line.measurand)}` : measurandName(line.measurand);
  const said = points.map(
    (p) => `${units.show(p.mean, kind)} ${p.phase} at ${units.show(p.km, "distance", { digits: 0 })}`,
  );
  return (
    <figure>
      <figcaption>
        {name} <span className="lb">{units.label(kind)}</span>
      </figcaption>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={`${name}: ${said.join("; ")}`}>
        <path d={`M${LEFT} ${TOP}V${HEIGHT - LOW}H${WIDTH - 6}`} className={css.axis} />
        {up.at.map((v) => (
          <g key={v}>
            <path d={`M${LEFT - 4} ${y(v)}h4`} className={css.axis} />
            <text x={LEFT - 7} y={y(v) + 4} textAnchor="end" className="n">
              {v.toFixed(up.digits)}
            </text>
          </g>
        ))}
        {along.at.map((v) => (
          <g key={v}>
            <path d={`M${x(v)} ${HEIGHT - LOW}v4`} className={css.axis} />
            <text x={x(v)} y={HEIGHT - 7} textAnchor="middle" className="n">
              {formatNumber(v, 0)}
            </text>
          </g>
        ))}
        <path
          d={points.map((_, i) => `${i ? "L" : "M"}${x(kms[i])} ${y(values[i])}`).join("")}
          className={css.between}
        />
        {points.map((p, i) => (
          <g key={`${p.jobId} ${p.phase}`} className={p.phase === "after" ? css.after : css.before}>
            <path d={`M${x(kms[i])} ${y(values[i] - offs[i])}V${y(values[i] + offs[i])}`} />
            <circle cx={x(kms[i])} cy={y(values[i])} r="4" />
          </g>
        ))}
      </svg>
    </figure>
  );
}
