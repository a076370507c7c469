/** The head of a column: its words, and what class they have where that is another than usual. */
export type LedgerHead = React.ReactNode | [head: React.ReactNode, className: string];

/** A ledger: heads over rows of figures. An empty head is a plain cell. */
export function LedgerTable({
  heads,
  className,
  children,
}: {
  heads: readonly LedgerHead[];
  className?: string;
  children: React.ReactNode;
}) {
  return (
    <table className={className ? `ledger ${className}` : "ledger"}>
      <thead>
        <tr>
          {heads.map((h, i) => {
            const [head, own] = Array.isArray(h) ? (h as [React.ReactNode, string]) : [h, undefined];
            return head === "" ? (
              <td key={i} />
            ) : (
              <th key={i} className={own}>
                {head}
              </th>
            );
          })}
        </tr>
      </thead>
      <tbody>{children}</tbody>
    </table>
  );
}
