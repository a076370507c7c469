import type { JobView, Part } from "../../../contract";
import { formatNumber } from "../../../core";
import { fitDoubts } from "../../../domain";
import { dateText } from "../../format/words";
import { doubtText } from "../../format/fitDoubts";
import { LedgerTable } from "../../ui/LedgerTable";

const STATE: Record<Part["state"], string> = {
  needed: "not recorded as fitted",
  ordered: "ordered, not recorded as arrived",
  notSold: "no longer sold",
  arrived: "arrived, not recorded as fitted",
  fitted: "",
};

/** A part of a step that is done and of which nobody said that it went in is told so; one that was not reached is not. */
function stateText(p: Part, view: JobView): string {
  const stepDone = view.step.some((s) => s.state === "done" && s.facts?.parts.includes(p.name));
  const inPlan = view.step.some((s) => s.facts?.parts.includes(p.name));
  if (p.state === "fitted" || p.consumable) return "";
  return inPlan && !stepDone ? "not fitted: its step is not done" : STATE[p.state];
}

/** The lever and the parts of the job, with what they cost; what was not recorded as fitted says so. */
export function Fitted({ view, currency }: { view: JobView; currency: string }) {
  const parts = view.part.filter((p) => !p.alternative);
  const chosen = view.setup.find((s) => s.id === view.job.chosenSetupId);
  if (!parts.length && !chosen) return null;
  return (
    <section>
      <h2 className="hd2">Parts</h2>
      {chosen && (
        <p>
          Lever: {chosen.name}
          {view.job.choiceReason && `. ${view.job.choiceReason}`}
        </p>
      )}
      {parts.length > 0 && (
        <LedgerTable heads={["part", ["number", "txt"], ["fits", "txt"], "how many", currency]}>
          {parts.map((p) => (
            <tr key={p.id}>
              <td>
                {[
                  p.name,
                  p.carriedOver ? "carried over from the old part" : stateText(p, view),
                  p.way === "temporary" && "temporary",
                  p.recheck && `look again ${dateText(p.recheck)}`,
                  ...fitDoubts(p, view.vehicle).map(doubtText),
                ]
                  .filter(Boolean)
                  .join(", ")}
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
        </LedgerTable>
      )}
    </section>
  );
}
