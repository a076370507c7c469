import {
  templateContent,
  type JobView,
  type NewFields,
  type Operation,
  type StepFacts,
  type TemplateContent,
  type TemplateGroup,
  type TemplateStep,
  type TorqueGroup,
} from "../../contract";
import { nextPosition } from "../job";
import { passesFor } from "../torque";
import { UNSAID_MIN } from "./begin";
import { factsOf } from "./facts";
import { factsAsSaid } from "./kind";

/** What of a step is opened, loosened and put back. */
export interface EditStep {
  id: string;
  text: string;
  facts: StepFacts;
}

/** Steps as they are edited, a job's or a template's, with the groups their fasteners go back with. */
export interface EditWork {
  steps: EditStep[];
  groups: { name: string; count: number; use: "torque" | "snug" }[];
}

/** How a fastener goes back: to a torque, by feel, or as a clip or pin without a thread. */
export type FastenerUse = "torque" | "snug" | "clip";

/** A fastener that comes out at a step. */
export interface Fastener {
  key: string;
  name: string;
  count: number;
  use: FastenerUse;
  head: string;
  /** Its group; none for clips. */
  group: string;
  /** The step it goes back in at, and the one it is tightened at; empty where none says so. */
  backAt: string;
  tightenedAt: string;
}

/** What a step opens, and the list of a later step that closes it again. */
export type Closing = "fits" | "plugs" | "asks" | "on";

const usesOf = (work: EditWork, key: string): StepFacts["frees"] =>
  work.steps.flatMap((s) => s.facts.frees.filter((f) => f.key === key));

/** The step that closes something again; empty where none does. */
export const closedAt = (work: EditWork, list: Closing, key: string): string =>
  work.steps.find((s) => s.facts[list].includes(key))?.id ?? "";

/** The fasteners a step takes out. */
export function fastenersAt(work: EditWork, stepId: string): Fastener[] {
  const uses = new Map(work.groups.map((g) => [g.name, g.use]));
  return (work.steps.find((s) => s.id === stepId)?.facts.frees ?? []).map((f) => ({
    key: f.key,
    name: f.name,
    count: f.count,
    head: f.head,
    group: f.clip ? "" : f.group,
    use: f.clip ? "clip" : (uses.get(f.group) ?? "torque"),
    backAt: closedAt(work, "fits", f.key),
    tightenedAt: (f.group && work.steps.find((s) => s.facts.torques.includes(f.group))?.id) || "",
  }));
}

/** Work with the facts of some steps changed; steps that stay the same stay the same object. */
function withFacts(work: EditWork, change: (s: EditStep) => Partial<StepFacts> | null): EditWork {
  return {
    ...work,
    steps: work.steps.map((s) => {
      const data = change(s);
      return data ? { ...s, facts: { ...s.facts, ...data } } : s;
    }),
  };
}

/** Something opened is closed at another step; at none where the step is empty. */
export function closing(work: EditWork, list: Closing, key: string, stepId: string): EditWork {
  return withFacts(work, (s) => {
    const has = s.facts[list].includes(key);
    if (has === (s.id === stepId)) return null;
    return { [list]: has ? s.facts[list].filter((k) => k !== key) : [...s.facts[list], key] };
  });
}

/** A group is tightened at another step; at none where the step is empty. */
export function tightening(work: EditWork, group: string, stepId: string): EditWork {
  return withFacts(work, (s) => {
    const has = s.facts.torques.includes(group);
    if (!group || has === (s.id === stepId)) return null;
    return { torques: has ? s.facts.torques.filter((g) => g !== group) : [...s.facts.torques, group] };
  });
}

/** A name that no group has yet. */
function freeName(work: EditWork, name: string): string {
  const taken = new Set(work.groups.map((g) => g.name));
  let own = name.slice(0, 80);
  for (let n = 2; taken.has(own); n++) own = `${name.slice(0, 74)}, ${n}`;
  return own;
}

/** How many fasteners a group has, by those that come out with it; null where none names it. */
function countOf(work: EditWork, group: string): number | null {
  const counts = new Map(
    work.steps.flatMap((s) => s.facts.frees.filter((f) => !f.clip && f.group === group).map((f) => [f.key, f.count])),
  );
  return counts.size ? [...counts.values()].reduce((sum, n) => sum + n, 0) : null;
}

/** Groups that nothing comes out of and nothing tightens any more, of those that had it before, go. */
function withoutIdle(before: EditWork, after: EditWork): EditWork {
  const named = (work: EditWork, name: string): boolean =>
    work.steps.some((s) => s.facts.torques.includes(name) || s.facts.frees.some((f) => f.group === name));
  return { ...after, groups: after.groups.filter((g) => named(after, g.name) || !named(before, g.name)) };
}

