import css from "./memory.module.css";

/** A wide table that scrolls sideways by mouse and by keyboard. */
export function Scroll({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <div className={css.scroll} role="region" aria-label={label} tabIndex={0}>
      {children}
    </div>
  );
}
