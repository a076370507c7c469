import { Button, Modal } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { closingLine, openAtClosing } from "../../../domain";
import { ForReason } from "../../ui/ForReason";
import { useKeptDraft, useKeptDrafts } from "../../ui/useDraft";
import type { StageProps } from "../../data/stage";

/** Closes the job, or opens it again. What is still open is asked first; the reason stays with the job. */
export function CloseJob({ view, edit }: StageProps) {
  const { job } = view;
  const [asking, setAsking] = useState(false);
  const [reason, setReason] = useKeptDraft(`close job ${job.id}`);
  const open = openAtClosing(view).map(closingLine);
  const own = `close job ${job.id}`;
  const typed = useKeptDrafts().filter((d) => d.path.startsWith(`/jobs/${job.id}`) && d.name !== own);
  const close = (why: string): void => {
    setAsking(false);
    setReason("");
    const closing = open.length ? { open, reason: why } : null;
    edit.update("job", job, { closedAt: new Date().toISOString(), stage: "prove", closing }, "Job closed");
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
      <Modal open={asking} title="Close it with this open?" footer={null} width={520} onCancel={() => setAsking(false)}>
        <ul className="lined">
          {open.map((line) => (
            <li key={line}>{line}.</li>
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
        {open.length > 0 && <p className="lb">The reason is kept with the job and printed on the record.</p>}
        {open.length > 0 && (
          <ForReason
            prompt="Reason for closing it all the same"
            example="customer needs it today, comes back on Friday"
            label="Close it"
            reason={reason}
            onReason={setReason}
            onDone={close}
          />
        )}
      </Modal>
    </>
  );
}
