import type { Joint } from "../../../contract";
import { formatNumber, type PlayDirection, type SlackAnswer } from "../../../core";
import { useUnits } from "../../format/units";
import { Num } from "../../ui/Answer";
import { namesOf } from "../../../domain";

/** The answer first: which joint makes the slop, what is worth replacing, what is left. */
export function ChainSentence({
  answer,
  planned,
  direction,
  joints,
  currency,
}: {
  answer: SlackAnswer;
  planned: SlackAnswer;
  direction: PlayDirection;
  joints: Joint[];
  currency: string;
}) {
  const units = useUnits();
  const own = direction === "foreAft" ? answer.foreAft : answer.cross;
  const len = (mm: number): string => units.bare(mm, "length");
  const plan = planned.cheapest;
  const greatest = answer.joints
    .filter((j) => j.direction === direction)
    .reduce<SlackAnswer["joints"][number] | null>((a, b) => (a && a.shareMm >= b.shareMm ? a : b), null);
  const missing =
    own.finding === "joint_missing" ? (
      <>
        {" "}
        <Num>{len(own.unexplainedMm ?? 0)}</Num> {units.label("length")} of the measured{" "}
        <Num>{len(own.measuredMm ?? 0)}</Num> is not explained: a joint is missing from the list, look again.
      </>
    ) : own.finding === "over_read" ? (
      <> The joints add up to more than was measured: a play was over-read, or a joint is preloaded.</>
    ) : null;
  if (plan && plan.replace.length) {
    return (
      <>
        <b>Replace {namesOf(plan.replace, joints)}:</b> <Num>{len(own.worstCaseMm)}</Num> to{" "}
        <Num>{len(plan.worstCaseMm)}</Num> {units.label("length")} at the knob for{" "}
        <Num>{formatNumber(plan.cost, 2)}</Num> {currency}, <Num>{formatNumber(plan.minutes, 0)}</Num> min.{missing}
      </>
    );
  }
  if (plan) {
    return (
      <>
        <b>Nothing to replace:</b> the play is <Num>{len(own.worstCaseMm)}</Num> {units.label("length")} already.
        {missing}
      </>
    );
  }
  if (planned.target && !planned.target.reached) {
    return (
      <>
        <b>Not with these parts:</b> the least that can be reached is <Num>{len(planned.target.leastAttainableMm)}</Num>{" "}
        {units.label("length")}.{missing}
      </>
    );
  }
  return (
    <>
      <b>{greatest ? `${greatest.name} makes most of it: ` : ""}</b>
      {greatest && (
        <>
          <Num>{len(greatest.shareMm)}</Num> of <Num>{len(own.worstCaseMm)}</Num> {units.label("length")} at the knob.
        </>
      )}
      {missing}
    </>
  );
}
