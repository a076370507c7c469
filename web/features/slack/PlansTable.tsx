import { Button } from "antd";
import type { Joint } from "../../../contract";
import { formatNumber, type ReplacePlan, type SlackAnswer } from "../../../core";
import { useUnits } from "../../format/units";
import { namesOf } from "../../../domain";
import { LedgerTable } from "../../ui/LedgerTable";
import css from "./slack.module.css";

/** Sets of parts worth considering, round the cheapest that does it. */
export function PlansTable({
  answer,
  joints,
  currency,
  onTake,
}: {
  answer: SlackAnswer;
  joints: Joint[];
  currency: string;
  onTake: (plan: ReplacePlan) => void;
}) {
  const units = useUnits();
  const chosen = answer.cheapest ? answer.plans.indexOf(answer.cheapest) : 0;
  const from = Math.max(0, Math.min(chosen - 3, answer.plans.length - 8));
  return (
    <LedgerTable
      className={css.plans}
      heads={[
        "replace",
        currency,
        "min",
        <>{units.label("length")} left</>,
        <>
          <span className="sr">put on the plan</span>
        </>,
      ]}
    >
      {answer.plans.slice(from, from + 8).map((p) => (
        <tr key={p.replace.join()} className={p === answer.cheapest ? "maj" : undefined}>
          <td style={{ whiteSpace: "normal" }}>{namesOf(p.replace, joints)}</td>
          <td className="n">{formatNumber(p.cost, 2)}</td>
          <td className="n">{formatNumber(p.minutes, 0)}</td>
          <td className="n">{units.bare(p.worstCaseMm, "length")}</td>
          <td>
            {p.replace.length > 0 && (
              <Button
                size="small"
                aria-label={`Put ${namesOf(p.replace, joints)} on the plan`}
                onClick={() => onTake(p)}
              >
                take
              </Button>
            )}
          </td>
        </tr>
      ))}
    </LedgerTable>
  );
}
