import "./layout.css";

/** The result in the trade's words, first on every tool: decision, reason, keys at its right. */
export function Answer({ children, acts }: { children: React.ReactNode; acts?: React.ReactNode }) {
  return (
    <section className="answer" aria-live="polite" aria-label="Answer">
      <p>{children}</p>
      {acts && <div className="acts">{acts}</div>}
    </section>
  );
}

/** A figure inside an answer. */
export const Num = ({ children }: { children: React.ReactNode }) => <span className="n">{children}</span>;
