import { describe, expect, it } from "vitest";
import { anyTemplateContent, kindFrom, resources, stepDrawings, templateContent, type PlainWork } from "../../contract";
import { plan } from "../../core";
import {
  allChoices,
  beginBy,
  edgesOf,
  effectOf,
  faultsOf,
  firstChoices,
  impossibleIn,
  mergeTemplates,
  planQuestion,
  stepSource,
  USUAL_HOURS,
  workOf,
  type TemplateFault,
} from "../work";
import { brokenRule } from "../rules";
import { jobView, record } from "../../tests/domain/records";
import { suppliedTemplates } from ".";

const named = suppliedTemplates.map((t) => [t.id, t] as const);
let made = 0;
const newId = (): string => `01WRK${String((made += 1)).padStart(21, "0")}`;

describe("the supplied kinds of job", () => {
  it("are twenty-one, each its own", () => {
    expect(suppliedTemplates.map((t) => t.kind)).toEqual(Array.from({ length: 21 }, (_, i) => i + 1));
    expect(new Set(suppliedTemplates.map((t) => t.id)).size).toBe(21);
  });

  it.each(named)("%s: all that comes apart goes back, however it is chosen", (_id, t) => {
    for (const chosen of allChoices(t)) expect(faultsOf(workOf(t, chosen))).toEqual([]);
  });

  it.each(named)(
    "%s: measures, tightens, hands back, ends in a drive, and every mistake is caught by a step",
    (_id, t) => {
      const work = workOf(t);
      const torqued = new Set(work.steps.flatMap((s) => s.facts.torques));
      expect(work.groups.filter((g) => !torqued.has(g.name))).toEqual([]);
      expect(t.handBack.atRest.length + t.handBack.firstDrive.length).toBeGreaterThan(0);
      expect(work.steps.some((s) => s.facts.cautions.length)).toBe(true);
      expect(t.steps.some((s) => s.id === "first-drive")).toBe(true);
      const ids = new Set(t.steps.map((s) => s.id));
      expect(t.mistakes.filter((m) => !ids.has(m.caughtBy))).toEqual([]);
      expect(t.steps.some((s) => s.settingTool) || t.readings.length > 0).toBe(true);
    },
  );

  it.each(named)("%s: every option of a choice changes the plan or what is left for another day", (_id, t) => {
    const now = firstChoices(t);
    for (const c of t.choices) {
      const said = c.options.map((o) => {
        const { adds, drops } = effectOf(t, now, c.key, o.key);
        const work = workOf(t, { ...now, [c.key]: o.key });
        return JSON.stringify([
          adds,
          drops,
          o.recheckDays,
          o.leavesOpen,
          work.groups,
          work.parts,
          work.steps.map((s) => s.facts.measure),
        ]);
      });
      expect(new Set(said).size, c.question).toBe(c.options.length);
    }
  });

  it("have no drawing that none shows", () => {
    const shown = new Set(suppliedTemplates.flatMap((t) => t.steps.map((s) => s.drawing)).filter(Boolean));
    expect([...shown].filter((d) => !stepDrawings.includes(d as (typeof stepDrawings)[number]))).toEqual([]);
  });

  it("both sides of a vehicle have their own steps and fasteners, and one side is finished before the other", () => {
    const t = suppliedTemplates.find((k) => k.id === "engineMounts")!;
    const [one, both] = ["left", "both"].map((sides) => workOf(t, { sides }));
    const perSide = t.steps.filter((s) => s.perSide).length;
    expect(both.steps.length - one.steps.length).toBeGreaterThan(0);
    expect(one.steps.filter((s) => s.facts.side === "left").length).toBeLessThanOrEqual(perSide);
    const sides = both.steps.map((s) => s.facts.side).filter(Boolean);
    expect(sides.lastIndexOf("left")).toBeLessThan(sides.indexOf("right"));
    expect(both.groups.length).toBeGreaterThan(one.groups.length);
  });

  it.each(named)("%s: becomes a job whose order can be planned", (_id, t) => {
    const work = workOf(t);
    const begun = beginBy(work, jobView({}), [], newId);
    const steps = begun.operations.flatMap((o) => {
      if (o.op !== "create" || o.resource !== "step") return [];
      return [{ ...record("step", o.data as Parameters<typeof record<"step">>[1]), id: o.id }];
    });
    expect(steps).toHaveLength(work.steps.length);
    // What it makes is taken by the rules of the records.
    for (const o of begun.operations) {
      if (o.op === "create") expect(resources[o.resource].safeParse(o.data).error?.issues ?? []).toEqual([]);
      if (o.op !== "create" || o.resource !== "torqueGroup") continue;
      const fields = resources.torqueGroup.parse(o.data);
      expect(brokenRule("torqueGroup", o.id, fields, { group: null, vehicle: null, people: [] })).toBeNull();
    }
    const question = planQuestion(steps, USUAL_HOURS, "2026-11-30T08:00");
    const answer = plan(question);
    expect(answer.given.valid).toBe(true);
    const found = answer.order.map((id) => steps.find((s) => s.id === id)!);
    expect(impossibleIn(found)).toEqual([]);
    expect(answer.costMin).toBeLessThanOrEqual(
      answer.given.finishMin! +
        4 * answer.given.placeChanges +
        10 * answer.given.helperSpells +
        3 * answer.given.loadChanges +
        1e-6,
    );
  });

  it.each(named)("%s: can be merged with every other, and still comes together again", (_id, t) => {
    const mine = workOf(t);
    for (const other of suppliedTemplates) {
      if (other === t) continue;
      const theirs = workOf(other);
      const { content, sources } = mergeTemplates(mine, theirs);
      const kinds = faultsOf(content);
      expect({ with: other.id, kinds }).toEqual({ with: other.id, kinds: [] });
      // Its minutes are learned as a step of the kind it comes from, whatever it is called beside the other.
      const known = new Set([mine, theirs].flatMap((k) => k.steps.map((s) => stepSource(k.id, s))));
      const unknown = content.steps.filter(
        (s) => !known.has(sources.get(s.id)!) && !known.has(`${sources.get(s.id)}*`),
      );
      expect(unknown.map((s) => sources.get(s.id))).toEqual([]);
    }
  });
});

