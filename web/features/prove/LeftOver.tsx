import { useMemo } from "react";
import { formatNumber } from "../../../core";
import { enumerate, uncapital } from "../../format/grammar";
import { SlotSwitch, SymptomChip, type ThreeState } from "../../ui/slots";
import { answersOf, diagnosisOf, leftAfter, likely } from "../../../domain";
import { useKnowledge, useObservationWords } from "../../data/useKnowledge";
import type { StageProps } from "../../data/stage";
import { Choice } from "../../ui/TextField";
import css from "./prove.module.css";

/** Suspects offered as repaired: the likeliest of Ask, and whatever was marked before. */
const OFFERED = 6;

/** Two faults together, where they lead. */
function pairOf(left: NonNullable<ReturnType<typeof leftAfter>>): string {
  const [first] = likely(left);
  return first && first.names.length > 1
    ? ` Likeliest is that two are left: ${enumerate(first.names.map(uncapital))}.`
    : "";
}

/** After the road test: which part of the complaint went away, which stayed, and who is still suspect. */
export function LeftOver({ view, edit }: StageProps) {
  const { job, vehicle } = view;
  const table = useKnowledge();
  const words = useObservationWords();
  const asked = useMemo(() => diagnosisOf(table, vehicle, answersOf(view)), [table, vehicle, view]);
  const symptoms = asked.knowledge.observations.filter((o) => o.kind === "symptom" && job.symptoms[o.id] === "present");
  const after = useMemo(() => job.symptomsAfter ?? {}, [job.symptomsAfter]);
  const repaired = useMemo(() => job.repaired ?? [], [job.repaired]);
  const left = useMemo(() => leftAfter(table, vehicle, after, repaired), [table, after, repaired, vehicle]);

  if (!symptoms.length) return null;
  const move = (id: string, state: ThreeState): void => {
    const next = { ...after };
    delete next[id];
    if (state !== "untried") next[id] = state;
    edit.update("job", job, { symptomsAfter: next }, `After the road test, ${words.get(id)}: ${state}`);
  };
  const offered = asked.answer.posterior.filter((s, i) => i < OFFERED || repaired.includes(s.fault));
  const answered = symptoms.filter((s) => after[s.id]);
  return (
    <section className="sect" aria-label="After the road test">
      <h2 className="hd2">
        After the road test
        <span className="lb">present: it stays; absent: it went away</span>
      </h2>
      <p className={css.leftline} role="status">
        {!answered.length ? (
          "Tap what stayed and what went away."
        ) : left ? (
          <>
            <b>
              {left.posterior[0].label}, {formatNumber(left.posterior[0].p * 100, 0)}
              {"\u202f%"}, is still suspect
            </b>
            {left.posterior[0].referOn && ", refer to a specialist"}; then{" "}
            {left.posterior
              .slice(1, 3)
              .map((s) => `${s.label.toLowerCase()} ${formatNumber(s.p * 100, 0)}\u202f%`)
              .join(", ")}
            . Nothing is wrong after all: {formatNumber((left.nothing ?? 0) * 100, 0)}
            {"\u202f%"}.{pairOf(left)}
          </>
        ) : answered.length === symptoms.length ? (
          <b>All of it went away.</b>
        ) : (
          `${answered.length} of ${symptoms.length} went away; the rest is not tried.`
        )}
      </p>
      {(repaired.length > 0 || job.cause) && (
        <div className={css.cause}>
          <Choice
            label="The fault was"
            value={job.cause ?? ""}
            options={{ "": "not sure", ...Object.fromEntries(asked.answer.posterior.map((s) => [s.fault, s.label])) }}
            onChange={(cause) =>
              edit.update(
                "job",
                job,
                { cause: cause || null },
                `The fault was: ${asked.answer.posterior.find((s) => s.fault === cause)?.label ?? "not sure"}`,
              )
            }
          />
          <span className="lb">The table behind Ask learns from this once the job is closed.</span>
        </div>
      )}
      <div className={css.leftgrid}>
        <div className="chips">
          {symptoms.map((s) => (
            <SymptomChip
              key={s.id}
              words={s.label}
              state={after[s.id] ?? "untried"}
              onChange={(state) => move(s.id, state)}
            />
          ))}
        </div>
        <ul className="lined" aria-label="What was repaired">
          {offered.map((s) => (
            <li key={s.fault} className="row-flex">
              <SlotSwitch
                on={repaired.includes(s.fault)}
                label={`Repaired: ${s.label}`}
                onChange={(on) =>
                  edit.update(
                    "job",
                    job,
                    { repaired: on ? [...repaired, s.fault] : repaired.filter((f) => f !== s.fault) },
                    `${s.label}: ${on ? "repaired" : "not repaired"}`,
                  )
                }
              />
              <span>{s.label}</span>
              <span className="lb push">
                {repaired.includes(s.fault) ? "repaired" : `was ${formatNumber(s.p * 100, 0)}\u202f%`}
              </span>
            </li>
          ))}
        </ul>
      </div>
    </section>
  );
}
