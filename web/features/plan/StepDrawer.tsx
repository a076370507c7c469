import { Button, Drawer, Select } from "antd";
import { boundsOf, loadWords, resources, type LoadWord, type Step, type StepFacts } from "../../../contract";
import { factsOf, UNSAID_MIN } from "../../../domain";
import type { StageProps } from "../../data/stage";
import { enumerate } from "../../format/grammar";
import { LOAD_NAMES, PLACE_NAMES } from "../../format/words";
import { NumberField } from "../../ui/NumberField";
import { ShapeFields } from "../../ui/ShapeFields";
import { Choice, TextField } from "../../ui/TextField";

/** Everything about one step: what, where, how long, by how many, after which, and what it says in Fit. */
export function StepDrawer({ view, edit, step, onClose }: StageProps & { step: Step; onClose: () => void }) {
  const facts = factsOf(step.facts);
  const patch = (data: Partial<Step>, what: string): void => edit.update("step", step, data, `${step.text}: ${what}`);
  const patchFacts = (data: Partial<StepFacts>, what: string): void => patch({ facts: { ...facts, ...data } }, what);
  const others = view.step.filter((s) => s.id !== step.id);
  const needed = view.step.filter((s) => s.needs.includes(step.id));
  const remove = (): void => {
    // Those that needed it need what it needed: the order of the rest stays as safe as it was.
    edit.all(`${step.text}: into the bin`, [
      ...needed.map((s) => ({
        op: "update" as const,
        resource: "step" as const,
        id: s.id,
        version: s.version,
        data: { needs: [...new Set([...s.needs.filter((n) => n !== step.id), ...step.needs])] },
      })),
      { op: "delete", resource: "step", id: step.id, version: step.version },
    ]);
    onClose();
  };
  return (
    <Drawer open title={step.text} size={460} onClose={onClose}>
      <div className="fields">
        <ShapeFields
          shape={resources.step}
          value={step}
          fields={[
            { at: "text", label: "what is done", words: true, what: "wording" },
            { at: "place", label: "where", options: PLACE_NAMES },
          ]}
          onChange={patch}
        />
        <NumberField
          label="takes"
          value={step.minutes}
          {...boundsOf(resources.step, "minutes")}
          unit="min"
          onCommit={(minutes) => patch({ minutes }, minutes === null ? "no time said" : `${minutes} min`)}
        />
        <Choice
          label="people"
          value={String(step.hands) as "1" | "2"}
          options={{ "1": "one", "2": "two" }}
          onChange={(hands) => patch({ hands: Number(hands) }, hands === "2" ? "takes two" : "one person")}
        />
        <NumberField
          label="then wait"
          value={step.waitMin || null}
          {...boundsOf(resources.step, "waitMin")}
          unit="min"
          onCommit={(waitMin) => patch({ waitMin: waitMin ?? 0 }, `wait ${waitMin ?? 0} min`)}
        />
        <TextField
          label="the wait is for"
          value={facts.waitFor}
          onCommit={(waitFor) => patchFacts({ waitFor }, "what it waits for")}
        />
      </div>
      {step.minutes === null && (
        <p className="lb">Nobody has said how long it takes: the plan uses {UNSAID_MIN} min, estimated.</p>
      )}
      <p className="lb">After these steps</p>
      <Select
        mode="multiple"
        style={{ width: "100%" }}
        aria-label="Steps that must be over before it"
        value={step.needs.filter((n) => others.some((o) => o.id === n))}
        optionFilterProp="label"
        options={others.map((o) => ({ value: o.id, label: o.text }))}
        onChange={(needs: string[]) => patch({ needs }, "what it needs first")}
      />
      <p className="lb">The vehicle is</p>
      <Select
        mode="multiple"
        style={{ width: "100%" }}
        aria-label="How the vehicle must be held"
        value={step.load}
        options={loadWords.map((l) => ({ value: l, label: LOAD_NAMES[l] }))}
        onChange={(load: LoadWord[]) => patch({ load }, "load state")}
      />
      <TextField
        label="caution of your own, said before the step"
        value={facts.caution}
        onCommit={(caution) => patchFacts({ caution }, "caution")}
      />
      {facts.cautions.length > 0 && (
        <ul className="lined">
          {facts.cautions.map((c, i) => (
            <li key={`${c.kind} ${c.text}`} className="row-flex">
              <span className="och">{c.text}</span>
              <Button
                size="small"
                className="push"
                aria-label={`Take out: ${c.text}`}
                onClick={() => patchFacts({ cautions: facts.cautions.filter((_, k) => k !== i) }, "caution taken out")}
              >
                take out
              </Button>
            </li>
          ))}
        </ul>
      )}
      <p className="lb">Tools</p>
      <Select
        mode="tags"
        style={{ width: "100%" }}
        aria-label="Tools"
        value={facts.tools}
        onChange={(tools: string[]) => patchFacts({ tools: tools.map((t) => t.slice(0, 60)).slice(0, 20) }, "tools")}
      />
      <p className="lb">Parts</p>
      <Select
        mode="multiple"
        style={{ width: "100%" }}
        aria-label="Parts of this step"
        value={facts.parts}
        options={view.part.filter((p) => !p.alternative).map((p) => ({ value: p.name, label: p.name }))}
        onChange={(parts: string[]) => patchFacts({ parts }, "parts")}
      />
      <ul className="lined" style={{ marginTop: 12 }}>
        {facts.frees.length > 0 && <li>Comes out: {enumerate(facts.frees.map((f) => f.name))}</li>}
        {facts.torques.length > 0 && <li>Tightened: {enumerate(facts.torques)}</li>}
        {facts.marks.length > 0 && <li>Marked: {enumerate(facts.marks.map((m) => m.text))}</li>}
        {facts.carry.length > 0 && <li>Carried over: {enumerate(facts.carry)}</li>}
        {facts.orientation.length > 0 && <li>Which way: {enumerate(facts.orientation)}</li>}
        {facts.look.length > 0 && <li>Look while here: {enumerate(facts.look)}</li>}
      </ul>
      {needed.length > 0 && (
        <p className="lb">
          Needed by {enumerate(needed.map((s) => s.text))}. In the bin, those follow on what this one needed.
        </p>
      )}
      <Button onClick={remove}>Into the bin</Button>
    </Drawer>
  );
}
