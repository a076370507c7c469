import type { SetResult } from "../../core";
import { engraved } from "../ui/engraved";

/** Engraved scale from zero: open pointer before, filled after, bands for their uncertainty. */
export function BeforeAfterScale({ before, after }: { before: SetResult; after: SetResult | null }) {
  const top = Math.max(before.mean + before.expanded, (after?.mean ?? 0) + (after?.expanded ?? 0)) * 1.08 || 1;
  const x = (v: number): number => 4 + (Math.max(0, v) / top) * 132;
  const ticks = engraved(0, top, 12).at;
  const band = (r: SetResult, colour: string) => (
    <rect
      x={x(r.mean - r.expanded)}
      y="15"
      width={Math.max(1.5, x(r.mean + r.expanded) - x(r.mean - r.expanded))}
      height="3"
      fill={colour}
    />
  );
  return (
    <svg width="140" height="24" viewBox="0 0 140 24" aria-hidden="true">
      <path d="M4 18H136" stroke="var(--edge)" />
      {ticks.map((v) => (
        <path key={v} d={`M${x(v)} 18v4`} stroke="var(--edge)" />
      ))}
      {band(before, "var(--ochre)")}
      <path
        d={`M${x(before.mean)} 14L${x(before.mean) - 5} 5H${x(before.mean) + 5}Z`}
        fill="none"
        stroke="var(--ochre)"
        strokeWidth="1.5"
      />
      {after && (
        <>
          {band(after, "var(--teal)")}
          <path d={`M${x(after.mean)} 14L${x(after.mean) - 5} 5H${x(after.mean) + 5}Z`} fill="var(--teal)" />
        </>
      )}
    </svg>
  );
}
