import type { Origin } from "../../contract";

const SHAPES: Record<Origin, React.ReactNode> = {
  measured: <path d="M1.6 2.6v8.8M12.4 2.6v8.8M1.6 7h10.8" stroke="currentColor" strokeWidth="1.5" fill="none" />,
  calculated: <path d="M2 4.8h10M2 9.2h10" stroke="currentColor" strokeWidth="1.6" fill="none" />,
  claimed: <path d="M2 2.2h10v6.6H6.2L3.4 12V8.8H2z" stroke="currentColor" strokeWidth="1.3" fill="none" />,
  specified: (
    <>
      <path d="M2.6 1h6.2l2.8 2.8V13h-9z" fill="currentColor" />
      <path d="M4.6 6h5M4.6 8.3h5M4.6 10.6h5" stroke="var(--panel)" strokeWidth="1" />
    </>
  ),
  estimated: (
    <path d="M1.6 8.6c1.8-4.2 3.6-4.2 5.4-1.6s3.6 2.6 5.4-1.6" stroke="currentColor" strokeWidth="1.7" fill="none" />
  ),
  missing: (
    <rect
      x="2.1"
      y="2.1"
      width="9.8"
      height="9.8"
      stroke="currentColor"
      strokeWidth="1.3"
      strokeDasharray="2 1.6"
      fill="none"
    />
  ),
};

/** Where a number came from, as a mark that reads without colour. */
export function OriginMark({ origin, size = 13 }: { origin: Origin; size?: number }) {
  return (
    <svg className="om" viewBox="0 0 14 14" width={size} height={size} role="img" aria-label={origin}>
      {SHAPES[origin]}
    </svg>
  );
}

/** Said before an answer to figures nobody entered. */
export const EXAMPLE = "Example figures.";

/** The same, with its mark, at the head of an answer. */
export function ExampleLead() {
  return (
    <>
      <OriginMark origin="estimated" size={16} /> {EXAMPLE}{" "}
    </>
  );
}

const ORDER: Origin[] = ["measured", "calculated", "claimed", "specified", "estimated", "missing"];

/** What the marks mean; stands at the foot of every ledger. */
export function OriginLegend({ only = ORDER }: { only?: Origin[] }) {
  return (
    <ul className="legend" aria-label="Where a number came from">
      {only.map((o) => (
        <li key={o} className="lb">
          <OriginMark origin={o} />
          {o}
        </li>
      ))}
    </ul>
  );
}

/** A figure with its mark in a fixed place to its left. */
export function Figure({ origin, children, wide }: { origin: Origin; children?: React.ReactNode; wide?: boolean }) {
  return (
    <span className={wide ? "fig wide" : "fig"}>
      <OriginMark origin={origin} />
      {origin === "missing" ? <span className="to-take">{children ?? "to take"}</span> : <span>{children}</span>}
    </span>
  );
}
