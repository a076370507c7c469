import { Input, Modal } from "antd";
import { useCallback, useEffect, useRef, useState } from "react";
import type { JobView, Operation, Stage } from "../../../contract";
import { opensAgain, withMoves } from "../../../domain";
import { useEdit, type Editor, type Send } from "../../data/saving";

interface Held {
  operations: Operation[];
  send: Send;
}

/**
 * The editors of a job's page: one for what belongs to a stage, one for its head. Work moves the job and what it
 * waits for; what is changed after the job was closed is asked once a visit and kept as a correction.
 */
export function useJobEdit(
  scope: string,
  view: JobView | null,
  stage: Stage,
): { edit: Editor; headEdit: Editor; correction: React.ReactNode; correcting: string } {
  const latest = useRef({ view, stage });
  useEffect(() => {
    latest.current = { view, stage };
  }, [view, stage]);
  const [reason, setReason] = useState("");
  const given = useRef("");
  const [held, setHeld] = useState<Held[]>([]);

  const pass = useCallback((operations: Operation[], send: Send, inStage: boolean): void => {
    const { view: now, stage: at } = latest.current;
    if (!now) return send(operations, null);
    const all = withMoves(now, operations, inStage ? at : null, new Date().toISOString());
    if (!now.job.closedAt || opensAgain(now.job, all)) return send(all, null);
    if (given.current) return send(all, given.current);
    setHeld((h) => [...h, { operations: all, send }]);
  }, []);
  const ofStage = useCallback((ops: Operation[], send: Send) => pass(ops, send, true), [pass]);
  const ofHead = useCallback((ops: Operation[], send: Send) => pass(ops, send, false), [pass]);
  const edit = useEdit(scope, ofStage);
  const headEdit = useEdit(scope, ofHead);

  const confirm = (): void => {
    given.current = reason.trim();
    for (const { operations, send } of held) send(operations, given.current);
    setHeld([]);
  };
  const correction = (
    <Modal
      open={held.length > 0}
      title="This job is closed. Correct it?"
      okText="Save as a correction"
      okButtonProps={{ disabled: !reason.trim() }}
      cancelText="Leave it as it was"
      onOk={confirm}
      onCancel={() => setHeld([])}
      width={460}
    >
      <p>The change is kept with your reason, and the record shows it as a correction.</p>
      <Input.TextArea
        autoFocus
        aria-label="Reason for the correction"
        placeholder="Reason: second figure misread, sheet says 48"
        maxLength={400}
        value={reason}
        onChange={(e) => setReason(e.target.value)}
      />
    </Modal>
  );
  return { edit, headEdit, correction, correcting: held.length ? "" : reason.trim() };
}
