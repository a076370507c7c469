import type { StepDrawing as Which } from "../../../contract";
import css from "./drawing.module.css";

const WORDS: Record<Which, [string, string]> = {
  lipInwards: ["Cut through, seen from the rear", "wide lip inwards"],
  dotForward: ["Seen from above", "dot to the front"],
  notchToTab: ["Seen along the axis", "notch to the tab"],
  smallEndProud: ["Cut through the joint", "small end stands proud"],
  flatWasher: ["Seen from the side", "rounded side to the nut"],
  endsToMarks: ["Seen from above", "left to left, at the marks"],
};

/** Where orientation decides: one drawing, and what is right in it. */
export function StepDrawing({ which }: { which: Which }) {
  const [title, right] = WORDS[which];
  return (
    <figure className={css.drawing}>
      <figcaption>
        <b>{title}</b> <span className={css.right}>{right}</span>
      </figcaption>
      <svg viewBox="0 0 320 170" role="img" aria-label={`${title}: ${right}`}>
        {SHAPES[which]}
      </svg>
    </figure>
  );
}

const bush = (x: number, inward: 1 | -1) => (
  <g key={x}>
    <rect x={x - 9} y={24} width={18} height={110} className={css.metal} />
    <path
      d={`M${x - 9 * inward} 48 h${34 * inward} v64 h${-34 * inward} z M${x - 9 * inward} 60 h${-16 * inward} v40 h${16 * inward}`}
      className={css.part}
    />
    <line x1={x - 44} x2={x + 44} y1={80} y2={80} className={css.axis} />
  </g>
);

const SHAPES: Record<Which, React.ReactNode> = {
  lipInwards: (
    <>
      {bush(88, 1)}
      {bush(232, -1)}
      <path d="M134 80 h18 m-6 -5 l6 5 l-6 5 M186 80 h-18 m6 -5 l-6 5 l6 5" className={css.arrow} />
      <text x={30} y={160}>
        left
      </text>
      <text x={262} y={160}>
        right
      </text>
    </>
  ),
  dotForward: (
    <>
      <rect x={100} y={34} width={120} height={104} rx={10} className={css.metal} />
      <circle cx={160} cy={86} r={26} className={css.part} />
      <circle cx={160} cy={50} r={6} className={css.mark} />
      <path d="M160 28 v-18 m-5 6 l5 -6 l5 6" className={css.arrow} />
      <text x={172} y={18}>
        front
      </text>
    </>
  ),
  notchToTab: (
    <>
      <circle cx={160} cy={86} r={62} className={css.metal} />
      <path d="M152 24 h16 v16 h-16 z" className={css.metal} />
      <path d="M160 40 a46 46 0 1 0 8 0 v12 h-16 v-12" className={css.part} />
      <circle cx={160} cy={86} r={20} className={css.metal} />
      <path d="M212 30 l-36 4 m5 -5 l-5 5 l6 4" className={css.arrow} />
      <text x={216} y={32}>
        tab
      </text>
    </>
  ),
  smallEndProud: (
    <>
      <rect x={96} y={50} width={128} height={72} className={css.metal} />
      <path d="M150 30 h20 v104 l-4 8 h-12 l-4 -8 z" className={css.part} />
      <line x1={160} x2={160} y1={14} y2={160} className={css.axis} />
      <path d="M212 138 l-34 -2 m5 -5 l-5 5 l5 4" className={css.arrow} />
      <text x={216} y={142}>
        proud
      </text>
    </>
  ),
  flatWasher: (
    <>
      <rect x={70} y={104} width={180} height={16} className={css.metal} />
      <path d="M100 104 h120 v-6 q0 -8 -10 -8 h-100 q-10 0 -10 8 z" className={css.part} />
      <path d="M122 90 v-34 h76 v34 z" className={css.metal} />
      <rect x={148} y={24} width={24} height={120} className={css.metal} />
      <path d="M262 84 l-40 8 m6 -6 l-6 6 l7 3" className={css.arrow} />
      <text x={240} y={76}>
        rounded
      </text>
    </>
  ),
  endsToMarks: (
    <>
      {[110, 210].map((x, i) => (
        <g key={x}>
          <line x1={x} x2={x} y1={20} y2={64} className={css.part} />
          <rect x={x - 12} y={64} width={24} height={40} className={css.part} />
          {[0, 1, 2, 3].map((k) => (
            <line key={k} x1={x - 5} x2={x + 5} y1={34 + k * 8} y2={31 + k * 8} className={css.thread} />
          ))}
          <circle cx={x} cy={130} r={9} className={css.metal} />
          <line x1={x} x2={x} y1={104} y2={121} className={css.axis} />
          <text x={x - 12} y={160}>
            {i ? "right" : "left"}
          </text>
        </g>
      ))}
    </>
  ),
};
