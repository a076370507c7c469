import { useMemo } from "react";
import { useSearchParams } from "react-router";
import type { JobView, Operation, Step, TickWord } from "../../../contract";
import {
  doneOperations,
  edgesOf,
  leftOpen,
  nextPosition,
  openAtStep,
  stepsAhead,
  stepWants,
  toAnswer,
  waitOf,
  type StepOpen,
  type ToAnswer,
} from "../../../domain";
import { newId, type Editor } from "../../data/saving";
import { useStock } from "../../data/useTemplates";
import { usePeople } from "../../data/useJobView";

const NOTHING_OPEN: StepOpen = { answers: [], wants: [], moment: null, held: [], loose: [], unsigned: [], again: [] };

const isDone = (s: Step): boolean => s.state !== "open";

/** The work of a job step by step: which one is in hand, what it wants answered, and what is still out. */
export function useBay(view: JobView, edit: Editor) {
  const [params, setParams] = useSearchParams();
  const { me } = usePeople();
  const stock = useStock();
  const steps = view.step;
  const named = steps.findIndex((s) => s.id === params.get("step"));
  const firstOpen = steps.findIndex((s) => !isDone(s));
  const at = named >= 0 ? named : Math.max(0, firstOpen);
  const step: Step | null = steps[at] ?? null;
  const go = (to: number): void => {
    const next = steps[Math.max(0, Math.min(steps.length - 1, to))];
    if (next) setParams({ step: next.id }, { replace: true });
  };
  const left = useMemo(() => leftOpen(view), [view]);
  const wants = useMemo(() => (step ? stepWants(view, step).all : []), [view, step]);
  const open = useMemo(() => (step ? openAtStep(view, step) : NOTHING_OPEN), [view, step]);
  const waits = steps.flatMap((s) => {
    const wait = waitOf(s);
    return wait ? [{ step: s, ...wait }] : [];
  });
  const edges = useMemo(() => edgesOf(stepsAhead(steps)), [steps]);
  const notYet = step
    ? edges.flatMap((e) => (e.after === step.id ? (steps.find((s) => s.id === e.before) ?? []) : []))
    : [];
  const soaking = step
    ? step.needs.flatMap((n) => {
        const wait = waits.find((w) => w.step.id === n);
        return wait ? [wait] : [];
      })
    : [];

  const write = (of: Step, data: Partial<Step>): Operation => ({
    op: "update",
    resource: "step",
    id: of.id,
    version: of.version,
    data,
  });
  const isTicked = (of: Step, what: TickWord, key: string): boolean =>
    of.ticked.some((t) => t.what === what && t.key === key);
  const tick = (of: Step, item: ToAnswer, on: boolean, value = ""): void => {
    const rest = of.ticked.filter((t) => !(t.what === item.what && t.key === item.key));
    const now = new Date().toISOString();
    const ticked = on ? [...rest, { what: item.what, key: item.key, value: value.slice(0, 200), at: now }] : rest;
    edit.all(`${item.text}${on ? "" : ": taken back"}`, [
      write(of, { ticked, ...(!of.startedAt && of.state === "open" && { startedAt: now }) }),
    ]);
  };
  const begin = (of: Step): void => edit.all(`${of.text}: begun`, [write(of, { startedAt: new Date().toISOString() })]);

  const done = (of: Step, reason = ""): void => {
    const at = new Date().toISOString();
    edit.all(`${of.text}: done`, doneOperations(view, stock, of, { at, personId: me?.id ?? null, reason }));
    const after = steps.slice(steps.indexOf(of) + 1).find((s) => !isDone(s));
    if (after) setParams({ step: after.id }, { replace: true });
  };
  const again = (of: Step): void =>
    edit.all(`${of.text}: open again`, [write(of, { state: "open", doneAt: null, skippedReason: "" })]);
  const skip = (of: Step, reason: string): void => {
    edit.all(`${of.text}: not done, ${reason}`, [write(of, { state: "skipped", skippedReason: reason })]);
    go(at + 1);
  };
  const insert = (before: Step, text: string): void => {
    const k = steps.indexOf(before);
    const [a, b] = [steps[k - 1]?.position ?? 0, before.position];
    const id = newId();
    edit.all(`Step: ${text}`, [
      {
        op: "create",
        resource: "step",
        id,
        data: { jobId: view.job.id, text, place: before.place, load: before.load, position: (a + b) / 2 },
      },
      write(before, { needs: [...before.needs, id] }),
    ]);
    setParams({ step: id }, { replace: true });
  };
  /** Something found: noted, and where wanted a part and a step of its own. */
  const found = (text: string, also: { part: string | null; step: boolean }): void => {
    const place = step?.place ?? "under";
    edit.all(`Found: ${text}`, [
      { op: "create", resource: "finding", id: newId(), data: { jobId: view.job.id, text, place } },
      ...(also.part !== null
        ? [
            {
              op: "create" as const,
              resource: "part" as const,
              id: newId(),
              data: { jobId: view.job.id, name: also.part, position: nextPosition(view.part) },
            },
          ]
        : []),
      ...(also.step && step
        ? [
            {
              op: "create" as const,
              resource: "step" as const,
              id: newId(),
              data: {
                jobId: view.job.id,
                text: `Put right: ${text}`.slice(0, 200),
                place,
                load: step.load,
                position: (step.position + (steps[at + 1]?.position ?? step.position + 2)) / 2,
              },
            },
          ]
        : []),
    ]);
  };
  /** Tools are counted: none of those used so far is in the vehicle any more. */
  const countTools = (): void => {
    if (!step) return;
    const now = new Date().toISOString();
    edit.all("Tools counted", [
      write(step, { ticked: [...step.ticked, { what: "tools", key: "all", value: "", at: now }] }),
    ]);
  };

  return {
    view,
    edit,
    steps,
    step,
    at,
    go,
    left,
    waits,
    soaking,
    notYet,
    items: step ? toAnswer(step, steps) : [],
    open,
    wants,
    isTicked,
    tick,
    begin,
    done,
    again,
    skip,
    insert,
    found,
    countTools,
  };
}

export type Bay = ReturnType<typeof useBay>;
