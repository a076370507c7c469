import { boundsOf, resources, type Step } from "../../../contract";
import { Button } from "antd";
import { Link, useNavigate } from "react-router";
import { formatNumber } from "../../../core";
import { count, PLACE_NAMES } from "../../format/words";
import { NumberField } from "../../ui/NumberField";
import { SlotSwitch } from "../../ui/slots";
import { Choice, TextField } from "../../ui/TextField";
import type { StageProps } from "../../data/stage";
import { cautionsOf, doneOperations, isFree, nextPosition, openAtStep, type StepOpen } from "../../../domain";
import { usePeople } from "../../data/useJobView";
import { useStock } from "../../data/useTemplates";
import { AddLine } from "../../ui/AddLine";
import css from "./job.module.css";

/** What a step wants before it is done, in short. */
function wantsText({ answers, wants, held, loose }: StepOpen): string {
  const bolts = held.length + loose.length;
  return [
    answers.length > 0 && `${answers.length} to answer`,
    wants.length > 0 && `${wants.length} to measure or set`,
    bolts > 0 && `${count(bolts, "torque group")} not signed`,
  ]
    .filter(Boolean)
    .join(", ");
}

/** The steps in the order they are meant to be done. */
export function StepsList({ view, edit, working }: StageProps & { working?: boolean }) {
  const steps = view.step;
  const swap = (i: number, by: -1 | 1): void => {
    const [a, b] = [steps[i], steps[i + by]];
    if (!b) return;
    edit.all(`Step moved ${by < 0 ? "up" : "down"}`, [
      { op: "update", resource: "step", id: a.id, version: a.version, data: { position: b.position } },
      { op: "update", resource: "step", id: b.id, version: b.version, data: { position: a.position } },
    ]);
  };
  const navigate = useNavigate();
  const stock = useStock();
  const { me } = usePeople();
  /** What a step wants is answered where it is done, one at a time. */
  const done = (s: Step, on: boolean): void => {
    if (!on) return edit.update("step", s, { state: "open", doneAt: null }, `${s.text}: open again`);
    if (!isFree(openAtStep(view, s))) return void navigate(`/jobs/${view.job.id}/bay?step=${s.id}`);
    const by = { at: new Date().toISOString(), personId: me?.id ?? null, reason: "" };
    edit.all(`${s.text}: done`, doneOperations(view, stock, s, by));
  };
  return (
    <section className="sect" aria-label="Steps">
      <h2 className="hd2">
        Steps <span className="lb">{steps.filter((s) => s.state === "open").length || "none"} open</span>
      </h2>
      <ol className="lined">
        {steps.map((s, i) => (
          <li key={s.id} className={s.state === "done" ? "sline done" : "sline"}>
            <SlotSwitch on={s.state === "done"} label={`Done: ${s.text}`} onChange={(on) => done(s, on)} />
            {working ? (
              <span>
                {s.state === "open" &&
                  cautionsOf(s.facts).map((c) => (
                    <span key={c} className="lb och">
                      {c}{" "}
                    </span>
                  ))}
                {s.text}{" "}
                {s.state === "open" && !isFree(openAtStep(view, s)) && (
                  <Link className="lb" to={`/jobs/${view.job.id}/bay?step=${s.id}`}>
                    {wantsText(openAtStep(view, s))}
                  </Link>
                )}{" "}
                <span className="lb">
                  {[
                    PLACE_NAMES[s.place],
                    s.hands === 2 && "takes two",
                    s.waitMin > 0 && `then wait ${formatNumber(s.waitMin, 0)} min`,
                  ]
                    .filter(Boolean)
                    .join(", ")}
                </span>
              </span>
            ) : (
              <>
                <TextField
                  label={`Step ${i + 1}`}
                  hideLabel
                  required
                  max={boundsOf(resources.step, "text").max}
                  value={s.text}
                  onCommit={(text) => edit.update("step", s, { text }, `Step: ${text}`)}
                />
                <Button
                  size="small"
                  aria-label={`Step ${i + 1} earlier`}
                  disabled={i === 0}
                  onClick={() => swap(i, -1)}
                >
                  up
                </Button>
                <Button
                  size="small"
                  aria-label={`Step ${i + 1} into the bin`}
                  onClick={() => edit.remove("step", s, "Step into the bin")}
                >
                  bin
                </Button>
                <span className={css.srow}>
                  <span style={{ width: 170 }}>
                    <Choice
                      label={`Place of step ${i + 1}`}
                      hideLabel
                      small
                      value={s.place}
                      options={PLACE_NAMES}
                      onChange={(place) => edit.update("step", s, { place }, `${s.text}: ${PLACE_NAMES[place]}`)}
                    />
                  </span>
                  <Button
                    size="small"
                    aria-label={`Step ${i + 1} takes two people`}
                    aria-pressed={s.hands === 2}
                    onClick={() =>
                      edit.update(
                        "step",
                        s,
                        { hands: s.hands === 2 ? 1 : 2 },
                        `${s.text}: ${s.hands === 2 ? "one person" : "takes two"}`,
                      )
                    }
                  >
                    {s.hands === 2 ? "two people" : "one person"}
                  </Button>
                  <span className="lb">then wait</span>
                  <span style={{ width: 96 }}>
                    <NumberField
                      label={`Wait after step ${i + 1}`}
                      hideLabel
                      value={s.waitMin || null}
                      {...boundsOf(resources.step, "waitMin")}
                      unit="min"
                      onCommit={(waitMin) =>
                        edit.update("step", s, { waitMin: waitMin ?? 0 }, `${s.text}: wait ${waitMin ?? 0} min`)
                      }
                    />
                  </span>
                </span>
              </>
            )}
          </li>
        ))}
      </ol>
      {!working && (
        <AddLine
          label="Add a step: what to do"
          max={boundsOf(resources.step, "text").max}
          onAdd={(text) =>
            edit.create("step", { jobId: view.job.id, text, position: nextPosition(steps) }, `Step: ${text}`)
          }
        />
      )}
    </section>
  );
}
