import type { SettingTool } from "../../../contract";

export type DeskTool =
  SettingTool | "throw-bench" | "torque-text" | "fastener" | "measurement" | "what-turns" | "rehearse";

const thin = (d: string) => <path d={d} fill="none" stroke="var(--edge)" strokeWidth="1.2" />;
const ink = (d: string) => <path d={d} fill="none" stroke="var(--ink)" strokeWidth="1.6" />;
const teal = (d: string) => <path d={d} fill="none" stroke="var(--teal)" strokeWidth="1.8" />;
const dot = (cx: number, cy: number, r = 3.4) => <circle cx={cx} cy={cy} r={r} fill="var(--ink)" />;

/** A small drawing of what each tool is about. */
export const DESK_DRAWINGS: Record<DeskTool, React.ReactNode> = {
  "throw-bench": (
    <>
      {thin("M10 40H62M22 8L36 32M50 8L36 32")}
      {ink("M28 6L36 32L38 42")}
      {teal("M44 10L36 32L35 44")}
      {dot(28, 6)}
      <circle cx="36" cy="32" r="3" fill="var(--ground)" stroke="var(--ink)" />
    </>
  ),
  rod: (
    <>
      {ink("M22 24H50M22 20v8M50 20v8")}
      <circle cx="14" cy="24" r="7" fill="none" stroke="var(--ink)" strokeWidth="1.6" />
      <circle cx="58" cy="24" r="7" fill="none" stroke="var(--ink)" strokeWidth="1.6" />
      {teal("M14 40H58M14 36v8M58 36v8")}
    </>
  ),
  gatedLinkage: (
    <>
      {ink("M18 8V40M54 14V40")}
      {teal("M18 30L54 26")}
      {[12, 20, 30].map((y) => (
        <circle key={y} cx="18" cy={y} r="2.6" fill="var(--ground)" stroke="var(--ink)" />
      ))}
      {[18, 26, 34].map((y) => (
        <circle key={y} cx="54" cy={y} r="2.6" fill="var(--ground)" stroke="var(--ink)" />
      ))}
    </>
  ),
  floorSlot: (
    <>
      {thin("M8 40L18 12H64L54 40Z")}
      <rect x="26" y="20" width="22" height="12" rx="6" fill="none" stroke="var(--teal)" strokeWidth="1.8" />
      {ink("M37 26L42 4")}
      {dot(42, 4)}
    </>
  ),
  stops: (
    <>
      {ink("M36 6V42M36 24h-8M20 18v12h-8v-12zM44 24h8M52 18v12h8v-12z")}
      {teal("M28 12v24M44 12v24")}
    </>
  ),
  lockout: (
    <>
      {ink("M10 30H40V14H62")}
      {teal("M40 36v8M46 36v8M40 40h6")}
      {dot(50, 30, 5)}
    </>
  ),
  release: (
    <>
      {ink("M16 22h16v20M56 22H40v20")}
      <rect x="32" y="12" width="8" height="30" fill="none" stroke="var(--ink)" strokeWidth="1.6" />
      {teal("M46 12v10M43 15l3-3 3 3")}
    </>
  ),
  shims: (
    <>
      {ink("M12 10H60M12 42H60")}
      {[16, 20, 25, 31].map((y) => (
        <path key={y} d={`M22 ${y}H50`} stroke="var(--teal)" strokeWidth="2.4" />
      ))}
      {thin("M56 10V42")}
    </>
  ),
  cableMarks: (
    <>
      {ink("M8 20h20v8H8zM28 16h8v16h-8z")}
      {thin("M36 20h24v8H36zM40 20l3 8M45 20l3 8M50 20l3 8M55 20l3 8")}
      {teal("M54 10v28")}
    </>
  ),
  pressFit: (
    <>
      {ink("M14 22h14v20M58 22H44v20")}
      <rect x="28" y="14" width="16" height="24" fill="none" stroke="var(--teal)" strokeWidth="1.8" />
      {ink("M36 2v9M32 7l4 4 4-4")}
    </>
  ),
  fastener: (
    <>
      {ink("M26 6H46V16H26ZM30 16V44H42V16")}
      {thin("M30 22l12 3M30 28l12 3M30 34l12 3M30 40l12 3")}
      {teal("M12 24H26M46 24H60")}
    </>
  ),
  "torque-text": (
    <>
      {ink("M10 34L48 16")}
      <circle cx="54" cy="13" r="7" fill="none" stroke="var(--ink)" strokeWidth="1.6" />
      {teal("M16 42a28 28 0 0 0 22-6M34 42l5-6-8-1")}
    </>
  ),
  measurement: (
    <>
      {thin("M8 36H64M14 36v5M24 36v5M34 36v5M44 36v5M54 36v5")}
      <path d="M24 32l-6-12h12z" fill="none" stroke="var(--ochre)" strokeWidth="1.6" />
      <path d="M46 32l-6-12h12z" fill="var(--teal)" />
    </>
  ),
  "what-turns": (
    <>
      {thin("M8 40H64")}
      {ink("M8 38l8-2 3-24 4 24 10 1 3-12 4 12 12 1 12 0")}
      {teal("M18 44v-4M36 44v-4")}
    </>
  ),
  rehearse: (
    <>
      {[10, 20, 30, 40].map((y, i) => (
        <path
          key={y}
          d={`M10 ${y}h${[48, 30, 18, 10][i]}`}
          stroke={i ? "var(--edge)" : "var(--teal)"}
          strokeWidth="5"
        />
      ))}
    </>
  ),
};
