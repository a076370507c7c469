import "./slots.css";
import { Tick } from "./pictograms";

/** A slot with a knob: off to the left, on to the right. */
export function SlotSwitch({ on, label, onChange }: { on: boolean; label: string; onChange: (on: boolean) => void }) {
  return (
    <button
      type="button"
      role="switch"
      aria-checked={on}
      aria-label={label}
      className="sw-hit"
      onClick={() => onChange(!on)}
    >
      <i className={on ? "sw on" : "sw"} />
    </button>
  );
}

const Bar = () => (
  <svg width="13" height="13" viewBox="0 0 14 14" stroke="currentColor" strokeWidth="2" aria-hidden="true">
    <path d="M3 7h8" />
  </svg>
);

export type ThreeState = "present" | "absent" | "untried";

const NEXT: Record<ThreeState, ThreeState> = { untried: "present", present: "absent", absent: "untried" };
const STATE_WORDS: Record<ThreeState, string> = { present: "present", absent: "absent", untried: "not asked" };

/** A symptom in plain words and the slot that says whether it is there. Tapping moves the knob on. */
export function SymptomChip({
  words,
  state,
  number,
  onChange,
}: {
  words: string;
  state: ThreeState;
  number?: number;
  onChange: (state: ThreeState) => void;
}) {
  return (
    <button
      type="button"
      className={`chip3 ${state}`}
      aria-label={`${words}: ${STATE_WORDS[state]}`}
      onClick={() => onChange(NEXT[state])}
      onKeyDown={(e) => {
        if (e.key === "ArrowRight") onChange("present");
        else if (e.key === "ArrowLeft") onChange("absent");
        else if (e.key === "Backspace" || e.key === "Delete") onChange("untried");
        else return;
        e.preventDefault();
      }}
    >
      {number !== undefined && <span className="no n">{number}</span>}
      <span className="words">{words}</span>
      <span className="slot3">
        <i>
          <b>{state === "present" ? <Tick /> : state === "absent" ? <Bar /> : null}</b>
        </i>
        <small>{STATE_WORDS[state]}</small>
      </span>
    </button>
  );
}
