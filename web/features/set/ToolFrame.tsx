import { refusalText } from "../../format/fieldLabels";
import { Button, Modal } from "antd";
import { useState } from "react";
import type { SettingTool } from "../../../contract";
import { Answer, Num } from "../../ui/Answer";
import { EXAMPLE, ExampleLead } from "../../ui/marks";
import { TextField } from "../../ui/TextField";
import { useUnkept } from "../../ui/useDraft";
import { GUIDES } from "./guides";
import css from "./set.module.css";

/** Where a tool stands: in a job, where its answer can be kept, or on the desk. */
export interface SetHost {
  tabs: React.ReactNode;
  /** Keeps the question and its answer with the job; absent on the desk. */
  keep?: (kept: { tool: SettingTool; name: string; input: Record<string, unknown>; says: string }) => void;
}

export interface Says {
  /** The instruction. */
  lead: string;
  /** Its reason and what else there is to it. */
  rest?: string;
  /** It says what must not be done: nothing of it is kept as a setting. */
  no?: boolean;
}

export const saysText = ({ lead, rest }: Says): string => [lead, rest].filter(Boolean).join(" ");

/** Figures of a sentence stand in the figures' type. */
function Figures({ text }: { text: string }) {
  return text.split(/(\d[\d.,/\u202f]*)/).map((part, i) => (i % 2 ? <Num key={i}>{part}</Num> : part));
}

/** One setting tool: the instruction on top, the drawing, the fields, figures, working and method. */
export function ToolFrame({
  tool,
  untouched,
  host,
  says,
  refused,
  input,
  name,
  drawing,
  form,
  figures,
  working,
  busy,
  extra,
}: {
  tool: SettingTool;
  /** Nobody has entered anything yet. */
  untouched: boolean;
  host: SetHost;
  says: Says | null;
  /** Why there is no answer: what is accepted where. */
  refused: { field: string; accepts: string } | null;
  /** What is kept with the job; null: not yet. */
  input: Record<string, unknown> | null;
  /** What the setting is called at first. */
  name: string;
  drawing: React.ReactNode;
  form: React.ReactNode;
  figures: React.ReactNode;
  working: React.ReactNode;
  busy?: React.ReactNode;
  extra?: React.ReactNode;
}) {
  const [open, setOpen] = useState(false);
  const [called, setCalled] = useState<string | null>(null);
  const [kept, setKept] = useState<string | null>(null);
  const guide = GUIDES[tool];
  const title = called ?? name;
  // The answer is the one to what was in the fields before: while one of them is refused, it is nobody's order.
  const wrong = useUnkept() === "refused";
  const keyOf = JSON.stringify([title, input]);
  return (
    <>
      <Answer
        acts={
          <>
            {host.tabs}
            <Button aria-expanded={open} onClick={() => setOpen(true)}>
              Calculation
            </Button>
            {host.keep && (
              <Button
                type="primary"
                disabled={wrong || !says || says.no || !input || kept === keyOf}
                onClick={() => {
                  if (!says || says.no || !input) return;
                  host.keep?.({
                    tool,
                    name: title,
                    input,
                    says: [untouched ? EXAMPLE : "", saysText(says)].filter(Boolean).join(" "),
                  });
                  setKept(keyOf);
                }}
              >
                {kept === keyOf ? "Kept with the job" : "Keep with the job"}
              </Button>
            )}
          </>
        }
      >
        {wrong ? (
          <>
            <b>Not yet: </b>correct the field that is marked.
          </>
        ) : refused ? (
          <>
            <b>Not yet: </b>
            {refusalText(refused.field, refused.accepts)}
          </>
        ) : says ? (
          <>
            {untouched && <ExampleLead />}
            <b className={says.no ? "brk" : undefined}>
              <Figures text={says.lead} />
            </b>
            {says.rest && (
              <>
                {" "}
                <Figures text={says.rest} />
              </>
            )}
          </>
        ) : (
          <b>Calculating.</b>
        )}
      </Answer>
      {busy}
      <div className={css.settool}>
        <div className={wrong ? `${css.setdraw} ${css.ofBefore}` : css.setdraw}>{drawing}</div>
        <div className={css.setform}>
          {host.keep && <TextField label="called, in this job" value={title} max={80} required onCommit={setCalled} />}
          {form}
          {!wrong && figures}
          {!wrong && extra}
        </div>
      </div>
      <section className={css.guide} aria-label="Method">
        <div className="guide-how">
          <h2 className="hd2">How it is done</h2>
          {guide.caution && <p className="caution">{guide.caution}</p>}
          <ol className="howsteps">
            {guide.steps.map((s) => (
              <li key={s}>{s}</li>
            ))}
          </ol>
        </div>
        <div>
          {guide.ways && (
            <>
              <h2 className="hd2">Two ways</h2>
              <ul className="howsteps">
                {guide.ways.map((w) => (
                  <li key={w}>{w}</li>
                ))}
              </ul>
            </>
          )}
        </div>
      </section>
      <Modal open={open} onCancel={() => setOpen(false)} footer={null} width={620} title="Calculation">
        <div className="working">{working}</div>
      </Modal>
    </>
  );
}

/** Progress of work beside the screen, with a way to call it off, and what to do when it was lost. */
export function Busy({
  result,
  onCancel,
  onAgain,
}: {
  result: { state: string; slow?: boolean };
  onCancel: () => void;
  onAgain: () => void;
}) {
  if (result.state === "working" && result.slow) {
    return (
      <p className={`row-flex ${css.setbusy}`} role="status">
        <progress aria-label="Calculating" /> Calculating.
        <Button size="small" onClick={onCancel}>
          Cancel
        </Button>
      </p>
    );
  }
  if (result.state === "cancelled" || result.state === "lost") {
    return (
      <p className={`row-flex ${css.setbusy} och`} role="alert">
        {result.state === "lost" ? "Calculation failed; your entries are kept." : "Cancelled."}
        <Button size="small" onClick={onAgain}>
          Work it out again
        </Button>
      </p>
    );
  }
  return null;
}

/** Which way is front, on a drawing 620 wide. */
export function FrontArrow() {
  return (
    <g>
      <text x="532" y="30">
        front
      </text>
      <path className="ink" d="M566 26h30" />
      <path d="M604 26l-10 -3.5v7z" fill="var(--ink)" />
    </g>
  );
}

/** Figures of an answer, one under the other. */
export function FigureRows({ rows }: { rows: [name: string, value: React.ReactNode, strong?: boolean][] }) {
  return (
    <table className="ledger">
      <tbody>
        {rows.map(([name, value, strong]) => (
          <tr key={name} className={strong ? "maj" : undefined}>
            <td>{name}</td>
            <td className="n">{value}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
