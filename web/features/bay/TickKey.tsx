import type { Step } from "../../../contract";
import { useKeptDraft } from "../../ui/useDraft";
import { Press } from "../../ui/Press";
import type { Bay } from "./useBay";
import css from "./bay.module.css";

/** A slot to push over: answered or not; a mark with a figure or a side asks for it. */
export function TickKey({ bay, step, item }: { bay: Bay; step: Step; item: Bay["items"][number] }) {
  const on = bay.isTicked(step, item.what, item.key);
  const said = step.ticked.find((t) => t.what === item.what && t.key === item.key)?.value ?? "";
  const [draft, setDraft] = useKeptDraft(`mark ${step.id} ${item.key}`);
  const typed = draft || said;
  return (
    <div className={css.tickRow}>
      <Press
        className={on ? `${css.tick} ${css.on}` : css.tick}
        role="switch"
        aria-checked={on}
        onClick={() => {
          bay.tick(step, item, !on, typed);
          setDraft("");
        }}
      >
        <i aria-hidden />
        <span>
          {item.text}
          {on && said && <small>{said}</small>}
        </span>
      </Press>
      {item.asksValue && !on && (
        <input
          className={css.field}
          aria-label={`${item.text}: what it is`}
          placeholder="what it is: 7 threads, dot to the front"
          value={draft}
          maxLength={200}
          onChange={(e) => setDraft(e.target.value)}
        />
      )}
    </div>
  );
}
