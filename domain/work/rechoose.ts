import type { JobView, NewFields, Operation, PlainStep, SpecLine, Step, TemplateContent } from "../../contract";
import { nextPosition } from "../job";
import { lineFor, groupFrom, partFrom } from "../sheets";
import { passesFor } from "../torque";
import { stepIdOf } from "./begin";
import { ordered } from "./edges";
import { factsOf } from "./facts";
import { workOf, type Chosen } from "./kind";
import { stepSource } from "./merge";

/** What changing a choice comes to once the work is planned. */
export interface Rechosen {
  operations: Operation[];
  /** Steps that come to the plan, and go from it. */
  added: string[];
  dropped: string[];
  /** Done already, though the plan has them no longer. */
  noLonger: string[];
}

/** The plan of a job when another option is taken: what is done stays, what is ahead is as the new choice has it. */
export function rechoose(
  content: TemplateContent,
  view: JobView,
  [before, after]: readonly [Chosen, Chosen],
  lines: readonly SpecLine[],
  newId: () => string,
  minutesOf: (source: string, typical: number) => number,
): Rechosen {
  const [was, will] = [workOf(content, before), workOf(content, after)];
  const mine = new Map(
    view.step.filter((s) => s.source.startsWith(`${content.id}/`)).map((s) => [stepIdOf(s), s] as const),
  );
  const willBe = new Map(will.steps.map((s) => [s.id, s]));
  const gone = was.steps.flatMap((s) => (willBe.has(s.id) ? [] : (mine.get(s.id) ?? [])));
  const dropped = gone.filter((s) => s.state === "open");
  const droppedIds = new Set(dropped.map((s) => s.id));
  const operations: Operation[] = [];
  const jobId = view.job.id;

  // Groups and parts: those that come, and those that nothing needs any longer and nothing was done at.
  const lineOf = (kind: "torque" | "part", name: string): SpecLine | undefined =>
    lineFor(
      name,
      lines.filter((l) => l.kind === kind),
    ) ?? undefined;
  const nameOf = (kind: "torque" | "part", name: string): string => lineOf(kind, name)?.name ?? name;
  let groupAt = nextPosition(view.torqueGroup);
  for (const g of will.groups) {
    const name = nameOf("torque", g.name);
    if (view.torqueGroup.some((x) => x.name === name)) continue;
    const known = lineOf("torque", g.name);
    const { passes, ...said } = g;
    const data: NewFields<"torqueGroup"> = known
      ? { ...groupFrom(known, jobId, groupAt), critical: g.critical, use: g.use }
      : { jobId, ...said, passes: passesFor(g.use, passes), specOrigin: "missing", position: groupAt };
    operations.push({ op: "create", resource: "torqueGroup", id: newId(), data: { ...data } });
    groupAt += 1;
  }
  let partAt = nextPosition(view.part);
  for (const p of will.parts) {
    const name = nameOf("part", p.name);
    if (view.part.some((x) => x.name === name)) continue;
    const known = lineOf("part", p.name);
    const data = {
      ...(known ? partFrom(known, jobId, partAt) : { jobId, name, quantity: p.quantity, position: partAt }),
      consumable: p.consumable,
      notInKit: p.oftenLacking,
      note: p.note,
    };
    operations.push({ op: "create", resource: "part", id: newId(), data });
    partAt += 1;
  }
  for (const p of was.parts) {
    const there = view.part.find((x) => x.name === nameOf("part", p.name));
    if (!there || there.state !== "needed" || will.parts.some((w) => w.name === p.name)) continue;
    operations.push({ op: "delete", resource: "part", id: there.id, version: there.version });
  }

  // Steps: new ones, those that go, and those whose own words changed with the choice.
  const shared = new Map(
    view.step
      .filter((s) => !s.source.startsWith(`${content.id}/`) && s.source.endsWith("*"))
      .map((s) => [stepIdOf(s), s]),
  );
  const fresh = will.steps.filter((s) => !mine.has(s.id) && !(s.common && shared.has(s.id)));
  const ids = new Map<string, string>([
    ...[...shared].map(([name, s]) => [name, s.id] as const),
    ...[...mine].map(([name, s]) => [name, s.id] as const),
    ...fresh.map((s) => [s.id, newId()] as const),
  ]);
  const facts = (s: PlainStep): PlainStep["facts"] => ({
    ...s.facts,
    frees: s.facts.frees.map((f) => ({ ...f, group: f.group && nameOf("torque", f.group) })),
    torques: s.facts.torques.map((t) => nameOf("torque", t)),
    parts: s.facts.parts.map((p) => nameOf("part", p)),
    gates: s.facts.gates.flatMap((g) => (ids.has(g.check) ? [{ ...g, check: ids.get(g.check)! }] : [])),
  });
  const needs = (s: PlainStep): string[] => s.needs.flatMap((n) => ids.get(n) ?? []);
  const made = fresh.map((s): Step => {
    const source = stepSource(content.id, s);
    return {
      id: ids.get(s.id)!,
      jobId,
      text: s.text,
      place: s.place,
      hands: s.hands,
      minutes: minutesOf(source, s.minutes),
      waitMin: s.waitMin,
      load: s.load,
      needs: needs(s),
      facts: facts(s),
      source,
    } as Step;
  });
  const wasOf = new Map(was.steps.map((s) => [s.id, s]));
  const changed = will.steps.flatMap((s) => {
    const there = mine.get(s.id);
    const old = wasOf.get(s.id);
    if (!there || there.state !== "open" || !old) return [];
    const same = JSON.stringify([old.facts, old.needs]) === JSON.stringify([s.facts, s.needs]);
    return same ? [] : [{ there, data: { facts: facts(s), needs: needs(s) } }];
  });
  const stays = view.step.filter((s) => !droppedIds.has(s.id));
  const next = new Map(changed.map(({ there, data }) => [there.id, data.facts]));
  const neededGroups = new Set(
    [...stays, ...made].flatMap((s) => {
      const own = next.get(s.id) ?? factsOf(s.facts);
      return [...own.torques, ...own.frees.map((f) => f.group)];
    }),
  );
  for (const g of was.groups) {
    const name = nameOf("torque", g.name);
    const there = view.torqueGroup.find((x) => x.name === name);
    if (!there || will.groups.some((w) => w.name === g.name) || neededGroups.has(name)) continue;
    if (view.signature.some((s) => s.groupId === there.id)) continue;
    operations.push({ op: "delete", resource: "torqueGroup", id: there.id, version: there.version });
  }
  for (const s of dropped) operations.push({ op: "delete", resource: "step", id: s.id, version: s.version });
  const patch = new Map<string, Partial<Step>>(changed.map(({ there, data }) => [there.id, data]));
  // Those that stood on a step that goes stand on what it stood on.
  const needsOfDropped = new Map(dropped.map((s) => [s.id, s.needs]));
  const handedOn = (id: string, seen: Set<string>): string[] => {
    if (seen.has(id)) return [];
    seen.add(id);
    return needsOfDropped.has(id) ? needsOfDropped.get(id)!.flatMap((n) => handedOn(n, seen)) : [id];
  };
  for (const s of stays) {
    const own = patch.get(s.id)?.needs ?? s.needs;
    if (own.some((n) => droppedIds.has(n)))
      patch.set(s.id, { ...patch.get(s.id), needs: [...new Set(own.flatMap((n) => handedOn(n, new Set())))] });
  }
  const open = stays.filter((s) => s.state === "open").map((s) => ({ ...s, ...patch.get(s.id) }));
  const list = ordered([...open, ...made]);
  const from = nextPosition(stays.filter((s) => s.state !== "open"));
  const freshIds = new Set(made.map((s) => s.id));
  for (const [k, s] of list.entries()) {
    const position = from + k;
    if (freshIds.has(s.id)) {
      const { id, ...data } = s;
      operations.push({ op: "create", resource: "step", id, data: { ...data, position } });
      continue;
    }
    const data = { ...patch.get(s.id), ...(s.position !== position && { position }) };
    if (Object.keys(data).length)
      operations.push({ op: "update", resource: "step", id: s.id, version: s.version, data });
  }
  return {
    operations,
    added: made.map((s) => s.text),
    dropped: dropped.map((s) => s.text),
    noLonger: gone.filter((s) => s.state === "done").map((s) => s.text),
  };
}
