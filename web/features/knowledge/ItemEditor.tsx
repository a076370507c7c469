import { boundsOf, resources } from "../../../contract";
import { Button, Select } from "antd";
import { useId } from "react";
import type { Applies, BenchTest, Fault, HowTo, Knowledge, Likelihood, Observable } from "../../../core";
import { NumberField } from "../../ui/NumberField";
import { SlotSwitch } from "../../ui/slots";
import { Choice, TextField } from "../../ui/TextField";
import { howToOf, withCell, withHowTo, withItem } from "../../../domain";
import { LikelihoodField } from "./LikelihoodField";
import css from "./knowledge.module.css";

export interface EditorProps<T> {
  knowledge: Knowledge;
  item: T;
  /** Keeps a changed table; the words stand in the history. */
  onChange: (next: Knowledge, what: string) => void;
  onRemove: () => void;
}

const SHIFTERS = { direct: "direct lever", rod: "rod linkage", cable: "cables" } as const;
const LAYOUTS = { northSouth: "north-south", eastWest: "east-west" } as const;

function Several<T extends string>({
  label,
  value,
  options,
  empty,
  onChange,
}: {
  label: string;
  value: readonly T[];
  options: Readonly<Record<T, string>>;
  empty: string;
  onChange: (value: T[]) => void;
}) {
  const id = useId();
  return (
    <span className="field">
      <label className="lb" htmlFor={id}>
        {label}
      </label>
      <Select<T[]>
        id={id}
        aria-label={label}
        mode="multiple"
        value={[...value]}
        placeholder={empty}
        style={{ width: "100%" }}
        optionFilterProp="label"
        onChange={onChange}
        options={(Object.keys(options) as T[]).map((v) => ({ value: v, label: options[v] }))}
      />
    </span>
  );
}

function AppliesFields({
  applies,
  onChange,
}: {
  applies: Applies | undefined;
  onChange: (a: Applies | undefined) => void;
}) {
  const set = (next: Applies): void => {
    const kept = {
      ...(next.shifter?.length && { shifter: next.shifter }),
      ...(next.layout?.length && { layout: next.layout }),
    };
    onChange(Object.keys(kept).length ? kept : undefined);
  };
  return (
    <>
      <Several
        label="only with"
        empty="every shifter"
        value={applies?.shifter ?? []}
        options={SHIFTERS}
        onChange={(shifter) => set({ ...applies, shifter })}
      />
      <Several
        label="only where the engine is"
        empty="either way"
        value={applies?.layout ?? []}
        options={LAYOUTS}
        onChange={(layout) => set({ ...applies, layout })}
      />
    </>
  );
}

/** What an item of the table is called. */
function LabelField({
  label,
  item,
  onCommit,
}: {
  label: string;
  item: { label: string };
  onCommit: (label: string) => void;
}) {
  return (
    <div className="wide">
      <TextField
        label={label}
        value={item.label}
        required
        max={boundsOf(resources.shop, "knowledge.faults[].label").max}
        onCommit={onCommit}
      />
    </div>
  );
}

/** The figures of one fault or one observation against all of the others, each with its reason. */
function Column({
  title,
  knowledge,
  others,
  cellOf,
  says,
  onChange,
}: {
  title: string;
  knowledge: Knowledge;
  others: readonly { id: string; label: string }[];
  cellOf: (other: string) => [fault: string, observation: string];
  /** Fault and observation as the history names them. */
  says: (label: string) => [fault: string, observation: string];
  onChange: (next: Knowledge, what: string) => void;
}) {
  return (
    <Cells
      title={title}
      rows={others.map(({ id, label }) => {
        const [f, o] = cellOf(id);
        return { id, label, value: knowledge.table[f]?.[o] ?? null, reason: knowledge.reasons?.[f]?.[o] ?? "" };
      })}
      knowledge={knowledge}
      onValue={(id, value, label) => {
        const [fault, seen] = says(label);
        onChange({ ...knowledge, table: withCell(knowledge.table, ...cellOf(id), value) }, `${fault}, ${seen}`);
      }}
      onReason={(id, reason, label) => {
        const [fault, seen] = says(label);
        const reasons = withCell(knowledge.reasons, ...cellOf(id), reason || null);
        onChange({ ...knowledge, reasons }, `${fault}, why: ${seen}`);
      }}
    />
  );
}

