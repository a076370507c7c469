import { Modal } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { loadWords, type JobView } from "../../../contract";
import { formatNumber } from "../../../core";
import type { Editor } from "../../data/saving";
import { AskDown, useLoadByHand } from "../../pieces/job/LoadByHand";
import { UndoKeys } from "../../pieces/job/UndoKeys";
import { SavedState } from "../../pieces/saving/SavingTrouble";
import { drivenText, LOAD_NAMES, loadText, SHIFTER_NAMES, timeText, vehicleTitle, dayText } from "../../format/words";
import { LoadPictogram, Tag } from "../../ui/pictograms";
import { JobStateKey } from "./JobState";
import { usePeople } from "../../data/useJobView";
import { Press } from "../../ui/Press";
import css from "./job.module.css";

/** What the vehicle is on belongs to the vehicle: every job of it shows the same, and nobody's guess stands there. */
export function LoadStateKey({ view, edit }: { view: JobView; edit: Editor }) {
  const { vehicle } = view;
  const { load } = vehicle;
  const { initialsOf } = usePeople();
  const hand = useLoadByHand(view, edit);
  const [open, setOpen] = useState(false);
  const today = load.at !== null && new Date(load.at).toDateString() === new Date().toDateString();
  const since = load.at && load.now.length ? `since ${today ? timeText(load.at) : dayText(load.at)}` : "";
  const says = [since, initialsOf(load.by)].filter(Boolean).join(", ");
  return (
    <>
      <Press className={css.loadstate} aria-haspopup="dialog" onClick={() => setOpen(true)}>
        <LoadPictogram load={load.now} />
        <span>
          <b>{loadText(load.now)}</b>
          <span className="lb">{load.now.length ? says : "tap to set"}</span>
        </span>
      </Press>
      <Modal
        open={open}
        onCancel={() => {
          hand.leave();
          setOpen(false);
        }}
        footer={null}
        title={`What is ${vehicle.tag} on now?`}
        width={460}
      >
        <p className="lb">Tap all that are true. Ride height counts on wheels or over a pit, with no stands.</p>
        <AskDown view={view} hand={hand} />
        <div className={css.loads} hidden={hand.asked !== null}>
          {loadWords.map((l) => (
            <Press key={l} aria-pressed={load.now.includes(l)} onClick={() => hand.toggle(l)}>
              <LoadPictogram load={[l]} size={44} />
              {LOAD_NAMES[l]}
            </Press>
          ))}
        </div>
        <p className="lb" style={{ marginTop: 10 }}>
          Stands before you go under; a jack is not a support.
        </p>
      </Modal>
    </>
  );
}

export function JobHead({ view, edit, scope }: { view: JobView; edit: Editor; scope: string }) {
  const { vehicle, job } = view;
  const km = vehicle.odometer.reduce((top, o) => Math.max(top, o.km), 0);
  const facts = [
    vehicle.owner,
    km ? `${formatNumber(km, 0)} km` : "",
    [SHIFTER_NAMES[vehicle.shifterKind], drivenText(vehicle)].filter(Boolean).join(", "),
    job.number === null ? "new job" : `job ${job.number}`,
    job.closedAt ? "closed" : "",
  ];
  return (
    <header className="jobhead">
      <Link to={`/vehicles/${vehicle.id}`} aria-label={`Dossier of ${vehicle.tag}`}>
        <Tag text={vehicle.tag} strong />
      </Link>
      <div>
        <h1>{vehicleTitle(vehicle)}</h1>
        <div className="sub">{facts.filter(Boolean).join(" · ")}</div>
      </div>
      <div className="push" />
      <UndoKeys scope={scope} edit={edit} />
      <SavedState />
      <JobStateKey view={view} edit={edit} />
      <LoadStateKey view={view} edit={edit} />
    </header>
  );
}