/** A fastener more that comes out at a step; tightened to a torque until a person says otherwise. */
export function withFastener(work: EditWork, stepId: string, name: string, key: string): EditWork {
  const group = freeName(work, name);
  // Where the same step opens more, it goes back where that goes back.
  const own = work.steps.find((s) => s.id === stepId)?.facts;
  const back =
    own?.frees.map((f) => closedAt(work, "fits", f.key)).find(Boolean) ??
    own?.off.map((t) => closedAt(work, "on", t.key)).find(Boolean) ??
    "";
  const more = withFacts({ ...work, groups: [...work.groups, { name: group, count: 1, use: "torque" }] }, (s) =>
    s.id === stepId
      ? { frees: [...s.facts.frees, { key, name: name.slice(0, 80), count: 1, group, clip: false, head: "" }] }
      : null,
  );
  return back ? tightening(closing(more, "fits", key, back), group, back) : more;
}

/** A fastener changed wherever it is named: what it is called, how many, how it goes back, where. */
export function changedFastener(
  work: EditWork,
  key: string,
  patch: Partial<Pick<Fastener, "name" | "count" | "head" | "use" | "backAt" | "tightenedAt">>,
): EditWork {
  const [was] = usesOf(work, key);
  if (!was) return work;
  let next = work;
  const put = (data: Partial<StepFacts["frees"][number]>): void => {
    next = withFacts(next, (s) =>
      s.facts.frees.some((f) => f.key === key)
        ? { frees: s.facts.frees.map((f) => (f.key === key ? { ...f, ...data } : f)) }
        : null,
    );
  };
  const { name, count, head, use, backAt, tightenedAt } = patch;
  if (name !== undefined || count !== undefined || head !== undefined) {
    put({
      ...(name !== undefined && { name }),
      ...(count !== undefined && { count }),
      ...(head !== undefined && { head }),
    });
  }
  const back = closedAt(next, "fits", key);
  if (use === "clip" && !was.clip) {
    const group = was.group;
    put({ clip: true, group: "" });
    const others = next.steps.some((s) => s.facts.frees.some((f) => f.group === group));
    if (!others) next = tightening(next, group, "");
    next = withoutIdle(work, next);
  } else if (use && use !== "clip" && was.clip) {
    const group = freeName(next, name ?? was.name);
    next = { ...next, groups: [...next.groups, { name: group, count: count ?? was.count, use }] };
    put({ clip: false, group });
    if (back) next = tightening(next, group, back);
  } else if (use && use !== "clip") {
    next = { ...next, groups: next.groups.map((g) => (g.name === was.group ? { ...g, use } : g)) };
  }
  const group = usesOf(next, key)[0].group;
  if (backAt !== undefined) {
    const tightened = group && next.steps.find((s) => s.facts.torques.includes(group))?.id;
    next = closing(next, "fits", key, backAt);
    // What was tightened where it went in is so at the new place too.
    if (group && (!tightened || tightened === back)) next = tightening(next, group, backAt);
  }
  if (tightenedAt !== undefined) next = tightening(next, group, tightenedAt);
  return {
    ...next,
    groups: next.groups.map((g) => (g.name === group ? { ...g, count: countOf(next, group) ?? g.count } : g)),
  };
}

/** A fastener that does not come out after all: gone from every step, with its group where nothing else needs it. */
export function withoutFastener(work: EditWork, key: string): EditWork {
  const group = usesOf(work, key)[0]?.group ?? "";
  const gone = withFacts(closing(work, "fits", key, ""), (s) =>
    s.facts.frees.some((f) => f.key === key) ? { frees: s.facts.frees.filter((f) => f.key !== key) } : null,
  );
  const others = countOf(gone, group);
  const next = withoutIdle(work, others === null ? tightening(gone, group, "") : gone);
  return { ...next, groups: next.groups.map((g) => (g.name === group && others ? { ...g, count: others } : g)) };
}

/** The steps of a job as they are edited. */
export const workOfJob = (view: Pick<JobView, "step" | "torqueGroup">): EditWork => ({
  steps: view.step.map((s) => ({ id: s.id, text: s.text, facts: factsOf(s.facts) })),
  groups: view.torqueGroup.map((g) => ({ name: g.name, count: g.count, use: g.use })),
});

