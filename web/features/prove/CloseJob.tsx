import { Button, Checkbox, Modal } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { closingLine, leftRechecks, mustNotBeDriven, openAtClosing, type OpenAtClosing } from "../../../domain";
import { useVehicleQuery } from "../../data/api";
import { newId } from "../../data/saving";
import { todayHere } from "../../format/dates";
import { ForReason } from "../../ui/ForReason";
import { useKeptDraft, useKeptDrafts } from "../../ui/useDraft";
import type { StageProps } from "../../data/stage";

/** Where each kind of open thing is put right. */
const PLACE: Record<OpenAtClosing["kind"], string> = {
  held: "fit",
  unsigned: "fit",
  leftOpen: "plan",
  outside: "fit",
  noSource: "plan?tool=lists",
  toFind: "plan?tool=lists",
  nobody: "fit",
  noLoad: "fit",
  baseline: "gauge",
  steps: "fit",
  decisions: "plan?tool=lists",
  findings: "fit",
  parts: "plan?tool=lists",
  notFitted: "plan?tool=lists",
  readings: "prove",
  checks: "prove?tool=handback",
};

/** Closes the job, or opens it again. What is still open is asked first; the reason stays with the job. */
export function CloseJob({ view, edit }: StageProps) {
  const { job } = view;
  const [asking, setAsking] = useState(false);
  const [notDriven, setNotDriven] = useState(false);
  const [reason, setReason] = useKeptDraft(`close job ${job.id}`);
  const open = openAtClosing(view);
  const { data: dossier } = useVehicleQuery(view.vehicle.id);
  const held = mustNotBeDriven(open);
  const own = `close job ${job.id}`;
  const typed = useKeptDrafts().filter((d) => d.path.startsWith(`/jobs/${job.id}`) && d.name !== own);
  const close = (why: string): void => {
    setAsking(false);
    setReason("");
    const closing = open.length
      ? { open: open.map(closingLine).slice(0, 20), reason: why, notDriven: held && notDriven }
      : null;
    const data = { closedAt: new Date().toISOString(), stage: "prove" as const, closing };
    // What a choice left for another day stays with the vehicle until it is done.
    const left = leftRechecks(view, dossier?.recheck ?? [], todayHere());
    if (!left.length) return edit.update("job", job, data, "Job closed");
    edit.all("Job closed", [
      ...left.map((r) => ({ op: "create" as const, resource: "recheck" as const, id: newId(), data: r })),
      { op: "update", resource: "job", id: job.id, version: job.version, data },
    ]);
  };
  if (job.closedAt) {
    return (
      <Button onClick={() => edit.update("job", job, { closedAt: null, closing: null }, "Job opened again")}>
        Open the job again
      </Button>
    );
  }
  return (
    <>
      <Button onClick={() => (open.length || typed.length ? setAsking(true) : close(""))}>Close the job</Button>
      <Modal
        open={asking}
        title={held ? "Not ready to be driven" : "Close the job with this still open?"}
        footer={null}
        width={560}
        onCancel={() => setAsking(false)}
      >
        <ul className="lined">
          {open.map((line) => (
            <li key={line.kind} className={line.kind === "held" ? "brk" : undefined}>
              {closingLine(line)}.{" "}
              <Link to={`/jobs/${job.id}/${PLACE[line.kind]}`} onClick={() => setAsking(false)}>
                Go there
              </Link>
            </li>
          ))}
          {typed.map((d) => (
            <li key={`${d.path}#${d.name}`}>
              Typed and not added: {/^[[{]/.test(d.text) ? d.name : `“${d.text.slice(0, 60)}”, ${d.name}`}.{" "}
              <Link to={d.path}>Go there</Link>
            </li>
          ))}
        </ul>
        {open.length === 0 && (
          <Button type="primary" onClick={() => close("")}>
            Close it without {typed.length === 1 ? "this line" : "these lines"}
          </Button>
        )}
        {held && (
          <p>
            <Checkbox checked={notDriven} onChange={(e) => setNotDriven(e.target.checked)}>
              It leaves on a trailer, not driven
            </Checkbox>
          </p>
        )}
        {open.length > 0 && <p className="lb">The reason is kept with the job and printed on the record.</p>}
        {open.length > 0 && (!held || notDriven) && (
          <ForReason
            prompt="Reason for closing it all the same"
            example="customer needs it today, comes back on Friday"
            label={held ? "Close it as not driven" : "Close it"}
            reason={reason}
            onReason={setReason}
            onDone={close}
          />
        )}
      </Modal>
    </>
  );
}
