import { Button, Modal } from "antd";
import { useState } from "react";
import { useNavigate } from "react-router";
import { stageWords, waitKinds, type Job, type JobView } from "../../../contract";
import { waitNow } from "../../../domain";
import type { Editor } from "../../data/saving";
import { momentText, readMoment } from "../../format/dates";
import { dayText, STAGE_NAMES, WAIT_NAMES } from "../../format/words";
import { Choice, TextField } from "../../ui/TextField";
import { Press } from "../../ui/Press";
import css from "./job.module.css";

const STAGES = Object.fromEntries(stageWords.map((s) => [s, STAGE_NAMES[s]])) as Record<Job["stage"], string>;
const WAITS = Object.fromEntries(waitKinds.map((k) => [k, WAIT_NAMES[k]])) as Record<Job["waits"]["kind"], string>;

/** What the job waits for, where the vehicle is, what comes next. It follows the work; a person may set it by hand. */
export function JobStateKey({ view, edit }: { view: JobView; edit: Editor }) {
  const [open, setOpen] = useState(false);
  const { job } = view;
  const waits = waitNow(job.waits, new Date().toISOString());
  const until = waits.until ? `until ${dayText(waits.until)}` : "";
  return (
    <>
      <Press className={css.loadstate} aria-haspopup="dialog" onClick={() => setOpen(true)}>
        <span>
          <b>{job.closedAt ? "Closed" : WAIT_NAMES[waits.kind]}</b>
          <span className="lb">{[job.bay, until || waits.what].filter(Boolean).join(" · ") || "tap to set"}</span>
        </span>
      </Press>
      {open && <JobStateDialog view={view} edit={edit} onClose={() => setOpen(false)} />}
    </>
  );
}

function JobStateDialog({ view, edit, onClose }: { view: JobView; edit: Editor; onClose: () => void }) {
  const { job, vehicle } = view;
  const navigate = useNavigate();
  const [binning, setBinning] = useState(false);
  const patch = (data: Partial<Job>, what: string): void => edit.update("job", job, data, what);
  const waits = (data: Partial<Job["waits"]>, what: string): void => patch({ waits: { ...job.waits, ...data } }, what);
  return (
    <Modal open onCancel={onClose} footer={null} title={`Job ${job.number ?? ""}: what next`} width={520}>
      <div className="fields jobstate">
        <Choice
          label="waits for"
          value={job.waits.kind}
          options={WAITS}
          onChange={(kind) =>
            waits(
              { kind, since: new Date().toISOString(), ...(kind === "nothing" && { until: null }) },
              `Waits: ${WAIT_NAMES[kind].toLowerCase()}`,
            )
          }
        />
        <TextField
          label="what for"
          value={job.waits.what}
          placeholder="two bushes, by the ferry"
          onCommit={(what) => waits({ what }, `Waits for: ${what}`)}
        />
        <TextField
          label="until"
          value={momentText(job.waits.until)}
          placeholder="2025-06-02 14:00"
          check={(text) =>
            !text || readMoment(text) ? undefined : "accepted: a day like 2025-06-02, a time like 14:00, or both"
          }
          onCommit={(text) => waits({ until: text ? readMoment(text) : null }, `Until ${text || "not known"}`)}
        />
        <TextField label="bay" value={job.bay} placeholder="Bay 2" onCommit={(bay) => patch({ bay }, `Bay: ${bay}`)} />
        <TextField
          label="next action"
          value={job.nextAction}
          placeholder={`Go to ${STAGE_NAMES[job.stage]}`}
          onCommit={(nextAction) => patch({ nextAction }, `Next: ${nextAction}`)}
        />
        <Choice
          label="stage the job has reached"
          value={job.stage}
          options={STAGES}
          onChange={(stage) => patch({ stage }, `Stage: ${STAGE_NAMES[stage]}`)}
        />
      </div>
      <p className="lb" style={{ marginTop: 10 }}>
        Ordered parts, parts that arrive, a step that cures and a step for two people set this by themselves.
      </p>
      <p className="row-flex" style={{ marginTop: 10 }}>
        <Button onClick={() => setBinning(true)}>Job into the bin</Button>
        <span className="push" />
        <Button type="primary" onClick={onClose}>
          Done
        </Button>
      </p>
      <Modal
        open={binning}
        title={`Put job ${job.number ?? ""} of ${vehicle.tag} into the bin?`}
        okText="Into the bin"
        onCancel={() => setBinning(false)}
        onOk={() => {
          edit.remove("job", job, `Job ${job.number ?? ""} into the bin`);
          void navigate(`/vehicles/${vehicle.id}`);
        }}
      >
        <p>Readings, levers, parts and signatures of this job go with it. The bin in Shop restores it.</p>
      </Modal>
    </Modal>
  );
}
