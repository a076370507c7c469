import type { Joint, Setup } from "../../../contract";
import { formatNumber, type PlayDirection, type SlackAnswer } from "../../../core";
import { enumerate, uncapital } from "../../format/grammar";
import { useUnits } from "../../format/units";
import { Num } from "../../ui/Answer";
import { OriginMark } from "../../ui/marks";

/** A part of the whole that may be called most of it. */
const MOST = 0.5;

/** The answer first: which joint makes the slop, what is worth replacing, what is left. */
export function ChainSentence({
  answer,
  planned,
  direction,
  joints,
  lever,
  currency,
}: {
  answer: SlackAnswer;
  planned: SlackAnswer;
  direction: PlayDirection;
  joints: Joint[];
  /** The chosen lever where it is another than the one measured with: what it does is said apart from the parts. */
  lever: Pick<Setup, "name" | "price"> | null;
  currency: string;
}) {
  const units = useUnits();
  const own = direction === "foreAft" ? answer.foreAft : answer.cross;
  const withLever = direction === "foreAft" ? planned.foreAft : planned.cross;
  const len = (mm: number): string => units.bare(mm, "length");
  const plan = planned.cheapest;
  const nameOf = (id: string): string => joints.find((j) => j.id === id)?.name ?? id;
  const greatest = answer.joints
    .filter((j) => j.direction === direction)
    .reduce<SlackAnswer["joints"][number] | null>((a, b) => (a && a.shareMm >= b.shareMm ? a : b), null);
  const guessed = joints.filter((j) => j.direction === direction && j.origin === "estimated");
  const estimated = guessed.length > 0 && (
    <>
      <OriginMark origin="estimated" size={16} /> Estimated:{" "}
      {guessed.length === joints.filter((j) => j.direction === direction).length
        ? "no joint is measured yet."
        : `${guessed.length === 1 ? "one joint is" : `${guessed.length} joints are`} not measured.`}{" "}
    </>
  );
  const rest =
    own.finding === "joint_missing" ? (
      <>
        {" "}
        <Num>{len(own.unexplainedMm ?? 0)}</Num> {units.label("length")} of the measured{" "}
        <Num>{len(own.measuredMm ?? 0)}</Num> is not explained:{" "}
        {guessed.length ? "measure the joints that are estimated." : "a joint is missing from the list, look again."}
      </>
    ) : own.finding === "over_read" ? (
      <>
        {" "}
        The joints add up to more than was measured:{" "}
        {guessed.length ? "measure the joints that are estimated." : "a play was over-read, or a joint is preloaded."}
      </>
    ) : null;
  const ofLever = lever && (
    <>
      {" "}
      {lever.name} alone takes <Num>{len(own.worstCaseMm)}</Num> to <Num>{len(withLever.worstCaseMm)}</Num>{" "}
      {units.label("length")}
      {lever.price !== null && (
        <>
          {" "}
          for <Num>{formatNumber(lever.price, 2)}</Num> {currency}
        </>
      )}
      .
    </>
  );
  if (plan && plan.replace.length) {
    return (
      <>
        {estimated}
        <b>Replace {enumerate(plan.replace.map((id) => uncapital(nameOf(id))))}:</b>{" "}
        <Num>{len(withLever.worstCaseMm)}</Num> to <Num>{len(plan.worstCaseMm)}</Num> {units.label("length")} at the
        knob for <Num>{formatNumber(plan.cost, 2)}</Num> {currency}, <Num>{formatNumber(plan.minutes, 0)}</Num> min.
        {ofLever}
        {rest}
      </>
    );
  }
  if (plan) {
    return (
      <>
        {estimated}
        <b>Nothing to replace:</b> the play is <Num>{len(withLever.worstCaseMm)}</Num> {units.label("length")}
        {lever ? " with the chosen lever" : " already"}.{ofLever}
        {rest}
      </>
    );
  }
  if (planned.target && !planned.target.reached) {
    return (
      <>
        {estimated}
        <b>Not with these parts:</b> the least that can be reached is <Num>{len(planned.target.leastAttainableMm)}</Num>{" "}
        {units.label("length")}.{ofLever}
        {rest}
      </>
    );
  }
  return (
    <>
      {estimated}
      {greatest && (
        <>
          <b>
            {greatest.name}{" "}
            {greatest.shareMm > MOST * own.worstCaseMm ? "makes most of it: " : "has the largest share: "}
          </b>
          <Num>{len(greatest.shareMm)}</Num> of <Num>{len(own.worstCaseMm)}</Num> {units.label("length")} at the knob.
        </>
      )}
      {ofLever}
      {rest}
    </>
  );
}
