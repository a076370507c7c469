import type { LoadWord, Stage } from "../../contract";
import { STAGE_NAMES } from "../format/words";
import { stageWords } from "../../contract";

/** The program's sign: a lever in its ball. */
export function Sign() {
  return (
    <svg width="34" height="46" viewBox="0 0 34 46" fill="none" role="img" aria-label="Ash Lever">
      <path d="M4 33.5h8.5M21.5 33.5H30" stroke="currentColor" strokeWidth="1.5" />
      <path d="M14.8 41.5 22.5 11" stroke="currentColor" strokeWidth="2.6" strokeLinecap="round" />
      <circle cx="17" cy="33.5" r="4.2" fill="var(--well)" stroke="currentColor" strokeWidth="1.5" />
      <circle cx="23.3" cy="8" r="5.2" fill="currentColor" />
      <circle cx="23.3" cy="8" r="3" stroke="var(--ring)" strokeWidth=".9" />
    </svg>
  );
}

/** A luggage tag with the vehicle's number. */
export function Tag({ text, strong }: { text: string; strong?: boolean }) {
  const width = Math.max(98, 34 + text.length * 9.2);
  const right = width - 3;
  const stroke = strong ? "var(--ink)" : "var(--edge)";
  return (
    <svg className="tag" width={width} height="32" viewBox={`0 0 ${width} 32`} role="img" aria-label={`tag ${text}`}>
      <path
        d={`M9.5.75H${right}a2 2 0 0 1 2 2v26.5a2 2 0 0 1-2 2H9.5L.75 22.5v-13z`}
        fill="var(--panel)"
        stroke={stroke}
        strokeWidth="1.2"
      />
      <circle cx="10.5" cy="16" r="3.2" fill="var(--ground)" stroke={stroke} strokeWidth="1.2" />
      <text x={(width + 16) / 2} y="21.2" textAnchor="middle" style={{ font: "600 15px var(--mono)" }}>
        {text}
      </text>
    </svg>
  );
}

/** Wheels, triangles, posts or a pit: what the vehicle is on; nothing under the line where nobody has said. */
export function LoadPictogram({ load, size = 34 }: { load: readonly LoadWord[]; size?: number }) {
  const has = (l: LoadWord): boolean => load.includes(l);
  return (
    <svg
      width={size}
      height={(size * 20) / 34}
      viewBox="0 0 34 20"
      fill="none"
      stroke="currentColor"
      aria-hidden="true"
    >
      <path d="M2 7.5h30" strokeWidth="2" />
      {(has("onWheels") || has("overPit")) && !has("onStands") && (
        <path
          d="M4.8 13.5a4.2 4.2 0 1 0 8.4 0a4.2 4.2 0 1 0 -8.4 0M20.8 13.5a4.2 4.2 0 1 0 8.4 0a4.2 4.2 0 1 0 -8.4 0"
          strokeWidth="1.4"
        />
      )}
      {has("onStands") && <path d="M9 8.5 5 18h8zM25 8.5 21 18h8z" strokeWidth="1.3" strokeLinejoin="round" />}
      {has("onLift") && <path d="M4 8.5V18M30 8.5V18M4 11h8M22 11h8" strokeWidth="1.5" />}
      {has("subframeSupported") && <path d="M17 8.5V18M14 18h6" strokeWidth="1.6" />}
      {has("gearboxSupported") && <path d="M15 11h4v7M15 11v7" strokeWidth="1.6" />}
      {has("engineSupported") && <path d="M12 11h4v7M12 11v7" strokeWidth="1.6" />}
      {load.length === 0 && (
        <text x="17" y="17" textAnchor="middle" fontSize="9" fill="currentColor" stroke="none">
          ?
        </text>
      )}
      {has("overPit") ? <path d="M0 18.75h13M21 18.75h13" strokeWidth="1" /> : <path d="M0 18.75h34" strokeWidth="1" />}
    </svg>
  );
}

/** The stage rail in small, for lists. */
export function MiniRail({ stage }: { stage: Stage }) {
  const at = stageWords.indexOf(stage);
  const x = (i: number) => 8 + i * 18.4;
  const anchor = at === 0 ? "start" : at === stageWords.length - 1 ? "end" : "middle";
  return (
    <svg width="108" height="36" viewBox="0 0 108 36" role="img" aria-label={`stage: ${STAGE_NAMES[stage]}`}>
      <rect x="5" y="8.5" width="98" height="5" rx="2.5" fill="var(--well)" stroke="var(--edge)" />
      {stageWords.map((s, i) => (
        <circle key={s} cx={x(i)} cy="11" r="3" fill="var(--ground)" stroke="var(--edge)" />
      ))}
      <circle cx={x(at)} cy="11" r="8.5" fill="var(--ground)" />
      <circle cx={x(at)} cy="11" r="6.5" fill="var(--ink)" />
      <circle cx={x(at)} cy="11" r="4" fill="none" stroke="var(--ring)" strokeWidth=".9" />
      <text
        x={at === 0 ? 1.5 : at === stageWords.length - 1 ? 106 : x(at)}
        y="32"
        textAnchor={anchor}
        style={{ font: "540 12.5px var(--sans)", fontStretch: "90%" }}
      >
        {STAGE_NAMES[stage]}
      </text>
    </svg>
  );
}

/** A mark beside words, drawn in their colour. */
const Mark = ({ d }: { d: string }) => (
  <svg width="13" height="13" viewBox="0 0 14 14" fill="none" stroke="currentColor" strokeWidth="2" aria-hidden="true">
    <path d={d} />
  </svg>
);

export const Tick = () => <Mark d="M2 7.5 5.5 11 12 3.5" />;

export const CrossMark = () => <Mark d="M3 3l8 8M11 3l-8 8" />;
