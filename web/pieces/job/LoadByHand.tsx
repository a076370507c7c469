import { Button } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import type { JobView, LoadWord } from "../../../contract";
import { loadOperations, unsignedAtLoad, withLoad } from "../../../domain";
import { newId, type Editor } from "../../data/saving";
import { usePeople } from "../../data/useJobView";
import { unsignedText } from "../../format/unsignedText";
import { loadText } from "../../format/words";
import { ForReason } from "../../ui/ForReason";
import { useKeptDraft } from "../../ui/useDraft";

/** What the vehicle is on, as a person says it; coming down with bolts not signed asks first. */
export function useLoadByHand(view: JobView, edit: Editor) {
  const { me } = usePeople();
  const [asked, setAsked] = useState<LoadWord[] | null>(null);
  const write = (next: readonly LoadWord[], reason: string): void => {
    const by = { id: newId(), at: new Date().toISOString(), personId: me?.id ?? null, reason };
    edit.all(loadText(next), loadOperations(view, next, by));
    setAsked(null);
  };
  const say = (next: LoadWord[]): void => {
    if (unsignedAtLoad(view, next).length) setAsked(next);
    else write(next, "");
  };
  return {
    asked: asked && { next: asked, unsigned: unsignedAtLoad(view, asked) },
    say,
    toggle: (word: LoadWord) => say(withLoad(view.vehicle.load.now, word)),
    goOn: (reason: string) => asked && write(asked, reason),
    leave: () => setAsked(null),
  };
}

export type LoadByHand = ReturnType<typeof useLoadByHand>;

/** What is not signed while the vehicle is to come down: critical bolts keep it up, for the others a reason is asked. */
export function AskDown({ view, hand }: { view: JobView; hand: LoadByHand }) {
  const [reason, setReason] = useKeptDraft(`down by hand in ${view.job.id}`);
  if (!hand.asked) return null;
  const { unsigned } = hand.asked;
  const held = unsigned.filter((u) => u.holds);
  const shown = held.length ? held : unsigned;
  return (
    <div role="alert">
      <p>
        <b>{held.length ? "It stays up until these are signed." : "Not signed yet:"}</b>
      </p>
      <ul>
        {shown.map((u) => (
          <li key={u.group.id}>
            <Link to={`/jobs/${view.job.id}/fit?group=${u.group.id}`} onClick={hand.leave}>
              {u.group.name}
            </Link>
            {`, ${unsignedText(u)}`}
          </li>
        ))}
      </ul>
      <div className="outcomes">
        {held.length === 0 && (
          <ForReason
            prompt="Why it comes down all the same"
            example="the cover goes on tomorrow"
            label="Down for this reason"
            reason={reason}
            onReason={setReason}
            onDone={(why) => {
              setReason("");
              hand.goOn(why);
            }}
          />
        )}
        <Button onClick={hand.leave}>Leave it up</Button>
      </div>
    </div>
  );
}
