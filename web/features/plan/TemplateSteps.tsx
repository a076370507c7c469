import { Button, Drawer, Select } from "antd";
import { useState } from "react";
import {
  boundsOf,
  kindLoads,
  quantityWords,
  resources,
  templateContent,
  type TemplateContent,
  type TemplateStep,
} from "../../../contract";
import {
  faultsOf,
  templateStepAdded,
  templateStepGone,
  templateStepWith,
  templateWith,
  workOf,
  workOfTemplate,
} from "../../../domain";
import { newId } from "../../data/saving";
import { useTemplates } from "../../data/useTemplates";
import type { StageProps } from "../../data/stage";
import { LOAD_NAMES, PLACE_NAMES, QUANTITY_NAMES } from "../../format/words";
import { StepFactsFields } from "../../pieces/steps/StepFactsFields";
import { useKeptDraft } from "../../ui/useDraft";
import { AddLine } from "../../ui/AddLine";
import { NumberField } from "../../ui/NumberField";
import { Press } from "../../ui/Press";
import { SlotSwitch } from "../../ui/slots";
import { Choice, TextField } from "../../ui/TextField";
import { templateFaultText } from "./templateWords";
import css from "./day.module.css";

const KIND_LOADS: Record<(typeof kindLoads)[number], string> = {
  onWheels: LOAD_NAMES.onWheels,
  onStands: LOAD_NAMES.onStands,
  onWheelsOverPit: LOAD_NAMES.overPit,
  driveOnLift: "On a drive-on lift",
  engineSupported: LOAD_NAMES.engineSupported,
  gearboxSupported: LOAD_NAMES.gearboxSupported,
  subframeSupported: LOAD_NAMES.subframeSupported,
};

/** What was changed of a kind and is not kept yet; the kind itself where nothing was, or it is of another. */
function readKept(kept: string, given: TemplateContent): TemplateContent {
  try {
    const read = templateContent.safeParse(JSON.parse(kept));
    return read.success && read.data.id === given.id ? read.data : given;
  } catch {
    return given;
  }
}

/** The steps of a kind of job, changed for all jobs to come; a supplied one becomes the shop's own. */
export function TemplateSteps({
  content: given,
  edit,
  onClose,
  onKept,
}: Pick<StageProps, "edit"> & {
  content: TemplateContent;
  onClose: () => void;
  /** Told the id it is kept under. */
  onKept: (id: string) => void;
}) {
  const workshop = useTemplates();
  const own = workshop?.own.find((t) => t.content.id === given.id) ?? null;
  // Half a change survives a closed drawer and a reload, until it is kept or left.
  const [kept, setKept] = useKeptDraft(`steps of ${given.title}`);
  const [content, show] = useState(() => readKept(kept, given));
  const setContent = (next: TemplateContent): void => {
    show(next);
    setKept(JSON.stringify(next));
  };
  const [open, setOpen] = useState<string | null>(null);
  const step = content.steps.find((s) => s.id === open);
  const work = workOf(content);
  const faults = faultsOf(work);
  const keep = (): void => {
    const what = `Steps of ${content.title} changed`;
    const id = own ? content.id : `own-${newId().slice(-8)}`;
    if (own) edit.update("template", own, { content }, what);
    else edit.create("template", { basedOn: given.id, content: { ...content, id } }, what);
    setKept("");
    onKept(id);
    onClose();
  };
  return (
    <Drawer
      open
      title={`Steps of ${content.title}`}
      size={600}
      onClose={onClose}
      footer={
        <span className={css.keep}>
          <span className="lb">
            {own
              ? "Jobs begun from now on are planned so."
              : "Kept as the shop’s own; the supplied one stays as it is."}
          </span>
          <Button
            onClick={() => {
              setKept("");
              onClose();
            }}
          >
            Leave it as it was
          </Button>
          <Button type="primary" disabled={!workshop || content === given} onClick={keep}>
            {own ? "Keep" : "Keep as the shop’s own"}
          </Button>
        </span>
      }
    >
      {step ? (
        <OneStep key={step.id} content={content} step={step} onContent={setContent} onBack={() => setOpen(null)} />
      ) : (
        <>
          <ol className="lined">
            {content.steps.map((s) => (
              <li key={s.id}>
                <Press className={css.kind} onClick={() => setOpen(s.id)}>
                  {s.text}
                  <span className="lb">
                    {PLACE_NAMES[s.place]}, {s.minutes} min{Object.keys(s.only).length > 0 && ", by choice"}
                    {s.perSide && ", each side"}
                  </span>
                </Press>
              </li>
            ))}
          </ol>
          <AddLine
            label="Add a step: what is done"
            max={140}
            onAdd={(text) => {
              const id = `own-${newId().slice(-8)}`;
              setContent(templateStepAdded(content, text, id));
              setOpen(id);
            }}
          />
        </>
      )}
      {faults.length > 0 && (
        <ul className="lb och" aria-label="What does not close">
          {faults.slice(0, 6).map((f, i) => (
            <li key={i}>{templateFaultText(f, work)}</li>
          ))}
        </ul>
      )}
    </Drawer>
  );
}

type Reading = TemplateContent["readings"][number];

const bounds = (at: string) => boundsOf(resources.template, `content.steps[].${at}`);

