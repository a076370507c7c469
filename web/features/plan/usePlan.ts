import dayjs from "dayjs";
import { useMemo, useState } from "react";
import type { Step } from "../../../contract";
import { clockOfShared, planCost, planOf, type PlanAnswer, type PlanInput, type TimedOrder } from "../../../core";
import {
  brokenNeeds,
  circleOf,
  edgesOf,
  helperCalls,
  latePieces,
  PLAN_WEIGHTS,
  pickList,
  planQuestion,
  stepsAhead,
  twoMechanics,
  USUAL_HOURS,
  visitsOf,
  waitsOf,
} from "../../../domain";
import { useShop } from "../../data/useShop";
import type { StageProps } from "../../data/stage";
import { useTask } from "../../worker";

const CLOCK = "YYYY-MM-DDTHH:mm";

/** Now by the clock of the wall, to five minutes, as the plan writes it. */
function nowOnTheWall(): string {
  const now = dayjs();
  return now.minute(Math.ceil(now.minute() / 5) * 5).format(CLOCK);
}

/** The steps as two mechanics share them, by the clock of the working hours: what does not fit in a day waits for the next. */
function sharedOrder(two: ReturnType<typeof twoMechanics>, one: TimedOrder, asked: PlanInput): TimedOrder {
  const steps = [...two.steps].sort((a, b) => a.startMin - b.startMin || a.who - b.who);
  const of = new Map(asked.steps.map((s) => [s.id, s]));
  const clock = clockOfShared(
    steps.map((s) => ({ ...of.get(s.id)!, who: s.who })),
    asked.start ?? one.schedule[0]?.start ?? "",
    asked,
  );
  return {
    ...one,
    order: steps.map((s) => s.id),
    finishMin: two.finishMin,
    schedule: steps.map((s) => ({
      id: s.id,
      startMin: s.startMin,
      endMin: s.endMin,
      readyMin: s.endMin + (of.get(s.id)?.waitMin ?? 0),
      ...clock.get(s.id),
    })),
  };
}

/** The plan of a job: the order it is listed in, the best one found, and what each comes to. */
export function usePlan({ view, edit }: StageProps) {
  const desk = useShop();
  const hours = desk?.shop.hours ?? USUAL_HOURS;
  const [start] = useState(nowOnTheWall);
  const [shown, setShown] = useState<"best" | "listed" | "two">("best");
  const steps = view.step;
  const ahead = useMemo(() => stepsAhead(steps), [steps]);
  const circle = useMemo(() => circleOf(ahead), [ahead]);
  // Once for all orders that are tried: what comes before what does not hang on the order.
  const edges = useMemo(() => edgesOf(ahead), [ahead]);
  const question = useMemo(
    () => (ahead.length && !circle ? planQuestion(steps, hours, start) : null),
    [steps, ahead, circle, hours, start],
  );
  const work = useTask("plan", question);
  const best: PlanAnswer | null = question ? work.last : null;
  // An answer for steps that are no longer there is not shown under those that are.
  const fresh =
    best !== null && best.order.length === ahead.length && best.order.every((id) => ahead.some((s) => s.id === id));
  const listed = useMemo(
    () =>
      question
        ? planOf(
            question,
            ahead.map((s) => s.id),
          )
        : null,
    [question, ahead],
  );
  const answer = fresh ? best : null;
  const gain = answer && listed ? planCost(listed.finishMin, listed, PLAN_WEIGHTS) - answer.costMin : null;
  const better = answer !== null && (listed === null || (gain ?? 0) > 0.5);
  const two = question && answer ? twoMechanics(question, answer.order) : null;
  const shared = two && answer && question && shown === "two" ? sharedOrder(two, answer, question) : null;
  const seen: TimedOrder | null = shared ?? (better && shown !== "listed" ? answer : (listed ?? answer));

  const byId = useMemo(() => new Map(steps.map((s) => [s.id, s])), [steps]);
  const visits = seen ? visitsOf(steps, seen.schedule) : [];
  const picks = pickList(visits, view.part);
  const late = seen ? latePieces(picks, seen.schedule) : [];
  /** Puts what is ahead in this order, after what is done. */
  const useOrder = (order: readonly string[], label: string): void => {
    const places = [...steps.map((s) => s.position)].sort((a, b) => a - b);
    const done = steps.filter((s) => s.state !== "open");
    const wanted = [...done, ...order.map((id) => byId.get(id)!)];
    edit.all(
      label,
      wanted.flatMap((s, i) =>
        s.position === places[i]
          ? []
          : [
              {
                op: "update" as const,
                resource: "step" as const,
                id: s.id,
                version: s.version,
                data: { position: places[i] },
              },
            ],
      ),
    );
  };

  return {
    view,
    edit,
    hours,
    /** Nobody has set them in Shop yet. */
    usualHours: desk !== null && desk.shop.hours === null,
    steps,
    ahead,
    byId,
    circle,
    question,
    work,
    answer,
    listed,
    seen,
    better,
    gain,
    shown,
    setShown,
    visits,
    picks,
    late,
    two,
    /** Who does each step, where two mechanics share them. */
    who: shared && two ? new Map(two.steps.map((s) => [s.id, s.who])) : null,
    calls: seen ? helperCalls(steps, seen.schedule) : [],
    waits: seen ? waitsOf(steps, seen.schedule) : [],
    breaks: (order: readonly Step[]) => brokenNeeds(order, edges),
    useOrder,
  };
}

export type PlanModel = ReturnType<typeof usePlan>;
