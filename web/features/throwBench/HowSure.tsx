import { formatNumber } from "../../../core";
import { takenAs, type BenchSetup, type HowSure as Found, type SureLine } from "../../../domain";
import { TAKEN_NAMES } from "../../format/words";
import css from "./throwBench.module.css";

const SHOWN = 4;

function nameOf({ name }: SureLine, old: BenchSetup, candidate: BenchSetup): string {
  if (name.of === "rail") return "rail travel";
  const setup = name.of === "candidate" ? candidate : old;
  const far = setup.lever.drive.kind === "cable" ? "cable anchor" : "joint";
  const point = name.point === "far" ? far : name.point;
  const whose =
    name.of === "both"
      ? "of both levers"
      : name.of === "old"
        ? "of the old lever"
        : `of the ${setup.name.toLowerCase()}`;
  const how = TAKEN_NAMES[takenAs(setup, name.point)];
  return `${point} ${whose} (${setup.taken?.[name.point] ? how : `${how}, assumed`})`;
}

const pct = (v: number, digits = 0): string => formatNumber(v, digits);

/** How sure a comparison is, and the levers it is of. */
export type Sure = Found & { old: BenchSetup; candidate: BenchSetup };

/** How sure the comparison is, whether the claim can be judged, and which measure to take again. */
export function HowSure({ sure }: { sure: Sure }) {
  const { old: one, candidate: two } = sure;
  if (!sure.answer.reductionPct) return null;
  const { reductionPct: r, claim } = sure.answer;
  const [most] = sure.lines;
  const shorter = r.value >= 0;
  const [low, high] = shorter ? [r.low, r.high] : [-r.high, -r.low];
  // A range narrower than a percent would read as none.
  const digits = pct(low) === pct(high) ? 1 : 0;
  return (
    <section className={css.sure} aria-label="How sure">
      <h2 className="hd2">
        How sure <span className="lb">95 %, by how each point was taken; assumed where nobody said</span>
      </h2>
      <p>
        <b>
          {pct(Math.abs(r.value), digits)}
          {"\u202f% "}
          {shorter ? "shorter" : "longer"}, {pct(low, digits)} to {pct(high, digits)}.
        </b>{" "}
        {claim &&
          (claim.verdict === "could be either"
            ? `The claim of ${pct(claim.claimedPct)}\u202f%: could be either.`
            : `The claim of ${pct(claim.claimedPct)}\u202f% is ${claim.verdict}.`)}
      </p>
      {most && most.sharePct > 0 && (
        <>
          <p className="lb">
            Most of the doubt: {nameOf(most, one, two)}. Taken twice as well, it is ±
            {formatNumber(most.expandedIfHalved, 1)} in place of ±{formatNumber(r.expanded, 1)}.
          </p>
          <ul className={css.shares}>
            {sure.lines.slice(0, SHOWN).map((l) => (
              <li key={JSON.stringify(l.name)}>
                <span>{nameOf(l, one, two)}</span>
                <i style={{ width: `${Math.max(1, l.sharePct * 0.5)}px` }} aria-hidden="true" />
                <b className="n">
                  {pct(l.sharePct)}
                  {"\u202f%"}
                </b>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
