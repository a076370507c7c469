/** One thing of a drawing in figures, below it: what it is on the left, its cells in a row that scrolls. */
export function Strip({
  label,
  title,
  hint,
  acts,
  before,
  children,
}: {
  label: string;
  title: string;
  hint: string;
  acts?: React.ReactNode;
  /** Dialogs that belong to it. */
  before?: React.ReactNode;
  children: React.ReactNode;
}) {
  return (
    <section className="points" aria-label={label}>
      {before}
      <div className="points-head">
        <h2 className="hd2">{title}</h2>
        <p className="lb">{hint}</p>
        {acts && <div className="row-flex">{acts}</div>}
      </div>
      <div className="points-cells">{children}</div>
    </section>
  );
}

/** A few fields of the strip under one head. */
export function StripCell({
  title,
  of,
  current,
  onFocus,
  side,
  children,
}: {
  title: string;
  /** How its fields stand: two or four abreast, two wide ones; otherwise as they come. */
  of?: "two" | "two wide" | "four";
  /** The drawing shows this one. */
  current?: boolean;
  onFocus?: () => void;
  /** Beside the head: it takes no row of its own. */
  side?: React.ReactNode;
  children: React.ReactNode;
}) {
  return (
    <div className={current ? "pcell cur" : "pcell"} onFocus={onFocus}>
      {side ? (
        <div className="pcell-head">
          <h3 className="hd2">{title}</h3>
          {side}
        </div>
      ) : (
        <h3 className="hd2">{title}</h3>
      )}
      {of ? <div className={of}>{children}</div> : children}
    </div>
  );
}
