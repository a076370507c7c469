import type { Step } from "../../../contract";
import { Press } from "../../ui/Press";
import css from "./day.module.css";

const SIZE = 220;
const RING = 78;

/** Steps that need each other round in a circle: each is opened, and one of the needs taken away. */
export function NeedsCircle({ steps, onOpen }: { steps: readonly Step[]; onOpen: (step: Step) => void }) {
  const at = (i: number): [number, number] => {
    const turn = (i / steps.length) * 2 * Math.PI - Math.PI / 2;
    return [SIZE / 2 + RING * Math.cos(turn), SIZE / 2 + RING * Math.sin(turn)];
  };
  return (
    <section className="sect" aria-label="Needs in a circle">
      <div className={css.circle}>
        <svg viewBox={`0 0 ${SIZE} ${SIZE}`} role="img" aria-label="The steps in a circle, each before the next">
          <circle cx={SIZE / 2} cy={SIZE / 2} r={RING} className={css.ring} />
          {steps.map((s, i) => {
            const [x, y] = at(i);
            const [ax, ay] = at(i + 0.5);
            const turn = ((i + 0.5) / steps.length) * 360;
            return (
              <g key={s.id}>
                <path d="M-6 -5 L4 0 L-6 5" transform={`translate(${ax} ${ay}) rotate(${turn})`} className={css.ring} />
                <circle cx={x} cy={y} r={17} className={css.bead} />
                <text x={x} y={y + 5} textAnchor="middle">
                  {i + 1}
                </text>
              </g>
            );
          })}
        </svg>
        <ol>
          {steps.map((s, i) => (
            <li key={s.id}>
              <Press className={css.kind} onClick={() => onOpen(s)}>
                <span className="rt">{s.text}</span>
                <span className="lb">needs {steps[(i + steps.length - 1) % steps.length].text} first</span>
              </Press>
            </li>
          ))}
        </ol>
      </div>
    </section>
  );
}
