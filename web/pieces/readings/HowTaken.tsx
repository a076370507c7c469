import type { ReadingQuantity } from "../../../contract";

const lever = (dx: number, dashed = false) => (
  <g stroke={dashed ? "var(--ref-inner)" : "var(--ink)"} strokeDasharray={dashed ? "4 3" : undefined} fill="none">
    <path d={`M60 66 L${60 + dx} 22`} strokeWidth={dashed ? 1.2 : 2} />
    <circle cx={60 + dx} cy="17" r="6" strokeWidth={dashed ? 1.2 : 1.6} fill="var(--panel)" />
  </g>
);

const arrows = (x1: number, y1: number, x2: number, y2: number) => {
  const a = (Math.atan2(y2 - y1, x2 - x1) * 180) / Math.PI;
  return (
    <g stroke="var(--teal)" fill="var(--teal)">
      <path d={`M${x1} ${y1}L${x2} ${y2}`} strokeWidth="1" />
      <path d="M0 0 7 2.5 7 -2.5z" stroke="none" transform={`translate(${x1} ${y1}) rotate(${a})`} />
      <path d="M0 0 7 2.5 7 -2.5z" stroke="none" transform={`translate(${x2} ${y2}) rotate(${a + 180})`} />
    </g>
  );
};

/** The lever from one end of its way to the other. */
const swing = (dx: number) => (
  <>
    {lever(-dx, true)}
    {lever(dx)}
    {arrows(60 - dx, 5, 60 + dx, 5)}
  </>
);

/** The knob above a level line. */
const knobAbove = (level: number) => (
  <>
    {lever(0)}
    <path d={`M22 ${level}h76`} stroke="var(--ref)" strokeWidth="1.3" />
    {arrows(88, 17, 88, level - 1)}
  </>
);

/** Two faces and the distance between them: gaps and heights. */
const faces = (top: number, bottom: number) => (
  <>
    <path d={`M26 ${top}h68M26 ${bottom}h68`} stroke="var(--ref)" strokeWidth="1.6" />
    {arrows(60, top + 1, 60, bottom - 1)}
  </>
);

/** A shaft, its joint and the angle it stands at. */
const slope = (deg: number) => (
  <>
    <path d="M20 52h80" stroke="var(--ref-inner)" strokeDasharray="10 3 2 3" />
    <path d="M20 52L100 30" stroke="var(--ink)" strokeWidth="5" />
    <path d="M86 52a66 66 0 0 0 -2.5 -17.5" fill="none" stroke="var(--teal)" strokeWidth="1.2" />
    <circle cx="20" cy="52" r={deg} fill="var(--panel)" stroke="var(--ink)" strokeWidth="1.5" />
  </>
);

const jug = (up: boolean) => (
  <>
    <path d="M42 14h36l-4 52H46z" fill="none" stroke="var(--ink)" strokeWidth="1.6" />
    <path d={up ? "M45 34h30l-2.4 31H47.4z" : "M46 48h28l-1.4 17H47.4z"} fill="var(--teal-tint)" stroke="var(--teal)" />
    {arrows(94, up ? 60 : 20, 94, up ? 20 : 60)}
  </>
);

/** The knob from above, from one end of its play to the other. */
const sideways = (
  <>
    <circle cx="48" cy="40" r="11" fill="var(--panel)" stroke="var(--ref-inner)" strokeDasharray="4 3" />
    <circle cx="70" cy="40" r="11" fill="var(--panel)" stroke="var(--ink)" strokeWidth="1.6" />
    {arrows(48, 16, 70, 16)}
  </>
);

/** Two faces and the way between them. */
const between = (
  <>
    <rect x="26" y="18" width="22" height="44" rx="3" fill="var(--well)" stroke="var(--edge)" />
    <rect x="72" y="18" width="22" height="44" rx="3" fill="var(--well)" stroke="var(--edge)" />
    {arrows(48, 40, 72, 40)}
  </>
);

