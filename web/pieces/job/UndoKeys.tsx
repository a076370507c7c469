import { useLayoutEffect, useState } from "react";
import { useUndoStateQuery } from "../../data/api";
import { useAppSelector } from "../../data/hooks";
import type { Editor } from "../../data/saving";
import { Press } from "../../ui/Press";
import css from "./job.module.css";

/**
 * Undo and redo of this person's own changes in this job. What would be taken back is the description and no part
 * of the name: a control named "Notch 5" stays the only one of that name.
 */
export function UndoKeys({ scope, edit }: { scope: string; edit: Editor }) {
  const personId = useAppSelector((s) => s.session.personId);
  const waiting = useAppSelector((s) => s.saving.pending.length > 0);
  const station = useAppSelector((s) => s.session.station);
  const { data, isFetching, startedTimeStamp = 0 } = useUndoStateQuery({ scope, personId, station });
  // Between the last edit's answer and the next look at the list the old list is shown: the key must not go dead there.
  const [emptiedAt, setEmptiedAt] = useState(0);
  useLayoutEffect(() => (waiting ? () => setEmptiedAt(Date.now()) : undefined), [waiting]);
  const stale = emptiedAt > 0 && (isFetching || startedTimeStamp < emptiedAt);
  const undo = data?.undo?.label;
  const redo = data?.redo?.label;
  return (
    <div className={css.ur}>
      <Press
        aria-label="Undo"
        title={undo ? `Undo: ${undo}` : undefined}
        disabled={!undo && !waiting && !stale}
        onClick={edit.undo}
      >
        <svg width="20" height="20" viewBox="0 0 20 20" fill="none" stroke="currentColor" strokeWidth="1.6">
          <path d="M7.5 4 3.5 8l4 4M4 8h7.5a4.3 4.3 0 0 1 0 8.6H8" />
        </svg>
      </Press>
      <Press aria-label="Redo" title={redo ? `Redo: ${redo}` : undefined} disabled={!redo} onClick={edit.redo}>
        <svg width="20" height="20" viewBox="0 0 20 20" fill="none" stroke="currentColor" strokeWidth="1.6">
          <path d="M12.5 4l4 4-4 4M16 8H8.5a4.3 4.3 0 0 0 0 8.6H12" />
        </svg>
      </Press>
    </div>
  );
}
