import { Button, Modal, Popconfirm } from "antd";
import { useContext, useState } from "react";
import { Link } from "react-router";
import { capital } from "../../format/grammar";
import { dayText, timeText } from "../../format/words";
import { api } from "../../data/api";
import { useAppDispatch, useAppSelector } from "../../data/hooks";
import { foreign, heldBy, insisted, labelOf, SavingContext, unanswered, type Entry } from "../../data/saving";
import { saveAs } from "../../ui/saveAs";
import { dropDraft, useKeptDrafts, useUnkept } from "../../ui/useDraft";
import { differences } from "../../data/versions";
import { Press } from "../../ui/Press";
import css from "./saving.module.css";

const momentText = (iso: string): string => `${dayText(iso)}, ${timeText(iso)}`;

/** "at 10:42" today, "on 3 May at 10:42" else. */
const momentOf = (iso: string): string => {
  const today = new Date().toDateString() === new Date(iso).toDateString();
  return today ? `at ${timeText(iso)}` : `on ${dayText(iso)} at ${timeText(iso)}`;
};

/** A draft as it was typed; a form that is half filled in has no one line. */
const draftText = (text: string): string =>
  /^[[{]/.test(text) ? "A form that is half filled in" : `“${text.slice(0, 60)}”`;

const edits = (n: number): string => (n === 1 ? "1 edit" : `${n} edits`);

/** "Saved 14:32", or how many edits wait and why. A tap shows what is kept here and for whom. */
export function SavedState() {
  const state = useAppSelector((s) => s.saving);
  const [open, setOpen] = useState(false);
  const unkept = useUnkept();
  const elsewhere = foreign(state);
  const waiting = state.pending.length - elsewhere.length;
  const asked = unanswered(state).length;
  const typed = useKeptDrafts().length;
  const asReadAt = useAppSelector((s) => s.freshness.asReadAt);
  const older = asReadAt && `as read ${momentOf(asReadAt)}, no connection`;
  const notes = [
    waiting > 0 && older,
    unkept === "refused" && "one field needs another value",
    state.memoryOnly && (waiting ? "keep this tab open: the browser stores nothing" : "the browser stores nothing"),
    elsewhere.length > 0 && `${edits(elsewhere.length)} for another shop`,
    state.aside.length > 0 && `${edits(state.aside.length)} could not be read`,
    typed > 0 && `${typed === 1 ? "1 line" : `${typed} lines`} typed and not added`,
  ].filter(Boolean);
  const need = asked === 1 ? "needs your answer" : "need your answer";
  const answer = asked === waiting ? need : `${asked} ${need}`;
  const why = heldBy(state) ?? (asked ? answer : null);
  const text =
    waiting && why
      ? `${edits(waiting)} waiting: ${why}`
      : waiting || unkept === "typing"
        ? "Saving"
        : older
          ? capital(older)
          : state.savedAt
            ? `Saved ${timeText(state.savedAt)}`
            : "All saved";
  const calm = !notes.length && !older && !(waiting && why);
  return (
    <>
      <span className={calm ? "saved" : "saved waiting"} role="status">
        <i />
        {[text, ...notes].join("; ")}
        {(waiting > 0 || elsewhere.length > 0 || state.aside.length > 0 || typed > 0) && !calm && (
          <Press className={css.linkish} onClick={() => setOpen(true)}>
            Show
          </Press>
        )}
      </span>
      <WaitingEdits open={open} onClose={() => setOpen(false)} />
    </>
  );
}

/** What this browser keeps that the server has not: for this shop, for another, and what cannot be read. */
function WaitingEdits({ open, onClose }: { open: boolean; onClose: () => void }) {
  const state = useAppSelector((s) => s.saving);
  const saving = useContext(SavingContext);
  const typed = useKeptDrafts();
  const elsewhere = foreign(state);
  const own = state.pending.filter((e) => !elsewhere.includes(e));
  const save = async (entry: Entry): Promise<void> => {
    const kept = await saving?.file(entry.key);
    if (kept?.blob) saveAs(entry.kind === "file" ? entry.upload.name : "file", kept.blob, kept.blob.type);
    else saveAs(`edit-${entry.key}.json`, JSON.stringify(entry.request, null, 2), "application/json");
  };
  const lines = (list: Entry[]) => (
    <ul className={`lined ${css.waitlist}`}>
      {list.map((e) => (
        <li key={e.key}>
          <span>
            {labelOf(e)}
            {e.trouble && <span className={css.reason}>{capital(e.trouble.message)}.</span>}
          </span>
          <span className="lb">{momentText(e.queuedAt)}</span>
          {e.trouble && (
            <Button size="small" onClick={() => void saving?.resolve(e.key, insisted)}>
              Try again
            </Button>
          )}
          <Button size="small" onClick={() => void save(e)}>
            Save as a file
          </Button>
          <Popconfirm
            title="Leave this edit out? It is not in the book."
            okText="Leave it out"
            cancelText="Keep it"
            onConfirm={() => void saving?.remove(e.key)}
          >
            <Button size="small">Leave it out</Button>
          </Popconfirm>
        </li>
      ))}
    </ul>
  );
  return (
    <Modal open={open} onCancel={onClose} footer={null} title="Not saved yet" width={760}>
      {state.memoryOnly && (
        <p>
          This browser stores nothing, or its storage is full. Edits are sent as usual; keep this tab open until they
          are.
        </p>
      )}
      {own.length > 0 && (
        <>
          <h3 className="hd2">Waiting to be saved</h3>
          {lines(own)}
        </>
      )}
      {elsewhere.length > 0 && (
        <>
          <h3 className="hd2">For another shop</h3>
          <p>
            These edits were made in another shop’s data at this address. They are kept here and saved as soon as that
            data is opened again.
          </p>
          {lines(elsewhere)}
        </>
      )}
      {state.aside.length > 0 && (
        <>
          <h3 className="hd2">Could not be read</h3>
          <p>The browser had kept these, but they are damaged. Everything else works as usual.</p>
          <ul className={`lined ${css.waitlist}`}>
            {state.aside.map((a) => (
              <li key={a.key}>
                <span>{a.raw.slice(0, 60)}</span>
                <span className="lb">{momentText(a.at)}</span>
                <Button size="small" onClick={() => saveAs(`unreadable-${a.key}.txt`, a.raw, "text/plain")}>
                  Save as a file
                </Button>
                <Button size="small" onClick={() => void saving?.removeAside(a.key)}>
                  Remove
                </Button>
              </li>
            ))}
          </ul>
        </>
      )}
      {typed.length > 0 && (
        <>
          <h3 className="hd2">Typed and not added</h3>
          <p>These lines are in their fields and not in the book. Add them there, or discard them.</p>
          <ul className={`lined ${css.waitlist}`}>
            {typed.map((d) => (
              <li key={`${d.path}#${d.name}`}>
                <span>
                  {draftText(d.text)} <span className="lb">{capital(d.name)}</span>
                </span>
                <Link to={d.path} onClick={onClose}>
                  Go there
                </Link>
                <Button size="small" onClick={() => dropDraft(d)}>
                  Discard
                </Button>
              </li>
            ))}
          </ul>
        </>
      )}
      {!own.length && !elsewhere.length && !state.aside.length && !typed.length && <p>Nothing is waiting.</p>}
    </Modal>
  );
}

/** A stale write shows both versions and lets the person choose; a refused one says why and keeps what was typed. */
export function SavingTrouble() {
  const dispatch = useAppDispatch();
  const saving = useContext(SavingContext);
  const state = useAppSelector((s) => s.saving);
  // Put off: everything else goes on, and the line in the head still says that it waits.
  const [putOff, setPutOff] = useState<ReadonlySet<string>>(new Set());
  const entry = unanswered(state).find((e) => !putOff.has(e.key)) ?? null;
  const trouble = entry?.trouble ?? null;
  const drop = async (): Promise<void> => {
    if (entry) await saving?.resolve(entry.key, null);
    dispatch(api.util.invalidateTags(["Job", "Vehicle", "Shop", "Yard", "Vehicles"]));
  };
  const keep = async (): Promise<void> => {
    if (entry) await saving?.resolve(entry.key, insisted);
  };
  const fields = differences(
    (trouble?.yours ?? {}) as Record<string, unknown>,
    (trouble?.theirs ?? {}) as Record<string, unknown>,
  );
  const isConflict = trouble?.code === "conflict" && fields.length > 0;
  return (
    <Modal
      open={trouble !== null}
      closable={false}
      title={isConflict ? "Somebody changed this since you opened it" : "This could not be saved"}
      footer={[
        <Button key="later" onClick={() => entry && setPutOff(new Set([...putOff, entry.key]))}>
          Decide later
        </Button>,
        <Button key="drop" onClick={() => void drop()}>
          {isConflict ? "Take theirs" : "Leave it out"}
        </Button>,
        <Button key="keep" type="primary" onClick={() => void keep()}>
          {isConflict ? "Keep mine" : "Try again"}
        </Button>,
      ]}
    >
      <p>
        {entry && labelOf(entry)}: {trouble?.message}
      </p>
      {isConflict ? (
        <div className={css.versions}>
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
