import { Select } from "antd";
import { markKinds, settingTools, type StepFacts } from "../../../contract";
import {
  changedFastener,
  closedAt,
  closing,
  fastenersAt,
  tightening,
  withFastener,
  withoutFastener,
  type Closing,
  type EditWork,
  type Fastener,
} from "../../../domain";
import { DRAWING_NAMES, MARK_NAMES } from "../../format/stepWords";
import { TOOL_NAMES } from "../../format/settingTools";
import { AddLine } from "../../ui/AddLine";
import { Choice, TextField } from "../../ui/TextField";
import { CountField } from "../torque/CountField";
import type { StepProps } from "./stepProps";
import { Cautions, Readings, State } from "./StepSays";
import { TakeOut } from "./TakeOut";
import css from "./steps.module.css";

const USES = { torque: "to a torque", snug: "by feel", clip: "clip or pin" } as const;

/** All that a step opens, marks, measures and warns of, and where each of it is closed again. */
export function StepFactsFields(props: StepProps) {
  const { work, stepId, parts, newKey, onWork, onFacts } = props;
  const step = work.steps.find((s) => s.id === stepId);
  if (!step) return null;
  const { facts } = step;
  const tags = (label: string, list: "tools" | "carry" | "orientation" | "look", most: number, long: number) => (
    <label className={css.tags}>
      <span className="lb">{label}</span>
      <Select
        mode="tags"
        aria-label={label}
        value={facts[list]}
        onChange={(said: string[]) => onFacts({ [list]: said.map((t) => t.slice(0, long)).slice(0, most) }, label)}
      />
    </label>
  );
  return (
    <div className={css.all}>
      <Cautions facts={facts} onFacts={onFacts} />
      <Fasteners {...props} />
      <Opened
        {...props}
        title="Unplugged here"
        add="Unplugged here: which plug"
        list="plugs"
        closed="plugged in at"
        items={facts.unplugs}
        onItems={(unplugs, what) => onFacts({ unplugs }, what)}
      />
      <section>
        <h3 className="hd2">Marked here</h3>
        {facts.marks.map((m) => (
          <div key={m.key} className={css.item}>
            <TextField
              label="what is marked"
              value={m.text}
              required
              max={120}
              onCommit={(text) => onFacts({ marks: put(facts.marks, m.key, { text }) }, text)}
            />
            <Choice
              label="as"
              value={m.kind}
              options={MARK_NAMES}
              onChange={(kind) => onFacts({ marks: put(facts.marks, m.key, { kind }) }, MARK_NAMES[kind])}
            />
            <At {...props} label="asked for at" list="asks" of={m.key} name={m.text} />
            <TakeOut
              what={m.text}
              onClick={() =>
                onWork(
                  closing(
                    putFacts(work, stepId, { marks: facts.marks.filter((x) => x.key !== m.key) }),
                    "asks",
                    m.key,
                    "",
                  ),
                  `not marked: ${m.text}`,
                )
              }
            />
          </div>
        ))}
        <AddLine
          label="Marked here: what"
          onAdd={(text) => onFacts({ marks: [...facts.marks, { key: newKey(), text, kind: markKinds[0] }] }, text)}
        />
      </section>
      <Opened
        {...props}
        title="Off, apart or open from here on"
        add="Off from here on: what"
        list="on"
        closed="on again at"
        items={facts.off}
        onItems={(off, what) => onFacts({ off }, what)}
        more={(t) => (
          <TextField
            label="what goes wrong while it is off"
            value={t.holds ?? ""}
            placeholder="nothing"
            onCommit={(holds) => onFacts({ off: put(facts.off, t.key, { holds }) }, holds || "nothing goes wrong")}
          />
        )}
      />
      <State {...props} facts={facts} />
      {!props.ofTemplate && <Readings facts={facts} onFacts={onFacts} />}
      <section>
        <h3 className="hd2">With it</h3>
        {tags("Tools", "tools", 20, 60)}
        <label className={css.tags}>
          <span className="lb">Parts</span>
          <Select
            mode="multiple"
            aria-label="Parts of this step"
            value={facts.parts}
            options={parts.map((p) => ({ value: p, label: p }))}
            onChange={(said: string[]) => onFacts({ parts: said }, "parts")}
          />
        </label>
        {tags("Carried over to the new part", "carry", 12, 80)}
        {tags("Which way", "orientation", 8, 120)}
        {tags("Look while here", "look", 10, 160)}
        <div className="fields">
          <Choice
            label="drawing"
            value={facts.drawing}
            options={DRAWING_NAMES}
            onChange={(drawing) => onFacts({ drawing }, `drawing: ${DRAWING_NAMES[drawing]}`)}
          />
          <Choice
            label="done with the setting tool"
            value={facts.sets ?? "none"}
            options={{ none: "none", ...TOOL_NAMES }}
            onChange={(tool) =>
              onFacts(
                { sets: settingTools.find((t) => t === tool) ?? null },
                tool === "none" ? "no tool" : TOOL_NAMES[tool],
              )
            }
          />
        </div>
      </section>
    </div>
  );
}

/** A list with one of its items changed. */
const put = <T extends { key: string }>(list: readonly T[], key: string, data: Partial<T>): T[] =>
  list.map((x) => (x.key === key ? { ...x, ...data } : x));

const putFacts = (work: EditWork, stepId: string, data: Partial<StepFacts>): EditWork => ({
  ...work,
  steps: work.steps.map((s) => (s.id === stepId ? { ...s, facts: { ...s.facts, ...data } } : s)),
});