export function FaultEditor({ knowledge, item, onChange, onRemove }: EditorProps<Fault>) {
  const set = (patch: Partial<Fault>, what: string): void =>
    onChange(withItem(knowledge, "faults", { ...item, ...patch }), `${item.label}: ${what}`);
  return (
    <>
      <div className="fields">
        <LabelField label="what the part or fault is called" item={item} onCommit={(label) => set({ label }, label)} />
        <NumberField
          label="how often it comes in"
          value={item.prior}
          {...boundsOf(resources.shop, "knowledge.faults[].prior")}
          unit="against the others"
          onCommit={(prior) => prior !== null && set({ prior }, `weight ${prior}`)}
        />
        <AppliesFields applies={item.applies} onChange={(applies) => set({ applies }, "where it belongs")} />
        <p className="row-flex">
          <SlotSwitch
            on={Boolean(item.referOn)}
            label="Refer to a specialist"
            onChange={(on) => set({ referOn: on || undefined }, on ? "referred on" : "our work")}
          />
          refer to a specialist
        </p>
      </div>
      <Column
        title="How likely each thing is with this fault"
        knowledge={knowledge}
        others={knowledge.observations}
        cellOf={(observation) => [item.id, observation]}
        says={(label) => [item.label, label]}
        onChange={onChange}
      />
      <div>
        <Button onClick={onRemove} disabled={knowledge.faults.length < 2}>
          Remove this fault
        </Button>
      </div>
    </>
  );
}

export function ObservationEditor({ knowledge, item, onChange, onRemove }: EditorProps<Observable>) {
  const set = (patch: Partial<Observable>, what: string): void =>
    onChange(withItem(knowledge, "observations", { ...item, ...patch }), `${item.label}: ${what}`);
  return (
    <>
      <div className="fields">
        <LabelField
          label={item.kind === "symptom" ? "as the driver would say it" : "what the test shows"}
          item={item}
          onCommit={(label) => set({ label }, label)}
        />
        <span className="field">
          <span className="lb">seen where no fault causes it</span>
          <LikelihoodField
            label="seen where no fault causes it"
            value={item.faultFree}
            words={knowledge.words}
            onChange={(faultFree) => faultFree !== null && set({ faultFree }, "how often without a fault")}
          />
        </span>
        {item.kind === "symptom" && (
          <NumberField
            label="asking takes"
            value={item.minutes ?? 0.5}
            {...boundsOf(resources.shop, "knowledge.observations[].minutes")}
            unit="min"
            onCommit={(minutes) => minutes !== null && set({ minutes }, `${minutes} min`)}
          />
        )}
        <AppliesFields applies={item.applies} onChange={(applies) => set({ applies }, "where it belongs")} />
      </div>
      <Column
        title="How likely it is with each fault"
        knowledge={knowledge}
        others={knowledge.faults}
        cellOf={(fault) => [fault, item.id]}
        says={(label) => [label, item.label]}
        onChange={onChange}
      />
      <div>
        <Button onClick={onRemove} disabled={knowledge.observations.length < 2}>
          Remove it
        </Button>
      </div>
    </>
  );
}