const PICTURES: Record<ReadingQuantity, React.ReactNode> = {
  freePlayNeutral: sideways,
  freePlayUpDown: (
    <>
      {lever(0)}
      {arrows(84, 12, 84, 30)}
    </>
  ),
  knobReach: (
    <>
      {lever(10)}
      <path d="M14 12v54" stroke="var(--ref)" strokeWidth="1.3" />
      {arrows(15, 17, 62, 17)}
    </>
  ),
  mountHeight: (
    <>
      {faces(18, 60)}
      <path d="M40 18c-6 14 -6 28 0 42M80 18c6 14 6 28 0 42" fill="none" stroke="var(--ink)" strokeWidth="1.4" />
    </>
  ),
  stopGap: (
    <>
      <path d="M30 66L44 14" stroke="var(--ink)" strokeWidth="3" />
      <path d="M62 30h40M62 38h40" stroke="var(--ink)" strokeWidth="1.4" />
      {arrows(43, 34, 61, 34)}
    </>
  ),
  lockoutGap: faces(30, 44),
  jointAngle: slope(6),
  inclination: slope(2),
  cableThread: (
    <>
      <path d="M14 38h44" stroke="var(--ink)" strokeWidth="3" />
      <path d="M58 28v20M64 28v20M70 28v20M76 28v20M82 28v20M88 28v20" stroke="var(--ink)" strokeWidth="1.4" />
      {arrows(58, 60, 82, 60)}
    </>
  ),
  rodLength: (
    <>
      <path d="M24 44h72" stroke="var(--ink)" strokeWidth="3" />
      <circle cx="20" cy="44" r="6" fill="var(--panel)" stroke="var(--ink)" strokeWidth="1.6" />
      <circle cx="100" cy="44" r="6" fill="var(--panel)" stroke="var(--ink)" strokeWidth="1.6" />
      {arrows(20, 24, 100, 24)}
    </>
  ),
  fluidDrained: jug(false),
  fluidFilled: jug(true),
  gap: between,
  size: between,
  throw: swing(26),
  crossGate: (
    <>
      <rect x="36" y="30" width="6" height="34" rx="3" fill="var(--well)" stroke="var(--edge)" />
      <rect x="78" y="30" width="6" height="34" rx="3" fill="var(--well)" stroke="var(--edge)" />
      <rect x="36" y="44" width="48" height="6" fill="var(--well)" />
      <circle cx="39" cy="47" r="8" fill="var(--panel)" stroke="var(--ref-inner)" strokeDasharray="4 3" />
      <circle cx="81" cy="47" r="8" fill="var(--panel)" stroke="var(--ink)" strokeWidth="1.6" />
      {arrows(39, 20, 81, 20)}
    </>
  ),
  freePlayForeAft: swing(8),
  freePlayCross: sideways,
  knobHeight: knobAbove(66),
  knobAboveTunnel: knobAbove(52),
};

/** How a quantity is taken, in small. */
export function HowTaken({ quantity }: { quantity: ReadingQuantity }) {
  return (
    <svg className="how" viewBox="0 0 120 76" width="120" height="76" aria-hidden="true">
      {PICTURES[quantity]}
    </svg>
  );
}

export const HOW_TO: Record<ReadingQuantity, string> = {
  throw:
    "Tape from knob centre to knob centre, engine off, gear to gear. Take up the free play in the direction of each gear.",
  crossGate: "Neutral to neutral, from one gate to the next, at the knob’s centre.",
  freePlayForeAft: "In gear, engine off: push and pull until it stops moving freely. Read end to end.",
  freePlayCross: "In gear: side to side until it stops moving freely. Read end to end.",
  freePlayNeutral: "In neutral, in the middle gate: end to end, before a spring pushes back.",
  freePlayUpDown: "In neutral: pull up and push down without turning a collar.",
  knobAboveTunnel: "Neutral: from the tunnel or console straight up to the knob’s centre. The bench does not use it.",
  knobReach: "Neutral: from the seat back, at its usual place, to the knob’s centre.",
  mountHeight:
    "As the vehicle’s maker says; without that, on its wheels. Bracket to body, the same two faces each time.",
  stopGap: "In gear, play taken up towards the gear: feeler between lever and screw.",
  lockoutGap: "In the outermost forward gear: feeler at the plate.",
  jointAngle: "Angle gauge on both shafts; enter the difference.",
  inclination: "Angle gauge on a machined face of the gearbox; + rises to the front.",
  cableThread: "From the end of the thread to the nut, before it is touched.",
  rodLength: "Ball centre to ball centre.",
  gap: "Between the lever or linkage and what is named, at its nearest.",
  size: "The length that is named, of the piece itself.",
  fluidDrained: "All of it, into a jug, warm.",
  fluidFilled: "What went in until it ran at the level hole.",
  knobHeight: "Neutral: from the pivot’s centre up to the knob’s centre.",
};
