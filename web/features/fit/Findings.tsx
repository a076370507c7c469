import { useState } from "react";
import { boundsOf, resources, type Finding } from "../../../contract";
import { knowledgeFor } from "../../../core";
import { PLACE_NAMES } from "../../format/words";
import { SlotSwitch } from "../../ui/slots";
import { Choice } from "../../ui/TextField";
import { vehicleKind } from "../../../domain";
import type { StageProps } from "../../data/stage";
import { useKnowledge } from "../../data/useKnowledge";
import { AddLine } from "../../ui/AddLine";

/** What was found while in there; it may answer a question of Ask. */
export function Findings({ view, edit }: StageProps) {
  const [place, setPlace] = useState<Finding["place"]>("under");
  const knowledge = useKnowledge();
  const results = knowledgeFor(knowledge, vehicleKind(view.vehicle)).observations.filter((o) => o.kind === "result");
  const answers: Record<string, string> = {
    "": "answers nothing in Ask",
    ...Object.fromEntries(results.map((o) => [o.id, o.label])),
  };
  /** What was found answers a question of Ask: both change in one step, and undo takes both back. */
  const answer = (finding: Finding, observation: string): void => {
    const symptoms = { ...view.job.symptoms };
    if (finding.observation) delete symptoms[finding.observation];
    if (observation) symptoms[observation] = "present";
    const { id, version } = view.job;
    edit.all(observation ? `${finding.text}: ${answers[observation]}` : `${finding.text}: answers nothing`, [
      {
        op: "update",
        resource: "finding",
        id: finding.id,
        version: finding.version,
        data: { observation: observation || null },
      },
      { op: "update", resource: "job", id, version, data: { symptoms } },
    ]);
  };
  return (
    <section className="sect" aria-label="Found">
      <h2 className="hd2">
        Found while in there{" "}
        <span className="lb">{view.finding.filter((f) => f.state === "open").length || "nothing"} open</span>
      </h2>
      <ul className="lined">
        {view.finding.map((f) => (
          <li key={f.id} className={f.state === "open" ? "sline" : "sline done"}>
            <SlotSwitch
              on={f.state === "dealtWith"}
              label={`Dealt with: ${f.text}`}
              onChange={(on) =>
                edit.update(
                  "finding",
                  f,
                  { state: on ? "dealtWith" : "open" },
                  `${f.text}: ${on ? "dealt with" : "open"}`,
                )
              }
            />
            <span>
              {f.text} <span className="lb">{PLACE_NAMES[f.place]}</span>
              <Choice
                label={`What ${f.text} answers in Ask`}
                hideLabel
                small
                value={f.observation ?? ""}
                options={answers}
                onChange={(observation) => answer(f, observation)}
              />
            </span>
          </li>
        ))}
      </ul>
      <div style={{ width: 160, paddingTop: 8 }}>
        <Choice label="Where it was found" hideLabel small value={place} options={PLACE_NAMES} onChange={setPlace} />
      </div>
      <AddLine
        label="Found: a leak, a crack, a worn joint"
        max={boundsOf(resources.finding, "text").max}
        onAdd={(text) => edit.create("finding", { jobId: view.job.id, text, place }, `Found: ${text}`)}
      />
    </section>
  );
}
