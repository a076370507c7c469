import { Button, Modal } from "antd";
import { timeText } from "../format/words";
import { api } from "./api";
import { useAppDispatch, useAppSelector } from "./hooks";
import { saving } from "./saving";
import { differences } from "./versions";

/** "Saved 14:32", or how many edits wait and why. */
export function SavedState() {
  const { pending, phase, savedAt } = useAppSelector((s) => s.saving);
  const waiting = pending.length;
  if (phase === "offline" || (waiting > 0 && phase !== "sending" && phase !== "idle")) {
    const edits = waiting === 1 ? "1 edit waits" : `${waiting} edits wait`;
    return (
      <span className="saved waiting" role="status">
        <i />
        {phase === "offline" ? `${edits}: no connection` : edits}
      </span>
    );
  }
  return (
    <span className="saved" role="status">
      <i />
      {waiting ? "Saving" : savedAt ? `Saved ${timeText(savedAt)}` : "All saved"}
    </span>
  );
}

/** A stale write shows both versions and lets the person choose; a refused one says why and keeps what was typed. */
export function SavingTrouble() {
  const dispatch = useAppDispatch();
  const { phase, trouble, pending } = useAppSelector((s) => s.saving);
  const open = (phase === "conflict" || phase === "refused") && trouble !== null;
  const drop = (): void => {
    dispatch(saving.actions.dropped());
    dispatch(api.util.invalidateTags(["Job", "Vehicle", "Shop", "Yard", "Vehicles"]));
  };
  const keep = (): void => void dispatch(saving.actions.keptMine());
  const fields = differences(
    (trouble?.yours ?? {}) as Record<string, unknown>,
    (trouble?.theirs ?? {}) as Record<string, unknown>,
  );
  const entry = pending[0];
  const label = entry?.kind === "change" ? entry.request.label : entry?.kind;
  const isConflict = phase === "conflict" && fields.length > 0;
  return (
    <Modal
      open={open}
      closable={false}
      title={isConflict ? "Somebody changed this since you opened it" : "This could not be saved"}
      footer={[
        <Button key="drop" onClick={drop}>
          {isConflict ? "Take theirs" : "Leave it"}
        </Button>,
        <Button key="keep" type="primary" onClick={keep}>
          {isConflict ? "Keep mine" : "Try again"}
        </Button>,
      ]}
    >
      <p>
        {label}: {trouble?.message}
      </p>
      {isConflict ? (
        <div className="versions">
          <span className="lb">field</span>
          <span className="lb">yours</span>
          <span className="lb">theirs</span>
          {fields.map(({ field, yours, theirs }) => [
            <span key={`${field}-k`}>{field}</span>,
            <span key={`${field}-y`}>{yours}</span>,
            <span key={`${field}-t`}>{theirs}</span>,
          ])}
        </div>
      ) : (
        trouble && <p className="lb">Accepted: {trouble.accepts}</p>
      )}
    </Modal>
  );
}
