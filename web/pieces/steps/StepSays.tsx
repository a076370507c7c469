import { Select } from "antd";
import { cautionKinds, loadWords, quantityWords, type StepFacts } from "../../../contract";
import { CAUTION_NAMES, CHECK_NAMES } from "../../format/stepWords";
import { LOAD_NAMES, QUANTITY_NAMES } from "../../format/words";
import { AddLine } from "../../ui/AddLine";
import { SlotSwitch } from "../../ui/slots";
import { Choice, TextField } from "../../ui/TextField";
import type { StepProps } from "./stepProps";
import { TakeOut } from "./TakeOut";
import css from "./steps.module.css";

const PHASES = { before: "before", after: "after" } as const;
const MUST = { must: "asked for", may: "if wanted" } as const;
const options = <K extends string>(words: readonly K[], names: Record<K, string>): { value: K; label: string }[] =>
  words.map((value) => ({ value, label: names[value] }));

/** What must be off or on while it is done, what it brings about, and which checks come before it. */
export function State({ work, stepId, facts, ofTemplate, onFacts }: StepProps & { facts: StepFacts }) {
  const things = [...new Map(work.steps.flatMap((s) => s.facts.off.map((t) => [t.key, t.name] as const)))];
  const thingOptions = things.map(([value, label]) => ({ value, label }));
  const checks = work.steps.filter(
    (s) => s.id !== stepId && (s.facts.check || facts.gates.some((g) => g.check === s.id)),
  );
  return (
    <section>
      <h3 className="hd2">How the vehicle must be</h3>
      {things.length > 0 && (
        <>
          <label className={css.tags}>
            <span className="lb">Must be off meanwhile</span>
            <Select
              mode="multiple"
              aria-label="Must be off meanwhile"
              value={facts.whileOff}
              options={thingOptions}
              onChange={(whileOff: string[]) => onFacts({ whileOff }, "what must be off")}
            />
          </label>
          <label className={css.tags}>
            <span className="lb">Must be on meanwhile</span>
            <Select
              mode="multiple"
              aria-label="Must be on meanwhile"
              value={facts.whileOn.map((w) => w.key)}
              options={thingOptions}
              onChange={(keys: string[]) =>
                onFacts(
                  {
                    whileOn: keys.map(
                      (key) => facts.whileOn.find((w) => w.key === key) ?? { key, when: "any" as const },
                    ),
                  },
                  "what must be on",
                )
              }
            />
          </label>
        </>
      )}
      <label className={css.tags}>
        <span className="lb">After it the vehicle is</span>
        <Select
          mode="multiple"
          aria-label="After it the vehicle is"
          placeholder="as before"
          value={ofTemplate ? [...ofTemplate.brings] : facts.brings}
          options={ofTemplate?.loads ?? options(loadWords, LOAD_NAMES)}
          onChange={(brings: string[]) =>
            ofTemplate
              ? ofTemplate.onBrings(brings)
              : onFacts({ brings: brings as StepFacts["brings"] }, "how it is held afterwards")
          }
        />
      </label>
      <div className="fields">
        <Choice
          label="it tries"
          value={facts.check}
          options={CHECK_NAMES}
          onChange={(check) => onFacts({ check }, check ? `it tries ${CHECK_NAMES[check]}` : "it tries nothing")}
        />
      </div>
      <p className="row-flex">
        <SlotSwitch
          on={facts.closes}
          label="It hides what was done, or lets the vehicle down"
          onChange={(closes) => onFacts({ closes }, closes ? "closes" : "closes nothing")}
        />
        It hides what was done, or lets the vehicle down
      </p>
      <label className={css.tags}>
        <span className="lb">Only once this was tried</span>
        <Select
          mode="multiple"
          aria-label="Only once this was tried"
          value={facts.gates.map((g) => g.check)}
          options={checks.map((s) => ({ value: s.id, label: s.text }))}
          onChange={(ids: string[]) =>
            onFacts(
              {
                gates: ids.map(
                  (check) =>
                    facts.gates.find((g) => g.check === check) ?? {
                      check,
                      why: `${work.steps.find((s) => s.id === check)?.text ?? "A check"} comes first.`.slice(0, 200),
                    },
                ),
              },
              "checks that come first",
            )
          }
        />
      </label>
    </section>
  );
}

