import { Button } from "antd";
import { useNavigate } from "react-router";
import type { StageProps } from "../job/JobPage";
import { count } from "../../format/words";
import { Answer } from "../../ui/Answer";
import { SymptomChip, type ThreeState } from "../../ui/slots";
import { TextField } from "../../ui/TextField";
import { SYMPTOMS } from "./symptoms";
import "./ask.css";

const GROUPS = [
  { about: "shifter", title: "At the lever" },
  { about: "mounts", title: "Engine, gearbox and shafts" },
] as const;

/** The complaint in the driver's words, and what it does and does not do. */
export default function AskStage({ view, edit }: StageProps) {
  const { job } = view;
  const navigate = useNavigate();
  const stateOf = (id: string): ThreeState => job.symptoms[id] ?? "untried";
  const present = SYMPTOMS.filter((s) => stateOf(s.id) === "present");
  const absent = SYMPTOMS.filter((s) => stateOf(s.id) === "absent");
  const answered = present.length + absent.length;
  const numbers = new Map([...present, ...absent].map((s, i) => [s.id, i + 1]));

  const move = (id: string, state: ThreeState, words: string): void => {
    const symptoms = { ...job.symptoms };
    if (state === "untried") delete symptoms[id];
    else symptoms[id] = state;
    edit.update("job", job, { symptoms }, `${words}: ${state === "untried" ? "not asked" : state}`);
  };

  return (
    <>
      <Answer
        acts={
          <Button type="primary" onClick={() => void navigate(`/jobs/${job.id}/gauge`)}>
            Go on to Gauge
          </Button>
        }
      >
        {!job.complaint ? (
          <>
            <b>Write down what the driver says,</b> in the driver’s own words, then tap what it does and does not do.
          </>
        ) : !answered ? (
          <>
            <b>Tap what it does and what it does not do.</b> An answer of “no” tells as much as a “yes”.
          </>
        ) : (
          <>
            <b>{present.length ? count(present.length, "symptom") : "No symptom"} present,</b> {absent.length} absent,{" "}
            {SYMPTOMS.length - answered} not asked. Measure before anything comes apart.
          </>
        )}
      </Answer>
      <div className="ask">
        <section className="sect">
          <h2 className="hd2">
            In the driver’s words
            <span className="lb">{job.complaintNote || "when, by whom, how it was taken"}</span>
          </h2>
          <TextField
            label="Complaint"
            hideLabel
            lines={4}
            value={job.complaint}
            placeholder="The stick jumps when I come off the pedal…"
            onCommit={(complaint) => edit.update("job", job, { complaint }, "Complaint")}
          />
          <div style={{ height: 12 }} />
          <TextField
            label="How it was taken"
            value={job.complaintNote}
            placeholder="08:25, by telephone"
            onCommit={(complaintNote) => edit.update("job", job, { complaintNote }, "How the complaint was taken")}
          />
        </section>
        <div className="ask-chips">
          {GROUPS.map(({ about, title }) => (
            <section key={about} className="sect">
              <h2 className="hd2">
                {title}
                <span className="lb">tap to move the knob: present, absent, not asked</span>
              </h2>
              <div className="chips">
                {SYMPTOMS.filter((s) => s.about === about).map((s) => (
                  <SymptomChip
                    key={s.id}
                    words={s.words}
                    state={stateOf(s.id)}
                    number={numbers.get(s.id)}
                    onChange={(state) => move(s.id, state, s.words)}
                  />
                ))}
              </div>
            </section>
          ))}
        </div>
      </div>
    </>
  );
}
