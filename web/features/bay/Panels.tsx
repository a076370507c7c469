import { useState } from "react";
import { Link } from "react-router";
import { loadWords } from "../../../contract";
import { OTHERWISE } from "../../../domain";
import { unsignedText } from "../../format/unsignedText";
import { LOAD_NAMES } from "../../format/words";
import { useKeptDraft } from "../../ui/useDraft";
import { Press } from "../../ui/Press";
import { useLoadByHand } from "../../pieces/job/LoadByHand";
import { TickKey } from "./TickKey";
import { StepLinks } from "./StepLinks";
import type { Bay } from "./useBay";
import css from "./bay.module.css";

export type PanelName = "before" | "found" | "notAsPlanned" | "left" | "load";

const TITLES: Record<PanelName, string> = {
  before: "Before this step is done",
  found: "What did you find?",
  notAsPlanned: "What is not as planned?",
  left: "What did I leave?",
  load: "What is the vehicle on?",
};

/** Something that is asked in the place of the step, and goes away when it is answered. */
export function Panel({ name, bay, onClose }: { name: PanelName; bay: Bay; onClose: () => void }) {
  const Body = BODIES[name];
  return (
    <section className={css.panel} role="dialog" aria-label={TITLES[name]}>
      <header>
        <h1>{TITLES[name]}</h1>
        <Press className={css.key} onClick={onClose}>
          Back to the step
        </Press>
      </header>
      <Body bay={bay} onClose={onClose} />
    </section>
  );
}

interface Props {
  bay: Bay;
  onClose: () => void;
}

function Before({ bay, onClose }: Props) {
  const [reason, setReason] = useState("");
  const { step, open } = bay;
  const { wants, held, loose, moment, unsigned } = open;
  // Those that were open when it was asked stay in sight when they are answered.
  const [asked] = useState(open.answers);
  if (!step) return null;
  const free = open.answers.length + wants.length + loose.length === 0;
  return (
    <>
      <div className={css.ticks}>
        {asked.map((item) => (
          <TickKey key={`${item.what} ${item.key}`} bay={bay} step={step} item={item} />
        ))}
      </div>
      {unsigned.length + wants.length > 0 && <StepLinks bay={bay} step={step} />}
      {held.length > 0 && (
        <>
          <h2>
            {moment === "down" ? "It stays up until these are signed" : "It is not driven until these are signed"}
          </h2>
          <UnsignedLinks bay={bay} list={held} />
        </>
      )}
      {loose.length > 0 && (
        <>
          <h2>Not signed yet</h2>
          <UnsignedLinks bay={bay} list={loose} />
        </>
      )}
      {!free && (
        <label className={css.ask}>
          {loose.length
            ? "Not signed, because"
            : wants.length
              ? "Not measured or set, because"
              : "Not answered, because"}
          <input className={css.field} value={reason} maxLength={160} onChange={(e) => setReason(e.target.value)} />
        </label>
      )}
      <Press
        className={css.main}
        disabled={held.length > 0 || (!free && !reason.trim())}
        onClick={() => {
          bay.done(step, free ? "" : reason.trim());
          onClose();
        }}
      >
        Done
        <small>
          {held.length > 0
            ? "sign the bolts above first"
            : free
              ? unsigned.length
                ? "torque is signed on the board, later"
                : "all answered"
              : reason.trim()
                ? "the reason goes on the record"
                : "answer them, or say why not"}
        </small>
      </Press>
    </>
  );
}

/** Groups of bolts that are not signed, each the way to its board. */
function UnsignedLinks({ bay, list }: { bay: Bay; list: Bay["open"]["held"] }) {
  return (
    <div className={css.ticks}>
      {list.map((u) => (
        <Link key={u.group.id} className={css.link} to={`/jobs/${bay.view.job.id}/fit?group=${u.group.id}`}>
          Torque: {u.group.name}
          <small>{unsignedText(u)}</small>
        </Link>
      ))}
    </div>
  );
}

function FewWords({
  ask,
  most,
  text,
  onText,
}: {
  ask: string;
  most: number;
  text: string;
  onText: (text: string) => void;
}) {
  return (
    <label className={css.ask}>
      {ask}
      <textarea
        className={css.field}
        rows={3}
        value={text}
        maxLength={most}
        autoFocus
        onChange={(e) => onText(e.target.value)}
      />
    </label>
  );
}

