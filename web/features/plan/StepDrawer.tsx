import { Button, Drawer, Select } from "antd";
import { boundsOf, loadWords, resources, type LoadWord, type Step, type StepFacts } from "../../../contract";
import { factsOf, isGroupDone, jobOperations, UNSAID_MIN, workOfJob, type EditWork } from "../../../domain";
import { newId } from "../../data/saving";
import type { StageProps } from "../../data/stage";
import { enumerate } from "../../format/grammar";
import { LOAD_NAMES, PLACE_NAMES } from "../../format/words";
import { StepFactsFields } from "../../pieces/steps/StepFactsFields";
import { NumberField } from "../../ui/NumberField";
import { Choice, TextField } from "../../ui/TextField";

/** Everything about one step: what, where, how long, by how many, after which, and what it says in Fit. */
export function StepDrawer({ view, edit, step, onClose }: StageProps & { step: Step; onClose: () => void }) {
  const facts = factsOf(step.facts);
  const work = workOfJob(view);
  const patch = (data: Partial<Step>, what: string): void => edit.update("step", step, data, `${step.text}: ${what}`);
  const patchFacts = (data: Partial<StepFacts>, what: string): void => patch({ facts: { ...facts, ...data } }, what);
  const putWork = (next: EditWork, what: string): void => {
    const operations = jobOperations(view, work, next, newId);
    if (operations.length) edit.all(`${step.text}: ${what}`, operations);
  };
  const signed = new Set(
    view.torqueGroup
      .filter((g) => view.signature.some((s) => s.groupId === g.id) || isGroupDone(g, view.signature))
      .map((g) => g.name),
  );
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
    <Drawer open title={step.text} size={560} onClose={onClose}>
      <TextField
        label="what is done"
        value={step.text}
        lines={2}
        required
        max={boundsOf(resources.step, "text").max}
        onCommit={(text) => patch({ text }, "wording")}
      />
      <div className="fields">
        <Choice
          label="where"
          value={step.place}
          options={PLACE_NAMES}
          onChange={(place) => patch({ place }, PLACE_NAMES[place])}
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
      <p className="lb">After these steps, beside what its parts and fasteners ask for</p>
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
      <StepFactsFields
        work={work}
        stepId={step.id}
        parts={view.part.filter((p) => !p.alternative).map((p) => p.name)}
        signed={signed}
        newKey={newId}
        onWork={putWork}
        onFacts={patchFacts}
      />
      {needed.length > 0 && (
        <p className="lb">
          Needed by {enumerate(needed.map((s) => s.text))}. In the bin, those follow on what this one needed.
        </p>
      )}
      <Button onClick={remove}>Into the bin</Button>
    </Drawer>
  );
}