/** What is measured at it, before or after the work, and whether it is asked for. */
export function Readings({ facts, onFacts }: Pick<StepProps, "onFacts"> & { facts: StepFacts }) {
  const change = (i: number, data: Partial<StepFacts["measure"][number]>, what: string): void =>
    onFacts({ measure: facts.measure.map((m, k) => (k === i ? { ...m, ...data } : m)) }, what);
  return (
    <section>
      <h3 className="hd2">Measured here</h3>
      {facts.measure.map((m, i) => (
        <div key={i} className={css.item}>
          <Choice
            label="reading"
            value={m.quantity}
            options={QUANTITY_NAMES}
            onChange={(quantity) => change(i, { quantity }, QUANTITY_NAMES[quantity])}
          />
          <TextField
            label="where"
            value={m.place}
            placeholder="prop shaft, rear mount"
            onCommit={(place) => change(i, { place }, place || "no place")}
          />
          <Choice
            label="the work"
            value={m.phase}
            options={PHASES}
            onChange={(phase) => change(i, { phase }, `${phase} the work`)}
          />
          <Choice
            label="is"
            value={m.must ? "must" : "may"}
            options={MUST}
            onChange={(must) => change(i, { must: must === "must" }, MUST[must])}
          />
          <TakeOut
            what={QUANTITY_NAMES[m.quantity]}
            onClick={() =>
              onFacts(
                { measure: facts.measure.filter((_, k) => k !== i) },
                `not measured: ${QUANTITY_NAMES[m.quantity]}`,
              )
            }
          />
        </div>
      ))}
      <Select
        aria-label="Measured here: add a reading"
        className={css.add}
        placeholder="Add a reading"
        virtual={false}
        value={null}
        showSearch={{ optionFilterProp: "label" }}
        options={options(quantityWords, QUANTITY_NAMES)}
        onChange={(quantity: (typeof quantityWords)[number] | null) =>
          quantity &&
          onFacts(
            {
              measure: [
                ...facts.measure,
                { quantity, fromGear: "", toGear: "", place: "", phase: "before", must: true },
              ],
            },
            `measured: ${QUANTITY_NAMES[quantity]}`,
          )
        }
      />
    </section>
  );
}

/** What is said before the step: what is in danger, what to do first, and why. */
export function Cautions({ facts, onFacts }: Pick<StepProps, "onFacts"> & { facts: StepFacts }) {
  const { cautions } = facts;
  const change = (i: number, data: Partial<StepFacts["cautions"][number]>): void =>
    onFacts({ cautions: cautions.map((c, k) => (k === i ? { ...c, ...data } : c)) }, "caution");
  return (
    <section>
      <h3 className="hd2">Cautions, said before the step</h3>
      {facts.caution && (
        <TextField
          label="caution of your own, said before the step"
          value={facts.caution}
          onCommit={(caution) => onFacts({ caution }, "caution")}
        />
      )}
      {cautions.map((c, i) => (
        <div key={`${i} ${c.kind}`} className={css.item}>
          <Choice label="danger" value={c.kind} options={CAUTION_NAMES} onChange={(kind) => change(i, { kind })} />
          <div className={css.long}>
            <TextField
              label="what to do first, then why"
              value={c.text}
              lines={2}
              required
              max={240}
              onCommit={(text) => change(i, { text })}
            />
          </div>
          <TakeOut
            what={c.text}
            onClick={() => onFacts({ cautions: cautions.filter((_, k) => k !== i) }, "caution taken out")}
          />
        </div>
      ))}
      <AddLine
        label="Caution: what to do first, then why"
        max={240}
        onAdd={(text) => onFacts({ cautions: [...cautions, { kind: cautionKinds[0], text }].slice(0, 12) }, "caution")}
      />
    </section>
  );
}
