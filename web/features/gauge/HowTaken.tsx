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

const PICTURES: Record<ReadingQuantity, React.ReactNode> = {
  throw: (
    <>
      {lever(-26, true)}
      {lever(26)}
      {arrows(34, 5, 86, 5)}
    </>
  ),
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
  freePlayForeAft: (
    <>
      {lever(-8, true)}
      {lever(8)}
      {arrows(52, 5, 68, 5)}
    </>
  ),
  freePlayCross: (
    <>
      <circle cx="48" cy="40" r="11" fill="var(--panel)" stroke="var(--ref-inner)" strokeDasharray="4 3" />
      <circle cx="70" cy="40" r="11" fill="var(--panel)" stroke="var(--ink)" strokeWidth="1.6" />
      {arrows(48, 16, 70, 16)}
    </>
  ),
  knobHeight: (
    <>
      {lever(0)}
      <path d="M22 66h76" stroke="var(--ref)" strokeWidth="1.3" />
      {arrows(88, 17, 88, 65)}
    </>
  ),
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
  throw: "Tape from knob centre to knob centre, engine off, gear to gear. Take up the free play first.",
  crossGate: "Neutral to neutral, from one gate to the next, at the knob’s centre.",
  freePlayForeAft: "In gear, engine off: push and pull until it stops moving freely. Read end to end.",
  freePlayCross: "In gear: side to side until it stops moving freely. Read end to end.",
  knobHeight: "Neutral: from the pivot’s centre up to the knob’s centre.",
};