describe("a template in the form of before", () => {
  const plain = workOf(suppliedTemplates.find((t) => t.id === "cableBushes")!);

  it("is read in the new one with nothing lost, and means the same order", () => {
    const outcome = anyTemplateContent.safeParse(JSON.parse(JSON.stringify(plain)));
    expect(outcome.success).toBe(true);
    const again = workOf(outcome.data!);
    expect(again.steps.map((s) => s.id)).toEqual(plain.steps.map((s) => s.id));
    expect(again.groups).toEqual(plain.groups);
    expect(again.parts).toEqual(plain.parts);
    const edges = (work: PlainWork): string[] =>
      edgesOf(work.steps)
        .map((e) => `${e.before} ${e.after}`)
        .sort();
    expect(edges(again)).toEqual(edges(plain));
  });

  it("of a job's own steps passes the same reading as one in the new form", () => {
    const kind = templateContent.parse(kindFrom(plain));
    expect(anyTemplateContent.parse(kind)).toEqual(kind);
    expect(anyTemplateContent.safeParse({ id: "x", steps: [] }).success).toBe(false);
  });
});

describe("a template in which something does not come back", () => {
  const good = workOf(suppliedTemplates.find((t) => t.id === "cableBushes")!);
  const spoilt = (spoil: (t: PlainWork) => void): TemplateFault["kind"][] => {
    const t = structuredClone(good);
    spoil(t);
    return [...new Set(faultsOf(t).map((f) => f.kind))];
  };
  const freeing = (t: PlainWork) => t.steps.find((s) => s.facts.frees.some((f) => !f.clip))!;
  const marking = (t: PlainWork) => t.steps.find((s) => s.facts.marks.length)!;
  it.each<[TemplateFault["kind"], (t: PlainWork) => void]>([
    ["notFitted", (t) => t.steps.forEach((s) => (s.facts.fits = []))],
    ["fittedNotFreed", (t) => t.steps.forEach((s) => (s.facts.frees = []))],
    ["noGroup", (t) => (freeing(t).facts.frees[0].group = "")],
    ["notTorqued", (t) => t.steps.forEach((s) => (s.facts.torques = []))],
    ["unknownGroup", (t) => (t.groups = [])],
    ["notPlugged", (t) => freeing(t).facts.unplugs.push({ key: "lamp", name: "lamp" })],
    ["notAsked", (t) => t.steps.forEach((s) => (s.facts.asks = []))],
    ["askedNotMarked", (t) => (marking(t).facts.marks = [])],
    ["unknownNeed", (t) => t.steps[3].needs.push("nothing")],
    ["circle", (t) => t.steps[0].needs.push(t.steps.at(-1)!.id)],
    ["unknownPart", (t) => t.steps[0].facts.parts.push("Anything")],
    ["repeatedId", (t) => t.steps.push(t.steps[0])],
  ])("is found: %s", (kind, spoil) => {
    expect(spoilt(spoil)).toContain(kind);
  });
});