/** What of a job changes, so that its records say what was edited. */
export function jobOperations(
  view: Pick<JobView, "job" | "step" | "torqueGroup">,
  before: EditWork,
  after: EditWork,
  newId: () => string,
): Operation[] {
  const stepOf = new Map(view.step.map((s) => [s.id, s]));
  const was = new Map(before.steps.map((s) => [s.id, s]));
  const groupOf = new Map(view.torqueGroup.map((g) => [g.name, g]));
  const changes = (g: TorqueGroup, to: EditWork["groups"][number]): Partial<TorqueGroup> => ({
    ...(to.count !== g.count && { count: to.count }),
    ...(to.use !== g.use && { use: to.use, passes: passesFor(to.use, null) }),
  });
  let position = nextPosition(view.torqueGroup);
  const groups = after.groups.flatMap((g): Operation[] => {
    const there = groupOf.get(g.name);
    if (!there) {
      const data: NewFields<"torqueGroup"> = {
        jobId: view.job.id,
        name: g.name,
        count: g.count,
        use: g.use,
        pattern: g.count > 4 ? "circle" : "line",
        passes: passesFor(g.use, null),
        position: position++,
      };
      return [{ op: "create", resource: "torqueGroup", id: newId(), data }];
    }
    const data = changes(there, g);
    if (!Object.keys(data).length) return [];
    return [{ op: "update", resource: "torqueGroup", id: there.id, version: there.version, data }];
  });
  const kept = new Set(after.groups.map((g) => g.name));
  const gone = before.groups.flatMap((g): Operation[] => {
    const there = groupOf.get(g.name);
    if (kept.has(g.name) || !there) return [];
    return [{ op: "delete", resource: "torqueGroup", id: there.id, version: there.version }];
  });
  const steps = after.steps.flatMap((s): Operation[] => {
    const record = stepOf.get(s.id);
    if (!record || was.get(s.id)?.facts === s.facts) return [];
    return [{ op: "update", resource: "step", id: s.id, version: record.version, data: { facts: s.facts } }];
  });
  return [...groups, ...steps, ...gone];
}

/** Stands before the key by which a group of a template is told from others of its name. */
const BY_KEY = "group ";

/** The steps of a template as they are edited: a fastener is a group of it, called by its name. */
export function workOfTemplate(content: TemplateContent): EditWork {
  const groups = new Map(content.groups.map((g) => [g.key, g]));
  const parts = new Map(content.parts.map((p) => [p.key, p.name]));
  const things = new Map(content.things.map((t) => [t.key, t]));
  return {
    groups: content.groups.flatMap((g) =>
      g.use === "clip" ? [] : [{ name: nameOf(g), count: g.count, use: g.use === "snug" ? "snug" : "torque" }],
    ),
    steps: content.steps.map((s) => ({
      id: s.id,
      text: s.text,
      facts: factsOf({
        ...factsAsSaid(s, things),
        frees: s.frees.flatMap((k) => {
          const g = groups.get(k);
          if (!g) return [];
          const clip = g.use === "clip";
          return [{ key: k, name: g.name, count: g.count, group: clip ? "" : nameOf(g), clip, head: g.head }];
        }),
        fits: s.fits,
        torques: s.torques.flatMap((k) => (groups.has(k) ? nameOf(groups.get(k)!) : [])),
        unplugs: s.unplugs,
        plugs: s.plugs,
        marks: s.marks,
        asks: s.asks,
        look: s.look,
        parts: s.uses.flatMap((k) => parts.get(k) ?? []),
        gates: content.gates.flatMap((g) =>
          g.before.includes(s.id) ? [{ check: g.check, why: g.why || g.check }] : [],
        ),
      }),
    })),
  };
}

/** A group of a template is known by its key: names may repeat there. */
const nameOf = (g: TemplateGroup): string => `${BY_KEY}${g.key}`;

