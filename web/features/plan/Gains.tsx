import { dateText } from "../../format/words";
import { formatNumber } from "../../../core";
import { PLAN_WEIGHTS } from "../../../domain";
import { countInWords } from "../../format/grammar";
import type { PlanModel } from "./usePlan";
import css from "./day.module.css";

const clock = (at: string | undefined): string => at?.slice(11) ?? "";

/** The order given against the best one found: trips, calls, changes, waits that are filled, and when it is ready. */
export function Gains({ plan }: { plan: PlanModel }) {
  const { answer, listed, view } = plan;
  if (!answer) return null;
  const each = PLAN_WEIGHTS.placeChangeMin;
  const trips = (order: readonly string[]): number => {
    let n = 0;
    let before: string | null = null;
    for (const id of order) {
      const place = plan.byId.get(id)?.place ?? null;
      if (place === "under" && before !== "under") n += 1;
      before = place;
    }
    return n;
  };
  const given = listed ?? null;
  const idle = (o: { finishMin: number }): number => o.finishMin - answer.workMin;
  const waits = view.step.filter((s) => s.state === "open").reduce((sum, s) => sum + s.waitMin, 0);
  const end = (o: { schedule: readonly { end?: string }[] }): string | undefined =>
    o.schedule.reduce<string | undefined>((a, s) => (a === undefined || (s.end ?? "") > a ? s.end : a), undefined);
  const endDay = (o: { schedule: readonly { end?: string }[] }): string => (end(o) ?? "").slice(0, 10);
  const rows: { name: string; from: string | null; to: string; note: string }[] = [
    {
      name: "Trips under",
      from: given && String(trips(given.order)),
      to: String(trips(answer.order)),
      note: "each is a walk round, down and up again",
    },
    {
      name: "Helper calls",
      from: given && String(given.helperSpells),
      to: String(answer.helperSpells),
      note: answer.helperSpells ? "steps of two people one after the other" : "nobody is called away",
    },
    {
      name: "Place changes",
      from: given && String(given.placeChanges),
      to: String(answer.placeChanges),
      note:
        given && given.placeChanges > answer.placeChanges
          ? `saves ${each * (given.placeChanges - answer.placeChanges)} min, at ${each} min each`
          : `${each} min each`,
    },
    {
      name: "Waits filled",
      from: given && waits > 0 ? formatNumber(Math.max(0, waits - idle(given)), 0) : null,
      to: waits > 0 ? `${formatNumber(Math.max(0, waits - idle(answer)), 0)} min` : "none",
      note: waits > 0 ? `of ${formatNumber(waits, 0)} min` : "nothing has to cure or soak",
    },
    {
      name: "Ready",
      from: given && clock(end(given)),
      to: clock(end(answer)),
      note:
        given && given.finishMin > answer.finishMin + 0.5
          ? `${formatNumber(given.finishMin - answer.finishMin, 0)} min sooner`
          : endDay(answer) !== answer.schedule[0]?.start?.slice(0, 10)
            ? `on ${dateText(endDay(answer))}`
            : `on ${dateText(endDay(answer))}, the day it begins`,
    },
  ];
  return (
    <div className={css.gains} role="group" aria-label="The order listed against the best order found">
      {rows.map((r) => (
        <div key={r.name}>
          <h2 className="hd2">{r.name}</h2>
          <p className={css.figure}>
            {r.from !== null && r.from !== r.to && (
              <>
                <span className={css.from}>{r.from}</span> <span className="lb">to</span>{" "}
              </>
            )}
            <span className={css.to}>{r.to}</span>
          </p>
          <p className="lb">{r.note}</p>
        </div>
      ))}
      {plan.two && answer.finishMin - plan.two.finishMin > 5 && (
        <p className="lb" style={{ gridColumn: "1 / -1", padding: "0 14px 8px" }}>
          Two mechanics instead of one with a helper: about {formatNumber(answer.finishMin - plan.two.finishMin, 0)} min
          sooner. That is one good way to share the steps, not shown to be the best.
        </p>
      )}
      {!answer.exact && answer.bound && (
        <p className="lb" style={{ gridColumn: "1 / -1", padding: "0 14px 8px" }}>
          The best of those tried, within {formatNumber(answer.costMin - answer.bound.costMin, 0)} min of what any order
          of these {countInWords(view.step.length, "step")} could come to.
        </p>
      )}
    </div>
  );
}
