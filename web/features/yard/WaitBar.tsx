import { dayText, timeText } from "../../format/words";

const DAY_MS = 86_400_000;

/**
 * How long a job has waited and until when: filled since, outlined until, dashed where nobody knows.
 * Waits within a day run on hours, longer ones on days; now is the ink stroke.
 */
export function WaitBar({
  kind,
  since,
  until,
  now,
}: {
  kind: string;
  since: string | null;
  until: string | null;
  now: number;
}) {
  if (!since) return <span />;
  // A clock set back must not turn the bar round.
  const from = Math.min(Date.parse(since), now);
  const to = until ? Date.parse(until) : null;
  const end = Math.max(now, to ?? now + Math.max(DAY_MS / 12, (now - from) * 0.6));
  const span = Math.max(end - from, 1);
  const x = (t: number): number => 1 + ((t - from) / span) * 101;
  const colour =
    kind === "part"
      ? "var(--ochre)"
      : kind === "cure"
        ? "var(--teal)"
        : kind === "customer"
          ? "var(--edge)"
          : "var(--ink)";
  const show = (ms: number): string => {
    const iso = new Date(ms).toISOString();
    return span < DAY_MS && new Date(ms).toDateString() === new Date(now).toDateString() ? timeText(iso) : dayText(iso);
  };
  return (
    <svg
      width="104"
      height="34"
      viewBox="0 0 104 34"
      role="img"
      aria-label={`since ${show(from)}${to ? `, until ${show(to)}` : ""}`}
    >
      <path d="M0 15.5H104" stroke="var(--line)" />
      <rect x={x(from)} y="7" width={Math.max(1.5, x(Math.min(now, to ?? now)) - x(from))} height="5" fill={colour} />
      {to !== null && to > now && (
        <rect x={x(now)} y="7.5" width={x(to) - x(now)} height="4" fill="none" stroke={colour} />
      )}
      {to === null && kind !== "nothing" && (
        <path d={`M${x(now) + 2} 9.5H103`} stroke={colour} strokeWidth="2" strokeDasharray="3 3" />
      )}
      <path d={`M${x(now)} 4v14`} stroke="var(--ink)" strokeWidth="1.5" />
      <text x="0" y="31" style={{ font: "500 12px var(--mono)", letterSpacing: "-.04em", fill: "var(--quiet)" }}>
        {show(from)}
      </text>
      {to !== null && (
        <text
          x="104"
          y="31"
          textAnchor="end"
          style={{ font: "500 12px var(--mono)", letterSpacing: "-.04em", fill: "var(--quiet)" }}
        >
          {show(to)}
        </text>
      )}
    </svg>
  );
}