/** A template with its steps as they were edited. What the editor does not show of a step stays as it is. */
export function templateWith(content: TemplateContent, after: EditWork): TemplateContent {
  const before = workOfTemplate(content);
  const was = new Map(before.steps.map((s) => [s.id, s]));
  const keys = new Map(content.groups.map((g) => [nameOf(g), g.key]));
  const uses = new Map(after.groups.map((g) => [g.name, g.use]));
  const groups = new Map(content.groups.map((g) => [g.key, g]));
  for (const f of after.steps.flatMap((s) => s.facts.frees)) {
    const there = groups.get(f.key);
    const use = f.clip ? "clip" : (uses.get(f.group) ?? "torque");
    if (f.group) keys.set(f.group, f.key);
    const base: TemplateGroup = there ?? {
      key: f.key,
      name: f.name,
      count: f.count,
      pattern: "line",
      use,
      head: "",
      passes: null,
      critical: "none",
      load: "any",
      reuse: "ask",
      threadLocker: "",
      twoPeople: false,
      perSide: false,
      only: {},
    };
    groups.set(f.key, { ...base, name: f.name, count: f.count, head: f.head, use });
  }
  const named = new Set([
    ...after.steps.flatMap((s) => s.facts.frees.map((f) => f.key)),
    ...after.steps.flatMap((s) => s.facts.torques.flatMap((g) => keys.get(g) ?? [])),
    ...after.steps.flatMap((s) => s.facts.fits),
  ]);
  const wasNamed = new Set(content.steps.flatMap((s) => [...s.frees, ...s.fits, ...s.torques]));
  const things = new Map(content.things.map((t) => [t.key, t]));
  for (const t of after.steps.flatMap((s) => s.facts.off)) things.set(t.key, t);
  const partKeys = new Map(content.parts.map((p) => [p.name, p.key]));
  const edited = new Map(after.steps.map((s) => [s.id, s]));
  const steps = content.steps.map((s) => {
    const now = edited.get(s.id);
    if (!now || now.facts === was.get(s.id)?.facts) return s;
    const f = now.facts;
    return {
      ...s,
      cautions: f.caution ? [...f.cautions, { kind: "damage" as const, text: f.caution }] : f.cautions,
      tools: f.tools,
      frees: f.frees.map((x) => x.key),
      fits: f.fits,
      torques: f.torques.flatMap((g) => keys.get(g) ?? []),
      unplugs: f.unplugs,
      plugs: f.plugs,
      marks: f.marks,
      asks: f.asks,
      carry: f.carry,
      orientation: f.orientation,
      drawing: f.drawing,
      look: f.look.slice(0, 10),
      settingTool: f.sets,
      wait: { ...s.wait, for: f.waitFor },
      uses: f.parts.flatMap((p) => partKeys.get(p) ?? []),
      off: f.off.map((t) => t.key),
      on: f.on,
      whileOff: f.whileOff,
      whileOn: f.whileOn.map((w) => `${w.key}:${w.when}`),
      check: f.check,
      closes: f.closes,
    };
  });
  const gateKey = (s: EditStep): string => JSON.stringify(s.facts.gates);
  const gatesChanged = after.steps.some((s) => gateKey(s) !== gateKey(was.get(s.id) ?? s));
  return {
    ...content,
    groups: [...groups.values()].filter((g) => named.has(g.key) || !wasNamed.has(g.key)),
    things: [...things.values()],
    steps,
    gates: gatesChanged ? gatesFrom(content, after) : content.gates,
  };
}

/** Gates by their check, as a template lists them. */
function gatesFrom(content: TemplateContent, after: EditWork): TemplateContent["gates"] {
  const known = new Map(content.gates.map((g) => [g.check, g]));
  const gates = new Map<string, TemplateContent["gates"][number]>();
  for (const s of after.steps) {
    for (const { check, why } of s.facts.gates) {
      const gate = gates.get(check) ?? {
        check,
        before: [],
        why: known.get(check)?.why ?? why,
        optional: known.get(check)?.optional ?? false,
      };
      gate.before.push(s.id);
      gates.set(check, gate);
    }
  }
  return [...gates.values()];
}

/** A template with what one of its steps says beside what it opens: wording, place, minutes, people, needs. */
export const templateStepWith = (
  content: TemplateContent,
  id: string,
  data: Partial<Omit<TemplateStep, "id">>,
): TemplateContent => ({ ...content, steps: content.steps.map((s) => (s.id === id ? { ...s, ...data } : s)) });

/** A template with a step more, after all others; nothing is said of it but what is done, and the usual time. */
export function templateStepAdded(content: TemplateContent, text: string, id: string): TemplateContent {
  const [like] = content.steps.slice(-1);
  const bare: TemplateStep = {
    ...templateContent.shape.steps.parse([{ id, text, place: like.place, minutes: UNSAID_MIN }])[0],
    needs: [like.id],
  };
  return { ...content, steps: [...content.steps, bare] };
}

/** A template without a step: those that needed it need what it needed; what only it took out is gone. */
export function templateStepGone(content: TemplateContent, id: string): TemplateContent {
  const gone = content.steps.find((s) => s.id === id);
  if (!gone || content.steps.length < 2) return content;
  return {
    ...content,
    steps: content.steps
      .filter((s) => s.id !== id)
      .map((s) =>
        s.needs.includes(id) ? { ...s, needs: [...new Set([...s.needs.filter((n) => n !== id), ...gone.needs])] } : s,
      ),
    readings: content.readings.filter((r) => r.step !== id),
    gates: content.gates
      .filter((g) => g.check !== id)
      .map((g) => ({ ...g, before: g.before.filter((b) => b !== id) }))
      .filter((g) => g.before.length > 0),
    mistakes: content.mistakes.filter((m) => m.caughtBy !== id),
  };
}
