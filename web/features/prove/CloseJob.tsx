import { Button, Modal } from "antd";
import { useState } from "react";
import { closingLine, openAtClosing } from "../../../domain";
import { ForReason } from "../../ui/ForReason";
import { useKeptDraft } from "../../ui/useDraft";
import type { StageProps } from "../../data/stage";

/** Closes the job, or opens it again. What is still open is asked first; the reason stays with the job. */
export function CloseJob({ view, edit }: StageProps) {
  const { job } = view;
  const [asking, setAsking] = useState(false);
  const [reason, setReason] = useKeptDraft(`close job ${job.id}`);
  const open = openAtClosing(view).map(closingLine);
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
      <Button onClick={() => (open.length ? setAsking(true) : close(""))}>Close the job</Button>
      <Modal open={asking} title="Close it with this open?" footer={null} width={520} onCancel={() => setAsking(false)}>
        <ul className="lined">
          {open.map((line) => (
            <li key={line}>{line}.</li>
          ))}
        </ul>
        <p className="lb">The reason is kept with the job and printed on the record.</p>
        <ForReason
          prompt="Reason for closing it all the same"
          example="customer needs it today, comes back on Friday"
          label="Close it"
          reason={reason}
          onReason={setReason}
          onDone={close}
        />
      </Modal>
    </>
  );
}
