/** A box to tick with a pen. */
export function Box() {
  return <span className="pbox" data-box role="img" aria-label="to tick" />;
}

/** A line to write on. */
export function Line({ unit, wide }: { unit?: string; wide?: boolean }) {
  return (
    <>
      <span
        className={wide ? "pline wide" : "pline"}
        data-line={wide ? "wide" : ""}
        role="img"
        aria-label="to fill in"
      />
      {unit && ` ${unit}`}
    </>
  );
}