function OneStep({
  content,
  step,
  onContent,
  onBack,
}: {
  content: TemplateContent;
  step: TemplateStep;
  onContent: (next: TemplateContent) => void;
  onBack: () => void;
}) {
  const work = workOfTemplate(content);
  const patch = (data: Partial<Omit<TemplateStep, "id">>): void => onContent(templateStepWith(content, step.id, data));
  return (
    <>
      <Button onClick={onBack}>All steps</Button>
      <TextField
        label="what is done"
        value={step.text}
        lines={2}
        required
        max={140}
        onCommit={(text) => patch({ text })}
      />
      <div className="fields">
        <Choice label="where" value={step.place} options={PLACE_NAMES} onChange={(place) => patch({ place })} />
        <NumberField
          label="takes"
          value={step.minutes}
          {...bounds("minutes")}
          unit="min"
          onCommit={(minutes) => minutes && patch({ minutes })}
        />
        <Choice
          label="people"
          value={String(step.hands) as "1" | "2"}
          options={{ "1": "one", "2": "two" }}
          onChange={(hands) => patch({ hands: Number(hands) })}
        />
        <NumberField
          label="then wait"
          value={step.wait.minutes || null}
          {...bounds("wait.minutes")}
          unit="min"
          onCommit={(minutes) => patch({ wait: { ...step.wait, minutes: minutes ?? 0 } })}
        />
      </div>
      {content.sides && (
        <p className="row-flex">
          <SlotSwitch on={step.perSide} label="Once for each side" onChange={(perSide) => patch({ perSide })} />
          Once for each side
        </p>
      )}
      <p className="lb">After these steps, beside what its parts and fasteners ask for</p>
      <Select
        mode="multiple"
        style={{ width: "100%" }}
        aria-label="Steps that must be over before it"
        optionFilterProp="label"
        value={step.needs}
        options={content.steps.filter((s) => s.id !== step.id).map((s) => ({ value: s.id, label: s.text }))}
        onChange={(needs: string[]) => patch({ needs })}
      />
      <p className="lb">The vehicle is</p>
      <Select
        mode="multiple"
        style={{ width: "100%" }}
        aria-label="How the vehicle must be held"
        value={step.load}
        options={kindLoads.map((value) => ({ value, label: KIND_LOADS[value] }))}
        onChange={(load: TemplateStep["load"]) => patch({ load })}
      />
      <StepFactsFields
        work={work}
        stepId={step.id}
        parts={content.parts.map((p) => p.name)}
        newKey={() => `own-${newId().slice(-8)}`}
        ofTemplate={{
          brings: step.sets,
          loads: kindLoads.map((value) => ({ value, label: KIND_LOADS[value] })),
          onBrings: (sets) => patch({ sets: sets as TemplateStep["sets"] }),
        }}
        onWork={(next) => onContent(templateWith(content, next))}
        onFacts={(data) =>
          onContent(
            templateWith(content, {
              ...work,
              steps: work.steps.map((s) => (s.id === step.id ? { ...s, facts: { ...s.facts, ...data } } : s)),
            }),
          )
        }
      />
      <Readings content={content} step={step} onContent={onContent} />
      <Button
        disabled={content.steps.length < 2}
        onClick={() => {
          onContent(templateStepGone(content, step.id));
          onBack();
        }}
      >
        Take this step out
      </Button>
    </>
  );
}

const nameOf = (quantity: string): string => (QUANTITY_NAMES as Record<string, string>)[quantity] ?? quantity;

/** What the kind measures at a step: by its usual name, or by a plain one. */
function Readings({
  content,
  step,
  onContent,
}: {
  content: TemplateContent;
  step: TemplateStep;
  onContent: (next: TemplateContent) => void;
}) {
  const put = (which: Reading, data: Partial<Reading> | null): void =>
    onContent({
      ...content,
      readings: content.readings.flatMap((r) => (r === which ? (data ? [{ ...r, ...data }] : []) : [r])),
    });
  const add = (quantity: string): void =>
    onContent({
      ...content,
      readings: [
        ...content.readings,
        { quantity, phase: "before", step: step.id, must: true, perSide: step.perSide, only: {} },
      ],
    });
  return (
    <section>
      <h3 className="hd2">Measured here</h3>
      {content.readings
        .filter((r) => r.step === step.id)
        .map((r, i) => (
          <div key={`${r.quantity} ${r.phase} ${i}`} className="fields">
            <TextField
              label="reading"
              value={nameOf(r.quantity)}
              required
              max={60}
              onCommit={(said) => put(r, { quantity: quantityWords.find((q) => QUANTITY_NAMES[q] === said) ?? said })}
            />
            <Choice
              label="the work"
              value={r.phase}
              options={{ before: "before", after: "after" }}
              onChange={(phase) => put(r, { phase })}
            />
            <span className="row-flex">
              <SlotSwitch
                on={r.must}
                label={`Asked for: ${nameOf(r.quantity)}`}
                onChange={(must) => put(r, { must })}
              />
              asked for
            </span>
            <Button size="small" aria-label={`Take out: ${nameOf(r.quantity)}`} onClick={() => put(r, null)}>
              take out
            </Button>
          </div>
        ))}
      <AddLine
        label="Measured here: which reading"
        max={60}
        onAdd={(said) => add(quantityWords.find((q) => QUANTITY_NAMES[q].toLowerCase() === said.toLowerCase()) ?? said)}
      />
    </section>
  );
}