/** The step something is closed again at. */
function At({
  work,
  stepId,
  onWork,
  label,
  list,
  of,
  name,
}: StepProps & { label: string; list: Closing; of: string; name: string }) {
  return (
    <StepPick
      label={label}
      of={name}
      work={work}
      but={stepId}
      value={closedAt(work, list, of)}
      onChange={(at, text) => onWork(closing(work, list, of, at), `${name} ${label} ${text}`)}
    />
  );
}

function StepPick({
  label,
  of,
  work,
  but,
  value,
  onChange,
}: {
  label: string;
  of: string;
  work: EditWork;
  but: string;
  value: string;
  onChange: (id: string, text: string) => void;
}) {
  const steps = work.steps.filter((s) => s.id !== but || s.id === value);
  return (
    <label className={css.at}>
      <span className="lb">{label}</span>
      <Select
        aria-label={`${of}: ${label}`}
        size="small"
        showSearch={{ optionFilterProp: "label" }}
        value={value}
        status={value ? "" : "warning"}
        options={[
          { value: "", label: "no step says so" },
          ...steps.map((s) => ({ value: s.id, label: s.text })),
          ...(but !== value ? [{ value: but, label: "this step" }] : []),
        ]}
        onChange={(id: string) => onChange(id, work.steps.find((s) => s.id === id)?.text ?? "no step")}
      />
    </label>
  );
}

function Fasteners({ work, stepId, signed, newKey, onWork }: StepProps) {
  return (
    <section>
      <h3 className="hd2">Comes out here</h3>
      {fastenersAt(work, stepId).map((f) => {
        const isSigned = f.group !== "" && (signed?.has(f.group) ?? false);
        const change = (patch: Parameters<typeof changedFastener>[2], what: string): void =>
          onWork(changedFastener(work, f.key, patch), `${f.name}: ${what}`);
        return (
          <div key={f.key} className={css.item}>
            <TextField label="fastener" value={f.name} required max={80} onCommit={(name) => change({ name }, name)} />
            <TextField
              label="head or socket"
              value={f.head}
              max={40}
              placeholder="13 mm socket"
              onCommit={(head) => change({ head }, head || "head not noted")}
            />
            {isSigned ? (
              <p className="lb">
                {f.count} of them, {USES[f.use]}. Bolts of it are signed: change the count among the torque groups.
              </p>
            ) : (
              <>
                <CountField count={f.count} of={f.name} onCommit={(count) => change({ count }, `${count}`)} />
                <Choice label="goes back" value={f.use} options={USES} onChange={(use) => change({ use }, USES[use])} />
              </>
            )}
            <WhereBack f={f} work={work} stepId={stepId} onWork={onWork} />
            {!isSigned && (
              <TakeOut
                what={f.name}
                onClick={() => onWork(withoutFastener(work, f.key), `does not come out: ${f.name}`)}
              />
            )}
          </div>
        );
      })}
      <AddLine
        label="Comes out here: which fastener"
        onAdd={(name) => onWork(withFastener(work, stepId, name, newKey()), `comes out: ${name}`)}
      />
    </section>
  );
}

function WhereBack({ f, work, stepId, onWork }: Pick<StepProps, "work" | "stepId" | "onWork"> & { f: Fastener }) {
  return (
    <>
      <StepPick
        label="goes back in at"
        of={f.name}
        work={work}
        but={stepId}
        value={f.backAt}
        onChange={(backAt, text) => onWork(changedFastener(work, f.key, { backAt }), `${f.name} goes back at ${text}`)}
      />
      {f.group && (
        <StepPick
          label="tightened at"
          of={f.name}
          work={work}
          but={stepId}
          value={f.tightenedAt}
          onChange={(at, text) => onWork(tightening(work, f.group, at), `${f.name} tightened at ${text}`)}
        />
      )}
    </>
  );
}

interface Item {
  key: string;
  name: string;
  holds?: string;
}

/** Plugs and things: each with its name and the step that closes it again. */
function Opened<T extends Item>({
  title,
  add,
  list,
  closed,
  items,
  onItems,
  more,
  ...props
}: StepProps & {
  title: string;
  add: string;
  list: "plugs" | "on";
  closed: string;
  items: readonly T[];
  onItems: (items: T[], what: string) => void;
  more?: (item: T) => React.ReactNode;
}) {
  const { work, stepId, newKey, onWork } = props;
  const opened = list === "plugs" ? "unplugs" : "off";
  return (
    <section>
      <h3 className="hd2">{title}</h3>
      {items.map((t) => (
        <div key={t.key} className={css.item}>
          <TextField
            label="name"
            value={t.name}
            required
            max={80}
            onCommit={(name) => onItems(put<Item>(items, t.key, { name }) as T[], name)}
          />
          {more?.(t)}
          <At {...props} label={closed} list={list} of={t.key} name={t.name} />
          <TakeOut
            what={t.name}
            onClick={() =>
              onWork(
                closing(putFacts(work, stepId, { [opened]: items.filter((x) => x.key !== t.key) }), list, t.key, ""),
                `not opened: ${t.name}`,
              )
            }
          />
        </div>
      ))}
      <AddLine
        label={add}
        onAdd={(name) => onItems([...items, { key: newKey(), name, ...(list === "on" && { holds: "" }) } as T], name)}
      />
    </section>
  );
}
