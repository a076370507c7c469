import type { ReactNode } from "react";
import type { StepDrawing } from "../../../contract";
import css from "./drawing.module.css";

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

/** What is drawn, 320 by 170: metal quiet, the part that is fitted in colour. */
export const SHAPES: Record<StepDrawing, ReactNode> = {
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
  ringInGroove: (
    <>
      <path d="M70 30 h40 v40 h-16 v20 h16 v50 h-40 z M250 30 h-40 v40 h16 v20 h-16 v50 h40 z" className={css.metal} />
      <path d="M148 18 q-26 20 -30 52 h-22 v20 h24 q2 -2 4 -12 q6 -34 24 -52 z" className={css.part} />
      <path d="M172 18 q26 20 30 52 h22 v20 h-24 q-2 -2 -4 -12 q-6 -34 -24 -52 z" className={css.part} />
      <path d="M40 116 l52 -32 m-8 1 l8 -1 l-3 8" className={css.arrow} />
      <text x={14} y={134}>
        groove
      </text>
    </>
  ),
  ringFirst: (
    <>
      <line x1={160} x2={160} y1={40} y2={160} className={css.rod} />
      <ellipse cx={160} cy={120} rx={46} ry={11} className={css.part} />
      <ellipse cx={160} cy={118} rx={20} ry={5} className={css.metal} />
      <circle cx={160} cy={32} r={22} className={css.metal} />
      <path d="M84 90 v26 m-5 -6 l5 6 l5 -6 M236 30 v26 m-5 -6 l5 6 l5 -6" className={css.arrow} />
      <text x={66} y={84}>
        1 ring
      </text>
      <text x={212} y={24}>
        2 knob
      </text>
    </>
  ),
  lipToOil: (
    <>
      <path d="M110 8 h60 v30 h-60 z M110 132 h60 v30 h-60 z" className={css.metal} />
      <rect x={30} y={68} width={260} height={34} className={css.metal} />
      <path d="M122 38 h36 v8 h-26 v8 l44 10 v4 h-20 l-34 -12 z" className={css.part} />
      <path d="M122 132 h36 v-8 h-26 v-8 l44 -10 v-4 h-20 l-34 12 z" className={css.part} />
      <line x1={20} x2={300} y1={85} y2={85} className={css.axis} />
      <path d="M206 54 h34 m-6 -5 l6 5 l-6 5" className={css.arrow} />
      <text x={248} y={59}>
        oil
      </text>
    </>
  ),
  arrowsToArms: (
    <>
      <circle cx={160} cy={86} r={62} className={css.part} />
      <circle cx={160} cy={86} r={22} className={css.metal} />
      {[0, 120, 240].map((deg) => (
        <g key={deg} transform={`rotate(${deg} 160 86)`}>
          <path d="M152 64 l-6 -44 h28 l-6 44 z" className={css.metal} />
          <path d="M160 60 v-28 m-6 8 l6 -8 l6 8" className={css.arrow} />
        </g>
      ))}
      <text x={232} y={30}>
        arm
      </text>
    </>
  ),
  leanRearward: (
    <>
      <rect x={70} y={126} width={180} height={20} className={css.metal} />
      <line x1={160} x2={160} y1={126} y2={20} className={css.axis} />
      <line x1={160} x2={212} y1={126} y2={34} className={css.rod} />
      <circle cx={212} cy={34} r={13} className={css.part} />
      <circle cx={160} cy={126} r={12} className={css.part} />
      <path d="M168 40 h24 m-6 -5 l6 5 l-6 5 M50 30 h-24 m6 -5 l-6 5 l6 5" className={css.arrow} />
      <text x={22} y={20}>
        front
      </text>
    </>
  ),
  patternStraight: (
    <>
      <circle cx={160} cy={96} r={58} className={css.part} />
      <path d="M130 66 v60 M160 66 v60 M190 66 v60 M130 96 h60" className={css.gate} />
      <path d="M160 30 v-20 m-5 6 l5 -6 l5 6" className={css.arrow} />
      <text x={172} y={20}>
        front
      </text>
    </>
  ),
  pinDepth: (
    <>
      <path d="M80 30 h160 v110 h-160 z" className={css.metal} />
      <rect x={40} y={74} width={164} height={22} className={css.part} />
      <rect x={84} y={66} width={16} height={38} className={css.part} />
      <rect x={180} y={66} width={16} height={38} className={css.part} />
      <line x1={30} x2={290} y1={85} y2={85} className={css.axis} />
      <line x1={40} x2={40} y1={102} y2={154} className={css.thread} />
      <line x1={80} x2={80} y1={142} y2={154} className={css.thread} />
      <path d="M40 150 h40 m-6 -4 l6 4 l-6 4 M40 150 m6 -4 l-6 4 l6 4" className={css.arrow} />
      <text x={88} y={160}>
        as measured
      </text>
    </>
  ),
  notchInHole: (
    <>
      <rect x={60} y={52} width={200} height={72} className={css.metal} />
      <circle cx={160} cy={88} r={24} className={css.hole} />
      <path d="M136 78 h16 v20 h16 v-20 h16 v20 q-6 14 -24 14 q-18 0 -24 -14 z" className={css.part} />
      <path d="M230 30 l-56 48 m2 -9 l-2 9 l9 -1" className={css.arrow} />
      <text x={234} y={28}>
        notch
      </text>
    </>
  ),
  splinesIn: (
    <>
      <path d="M110 40 h100 v34 h-100 z M110 98 h100 v34 h-100 z" className={css.metal} />
      <path d="M88 62 h16 v12 h106 v24 h-106 v12 h-16 z" className={css.part} />
      {[112, 124, 136, 148, 160, 172, 184, 196].map((x) => (
        <line key={x} x1={x} x2={x} y1={76} y2={96} className={css.thread} />
      ))}
      <line x1={60} x2={260} y1={86} y2={86} className={css.axis} />
      <path d="M64 126 l36 -18 m-9 -1 l9 1 l-4 8" className={css.arrow} />
      <text x={20} y={142}>
        collar
      </text>
    </>
  ),
  plateFlat: (
    <>
      <rect x={50} y={96} width={220} height={44} className={css.metal} />
      <rect x={70} y={80} width={180} height={16} className={css.part} />
      <line x1={160} x2={160} y1={20} y2={80} className={css.rod} />
      {[84, 236].map((x) => (
        <path key={x} d={`M${x} 50 v22 m-5 -6 l5 6 l5 -6`} className={css.arrow} />
      ))}
    </>
  ),
  endClicked: (
    <>
      <rect x={148} y={92} width={24} height={60} className={css.metal} />
      <circle cx={160} cy={78} r={20} className={css.metal} />
      <path d="M124 46 h72 v44 h-10 q4 -34 -26 -34 q-30 0 -26 34 h-10 z" className={css.part} />
      <rect x={196} y={58} width={90} height={14} className={css.part} />
      <path d="M160 38 v-24 m-5 6 l5 -6 l5 6" className={css.arrow} />
      <text x={172} y={24}>
        pull
      </text>
    </>
  ),
};
