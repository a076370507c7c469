import type { JobView } from "../../../contract";
import { formatNumber } from "../../../core";
import { dateText } from "../../format/words";

/** The lever and the parts that went in, with what they cost. */
export function Fitted({ view, currency }: { view: JobView; currency: string }) {
  const fitted = view.part.filter((p) => p.state === "fitted" || p.carriedOver);
  const chosen = view.setup.find((s) => s.id === view.job.chosenSetupId);
  if (!fitted.length && !chosen) return null;
  return (
    <section>
      <h2 className="hd2">What was fitted</h2>
      {chosen && (
        <p>
          Lever: {chosen.name}
          {view.job.choiceReason && `. ${view.job.choiceReason}`}
        </p>
      )}
      {fitted.length > 0 && (
        <table className="ledger">
          <thead>
            <tr>
              <th>part</th>
              <th className="txt">number</th>
              <th className="txt">fits</th>
              <th>how many</th>
              <th>{currency}</th>
            </tr>
          </thead>
          <tbody>
            {fitted.map((p) => (
              <tr key={p.id}>
                <td>
                  {p.name}
                  {p.carriedOver && ", carried over from the old part"}
                </td>
                <td className="txt n">{p.number}</td>
                <td className="txt">
                  {[p.variant, p.builtFrom && `from ${dateText(p.builtFrom)}`, p.builtTo && `to ${dateText(p.builtTo)}`]
                    .filter(Boolean)
                    .join(" ")}
                </td>
                <td className="n">{formatNumber(p.quantity, Number.isInteger(p.quantity) ? 0 : 2)}</td>
                <td className="n">{p.price === null || p.carriedOver ? "" : formatNumber(p.price * p.quantity, 2)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