export function TestEditor({ knowledge, item, onChange, onRemove }: EditorProps<BenchTest>) {
  const set = (patch: Partial<BenchTest>, what: string): void =>
    onChange(withItem(knowledge, "tests", { ...item, ...patch }), `${item.label}: ${what}`);
  const results = Object.fromEntries(
    knowledge.observations.filter((o) => o.kind === "result").map((o) => [o.id, o.label]),
  );
  const how = howToOf(knowledge, item.id) ?? { steps: [] };
  const setHow = (patch: Partial<HowTo>, what: string): void =>
    onChange(withHowTo(knowledge, item.id, { ...how, ...patch }), `${item.label}: ${what}`);
  const stepsOf = (typed: string): string[] =>
    typed
      .split("\n")
      .map((s) => s.trim())
      .filter(Boolean);
  return (
    <>
      <div className="fields">
        <LabelField label="the test" item={item} onCommit={(label) => set({ label }, label)} />
        <NumberField
          label="takes"
          value={item.minutes}
          {...boundsOf(resources.shop, "knowledge.tests[].minutes")}
          unit="min"
          onCommit={(minutes) => minutes !== null && set({ minutes }, `${minutes} min`)}
        />
        <Choice
          label="people"
          value={String(item.hands) as "1" | "2"}
          options={{ "1": "one", "2": "two" }}
          onChange={(hands) => set({ hands: Number(hands) as 1 | 2 }, `${hands} people`)}
        />
        <AppliesFields applies={item.applies} onChange={(applies) => set({ applies }, "where it belongs")} />
        <div className="wide">
          <Several
            label="what it can show, one to six things"
            empty="at least one"
            value={item.results}
            options={results}
            onChange={(next) => next.length >= 1 && next.length <= 6 && set({ results: next }, "what it can show")}
          />
        </div>
      </div>
      <TextField
        label="how it is done, a step a line"
        value={how.steps.join("\n")}
        lines={Math.min(12, Math.max(3, how.steps.length + 1))}
        check={(typed) => {
          const steps = stepsOf(typed);
          if (steps.length > 12) return `${steps.length} steps; accepted: up to 12`;
          return steps.some((s) => s.length > 400) ? "one step is over 400 characters; accepted: up to 400" : undefined;
        }}
        onCommit={(typed) => setHow({ steps: stepsOf(typed) }, "how it is done")}
      />
      <TextField
        label="caution, before anyone begins"
        value={how.caution ?? ""}
        lines={2}
        max={boundsOf(resources.shop, "knowledge.howTos{}.caution").max}
        onCommit={(caution) => setHow({ caution: caution || undefined }, "caution")}
      />
      <div>
        <Button onClick={onRemove}>Remove this test</Button>
      </div>
    </>
  );
}

function Cells({
  title,
  rows,
  knowledge,
  onValue,
  onReason,
}: {
  title: string;
  rows: { id: string; label: string; value: Likelihood | null; reason: string }[];
  knowledge: Knowledge;
  onValue: (id: string, value: Likelihood | null, label: string) => void;
  onReason: (id: string, reason: string, label: string) => void;
}) {
  // What has a word of its own stands first; the rest takes the rate it has without a fault.
  const sorted = [...rows.filter((r) => r.value !== null), ...rows.filter((r) => r.value === null)];
  return (
    <section>
      <h2 className="hd2">{title}</h2>
      <table className={css.cells}>
        <thead className="sr">
          <tr>
            <th>what</th>
            <th>how likely</th>
            <th>why</th>
          </tr>
        </thead>
        <tbody>
          {sorted.map((r) => (
            <tr key={r.id} className={r.value === null ? css.unset : undefined}>
              <td>{r.label}</td>
              <td>
                <LikelihoodField
                  label={`${r.label}: how likely`}
                  value={r.value}
                  words={knowledge.words}
                  fallback="as without a fault"
                  onChange={(value) => onValue(r.id, value, r.label)}
                />
              </td>
              <td>
                {r.value !== null && (
                  <TextField
                    label={`${r.label}: why`}
                    hideLabel
                    value={r.reason}
                    max={400}
                    placeholder="why it shows so"
                    onCommit={(reason) => onReason(r.id, reason, r.label)}
                  />
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
