import { Button, Checkbox, Modal } from "antd";
import { useState } from "react";
import { useNavigate } from "react-router";
import type { Operation, YardJob } from "../../../contract";
import { partsArrived } from "../../../domain";
import { useShopQuery } from "../../data/api";
import { useEdit } from "../../data/saving";
import { count, dateText, STAGE_NAMES } from "../../format/words";
import { usePeople } from "../../data/useJobView";
import { ReminderDialog } from "../../pieces/reminder/ReminderDialog";

/** What the key of a line does when the job names no action of its own: go to its stage. */
export const actionOf = (job: YardJob): string => job.nextAction || `Go to ${STAGE_NAMES[job.stage]}`;

/** The key of a line: what comes next for the job. Where it waits for parts or the customer, that is done right here. */
export function YardAction({ job, primary }: { job: YardJob; primary: boolean }) {
  const navigate = useNavigate();
  const [open, setOpen] = useState(false);
  const { kind } = job.waits;
  if (kind !== "part" && kind !== "customer") {
    return (
      <Button
        size="small"
        type={primary ? "primary" : "default"}
        onClick={() => void navigate(`/jobs/${job.id}/${job.stage}`)}
      >
        {actionOf(job)}
      </Button>
    );
  }
  return (
    <>
      <Button size="small" aria-haspopup="dialog" onClick={() => setOpen(true)}>
        {kind === "part" ? "Mark as arrived" : "Send a reminder"}
      </Button>
      {open && kind === "part" && <Arrived job={job} onClose={() => setOpen(false)} />}
      {open && kind === "customer" && <Reminder job={job} onClose={() => setOpen(false)} />}
    </>
  );
}

function Arrived({ job, onClose }: { job: YardJob; onClose: () => void }) {
  const edit = useEdit(`job:${job.id}`);
  const [here, setHere] = useState<string[]>(job.ordered.map((p) => p.id));
  const arrived = job.ordered.filter((p) => here.includes(p.id));
  const mark = (): void => {
    const parts = arrived.map((p): Operation => ({
      op: "update",
      resource: "part",
      id: p.id,
      version: p.version,
      data: { state: "arrived" },
    }));
    const rest = job.ordered.filter((p) => !here.includes(p.id));
    const data = partsArrived(job.waits, rest, new Date().toISOString());
    const label = arrived.length ? `Arrived: ${arrived.map((p) => p.name).join(", ")}` : "Arrived";
    edit.all(label, [{ op: "update", resource: "job", id: job.id, version: job.version, data }, ...parts]);
    onClose();
  };
  return (
    <Modal
      open
      title={`${job.tag}: what has arrived?`}
      okText={job.ordered.length ? `Mark ${count(arrived.length, "part")} as arrived` : "It has arrived"}
      okButtonProps={{ disabled: job.ordered.length > 0 && !arrived.length }}
      onOk={mark}
      onCancel={onClose}
      width={440}
    >
      {job.ordered.length ? (
        <Checkbox.Group
          className="arrived"
          value={here}
          onChange={setHere}
          options={job.ordered.map((p) => ({
            value: p.id,
            label: [p.name, p.quantity === 1 ? "" : `${p.quantity} of them`, p.number].filter(Boolean).join(", "),
          }))}
        />
      ) : (
        <p>{job.waits.what || "No part of this job is marked as ordered."}</p>
      )}
    </Modal>
  );
}

/** A message to the owner to begin with; it says only what the job itself says. */
function reminderText(job: YardJob, shopName: string): string {
  const about = job.waits.what
    ? `We are waiting for this from you: ${job.waits.what}.`
    : "We are waiting for word from you.";
  const since = job.waits.since ? ` It has been open since ${dateText(job.waits.since)}.` : "";
  return [
    job.owner ? `To ${job.owner},` : "",
    `This is about ${job.title || "your vehicle"}, ${job.tag}, our job ${job.number ?? ""}. ${about}${since}`,
    "Please call or write to us, and we carry on.",
    shopName,
  ]
    .filter(Boolean)
    .join("\n\n");
}

function Reminder({ job, onClose }: { job: YardJob; onClose: () => void }) {
  const edit = useEdit(`job:${job.id}`);
  const { data } = useShopQuery();
  const { me } = usePeople();
  const log = (text: string): void => {
    const at = new Date().toISOString();
    edit.all("Reminder sent", [
      {
        op: "update",
        resource: "job",
        id: job.id,
        version: job.version,
        data: { reminders: [...job.reminders, { at, by: me?.id ?? null, text }] },
      },
    ]);
  };
  const last = job.reminders.at(-1);
  return (
    <ReminderDialog
      tag={job.tag}
      about={`job ${job.number ?? job.id}`}
      usual={reminderText(job, data?.shop.name ?? "")}
      acts={(text, sent) => (
        <Button
          type="primary"
          disabled={!text.trim()}
          onClick={() => {
            log(text);
            sent();
          }}
        >
          Note it as sent
        </Button>
      )}
      below={
        <p className="lb" style={{ marginTop: 8 }}>
          {last
            ? `Last reminder ${dateText(last.at)}; ${count(job.reminders.length, "reminder")} in all.`
            : "No reminder has been sent yet."}{" "}
          Send it the way you write to this owner; here it is only noted.
        </p>
      }
      onClose={onClose}
    />
  );
}
