import { Button, Checkbox, Drawer, Modal } from "antd";
import { Question } from "./Question";
import { useState } from "react";
import { fieldsOf, type SpecLine } from "../../../contract";
import { questionsOfLine, valueOf, type Impact } from "../../../domain";
import { LINE_KIND_NAMES } from "../../format/sheetWords";
import { count } from "../../format/words";
import { capital } from "../../format/grammar";
import { LineFieldsForm, NameFields, type LineDraft } from "./LineForm";
import { SourcesEditor } from "./SourcesEditor";
import css from "./drawer.module.css";

/**
 * One line of a sheet or a vehicle, changed as a whole: what a change reaches is said before it is applied. Nothing
 * is kept until then.
 */
export function LineDrawer({
  line,
  fresh,
  title,
  places,
  impact,
  onApply,
  onRemove,
  onClose,
}: {
  line: SpecLine;
  /** It is not kept yet. */
  fresh: boolean;
  title: string;
  places: readonly string[];
  impact: Impact | null;
  /** The line as it is to be, and the jobs that take its value too. */
  onApply: (draft: LineDraft, jobs: readonly string[]) => void;
  onRemove?: () => void;
  onClose: () => void;
}) {
  const kept = fieldsOf("specLine", line) as LineDraft;
  const [draft, setDraft] = useState<LineDraft>(kept);
  const [without, setWithout] = useState<ReadonlySet<string>>(new Set());
  const [leaving, setLeaving] = useState(false);
  const touched = JSON.stringify(draft) !== JSON.stringify(kept);
  const changed = fresh || touched;
  const patch = (next: Partial<LineDraft>): void => setDraft((d) => ({ ...d, ...next }));
  const asks = questionsOfLine(draft);
  const lacks = !draft.name.trim() ? "a name" : draft.overrides && !draft.reason.trim() ? "a reason" : null;
  const value = valueOf(draft);
  const newValue = value !== null && value !== valueOf(line);
  const jobs = newValue ? (impact?.jobs ?? []) : [];
  const apply = (): void =>
    onApply(
      draft,
      jobs.map((j) => j.id).filter((id) => !without.has(id)),
    );
  return (
    <Drawer
      open
      size={620}
      title={title}
      onClose={() => (touched ? setLeaving(true) : onClose())}
      footer={
        <div className={css.foot}>
          {impact && !fresh && <Reach impact={impact} />}
          {jobs.map((j) => (
            <Checkbox
              key={j.id}
              checked={!without.has(j.id)}
              onChange={(e) => {
                const next = new Set(without);
                if (e.target.checked) next.delete(j.id);
                else next.add(j.id);
                setWithout(next);
              }}
            >
              Job {j.number}, {j.tag}: take {value} there too
            </Checkbox>
          ))}
          <div className="row-flex">
            {onRemove && <Button onClick={onRemove}>Into the bin</Button>}
            <span className="push" />
            <Button onClick={onClose}>Cancel</Button>
            <Button type="primary" disabled={!changed || lacks !== null} onClick={apply}>
              {lacks ? `Needs ${lacks}` : fresh ? "Add it" : "Apply the change"}
            </Button>
          </div>
        </div>
      }
    >
      <div className={css.form}>
        <NameFields draft={draft} places={places} onChange={patch} />
        <SourcesEditor of={draft} onChange={patch} />
        {asks.length > 0 && (
          <div className={css.asks} role="status" aria-label="Audit">
            {asks.map((q, i) => (
              <p key={i}>
                <Question of={q} />
              </p>
            ))}
          </div>
        )}
        <LineFieldsForm draft={draft} onChange={patch} />
      </div>
      <Modal
        open={leaving}
        title="Leave without applying?"
        okText="Leave, drop the change"
        cancelText="Go on editing"
        onOk={onClose}
        onCancel={() => setLeaving(false)}
      >
        <p>
          {fresh
            ? "What you entered is not kept."
            : `The ${LINE_KIND_NAMES[draft.kind]} ${draft.name} stays as it was.`}
        </p>
      </Modal>
    </Drawer>
  );
}

function Reach({ impact }: { impact: Impact }) {
  const { vehicles, overridden, jobs } = impact;
  const tags = vehicles
    .slice(0, 6)
    .map((v) => v.tag)
    .join(", ");
  return (
    <p className="lb">
      {vehicles.length
        ? `A change reaches ${count(vehicles.length, "vehicle")} (${tags}${vehicles.length > 6 ? ", …" : ""})`
        : "No vehicle takes this value"}
      {jobs.length > 0 && ` and ${count(jobs.length, "open job")}`}.
      {overridden.length > 0 &&
        ` ${capital(overridden.map((v) => v.tag).join(", "))} ${overridden.length === 1 ? "has its" : "have their"} own value and ${overridden.length === 1 ? "keeps" : "keep"} it.`}
    </p>
  );
}