function Found({ bay, onClose }: Props) {
  const [text, setText] = useKeptDraft(`found in ${bay.view.job.id}`);
  const [part, setPart] = useState(false);
  const [partName, setPartName] = useState("");
  const [step, setStep] = useState(false);
  return (
    <>
      <FewWords ask="In a few words" most={400} text={text} onText={setText} />
      <div className={css.ticks}>
        <Toggle on={part} onChange={setPart} label="It needs a part: put it on the list" />
        {part && <FewWords ask="Which part" most={80} text={partName} onText={setPartName} />}
        <Toggle on={step} onChange={setStep} label="It needs a step: put it after this one" />
      </div>
      <Press
        className={css.main}
        disabled={!text.trim() || (part && !partName.trim())}
        onClick={() => {
          bay.found(text.trim(), { part: part ? partName.trim() : null, step });
          setText("");
          onClose();
        }}
      >
        Note it
      </Press>
    </>
  );
}

function NotAsPlanned({ bay, onClose }: Props) {
  const [text, setText] = useKeptDraft(`not as planned in ${bay.view.job.id}`);
  const { step } = bay;
  if (!step) return null;
  const then = (act: () => void) => (): void => {
    act();
    setText("");
    onClose();
  };
  return (
    <>
      <div className={css.keys} role="group" aria-label="It often is">
        {OTHERWISE.map(({ what, first }) => (
          <Press key={what} className={css.key} aria-pressed={text === first} onClick={() => setText(first)}>
            {what}
          </Press>
        ))}
      </div>
      <FewWords ask="Why, or what has to be done first" most={200} text={text} onText={setText} />
      <div className={css.keys}>
        <Press className={css.key} disabled={!text.trim()} onClick={then(() => bay.skip(step, text.trim()))}>
          Leave this step out
        </Press>
        <Press className={css.key} disabled={!text.trim()} onClick={then(() => bay.insert(step, text.trim()))}>
          Put a step before it
        </Press>
      </div>
    </>
  );
}

const LEFT_NAMES = {
  bags: "Bags open",
  marks: "Marks not answered",
  plugs: "Unplugged",
  torque: "Torque not signed",
  tools: "Tools to count",
} as const;

function WhatIsLeft({ bay, onClose }: Props) {
  const { left } = bay;
  const names = (Object.keys(LEFT_NAMES) as (keyof typeof LEFT_NAMES)[]).filter((k) => left[k].length);
  return (
    <>
      {names.length === 0 && (
        <p className={css.big}>Nothing: every bag is empty, every mark answered, every plug in.</p>
      )}
      {names.map((k) => (
        <div key={k}>
          <h2>{LEFT_NAMES[k]}</h2>
          <ul className={css.plain}>
            {left[k].map((n) => (
              <li key={n}>{n}</li>
            ))}
          </ul>
        </div>
      ))}
      {left.tools.length > 0 && (
        <Press
          className={css.main}
          onClick={() => {
            bay.countTools();
            onClose();
          }}
        >
          Tools counted, none left in it
        </Press>
      )}
    </>
  );
}

function Load({ bay }: Props) {
  const { now } = bay.view.vehicle.load;
  const hand = useLoadByHand(bay.view, bay.edit);
  const [reason, setReason] = useKeptDraft(`down by hand in ${bay.view.job.id}`);
  if (hand.asked) {
    const { unsigned } = hand.asked;
    const held = unsigned.filter((u) => u.holds);
    return (
      <>
        <h2>{held.length > 0 ? "It stays up until these are signed" : "Not signed yet"}</h2>
        <UnsignedLinks bay={bay} list={held.length > 0 ? held : unsigned} />
        {held.length === 0 && (
          <label className={css.ask}>
            It comes down all the same, because
            <input className={css.field} value={reason} maxLength={160} onChange={(e) => setReason(e.target.value)} />
          </label>
        )}
        <div className={css.keys}>
          <Press className={css.key} onClick={hand.leave}>
            Leave it up
          </Press>
          {held.length === 0 && (
            <Press
              className={css.key}
              disabled={!reason.trim()}
              onClick={() => {
                hand.goOn(reason.trim());
                setReason("");
              }}
            >
              Down for this reason
            </Press>
          )}
        </div>
      </>
    );
  }
  return (
    <div className={css.ticks}>
      {loadWords.map((w) => (
        <Toggle key={w} on={now.includes(w)} label={LOAD_NAMES[w]} onChange={() => hand.toggle(w)} />
      ))}
    </div>
  );
}

function Toggle({ on, label, onChange }: { on: boolean; label: string; onChange: (on: boolean) => void }) {
  return (
    <Press
      className={on ? `${css.tick} ${css.on}` : css.tick}
      role="switch"
      aria-checked={on}
      onClick={() => onChange(!on)}
    >
      <i aria-hidden />
      <span>{label}</span>
    </Press>
  );
}

const BODIES: Record<PanelName, React.ComponentType<Props>> = {
  before: Before,
  found: Found,
  notAsPlanned: NotAsPlanned,
  left: WhatIsLeft,
  load: Load,
};
