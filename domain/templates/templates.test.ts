import { describe, expect, it } from "vitest";
import { resources, stepDrawings, templateContent, type TemplateContent } from "../../contract";
import { plan } from "../../core";
import { beginBy, faultsOf, mergeTemplates, planQuestion, stepSource, USUAL_HOURS, type TemplateFault } from "../work";
import { brokenRule } from "../rules";
import { jobView, record } from "../../tests/domain/records";
import { suppliedTemplates } from ".";

const named = suppliedTemplates.map((t) => [t.title, t] as const);
let made = 0;
const newId = (): string => `01WRK${String((made += 1)).padStart(21, "0")}`;

describe("the supplied kinds of job", () => {
  it("are twenty-one, each its own", () => {
    expect(suppliedTemplates.map((t) => t.kind)).toEqual(Array.from({ length: 21 }, (_, i) => i + 1));
    expect(new Set(suppliedTemplates.map((t) => t.id)).size).toBe(21);
  });

  it.each(named)("%s: all that comes apart goes back", (_title, t) => {
    expect(faultsOf(t)).toEqual([]);
  });

  it.each(named)("%s: measures, tightens, proves, and ends in a drive", (_title, t) => {
    const facts = t.steps.map((s) => s.facts);
    expect(t.groups.length).toBeGreaterThan(0);
    expect(t.proves.length).toBeGreaterThan(0);
    expect(facts.some((f) => f.caution)).toBe(true);
    // Every group is tightened in some step, every part asked for at one.
    const torqued = new Set(facts.flatMap((f) => f.torques));
    expect(t.groups.filter((g) => !torqued.has(g.name))).toEqual([]);
    expect(t.steps.some((s) => /drive/i.test(s.text))).toBe(true);
  });

  it("draw every step whose outcome is a question of which way round, and have no drawing that none shows", () => {
    const facts = suppliedTemplates.flatMap((t) => t.steps.map((s) => s.facts));
    expect(facts.filter((f) => f.orientation.length > 0 !== (f.drawing !== ""))).toEqual([]);
    expect(new Set(facts.map((f) => f.drawing).filter(Boolean))).toEqual(new Set(stepDrawings));
  });

  it.each(named)("%s: becomes a job whose order can be planned, with less walking than as listed", (_title, t) => {
    const view = jobView({});
    const begun = beginBy(t, view, [], newId);
    const steps = begun.operations.flatMap((o) => {
      if (o.op !== "create" || o.resource !== "step") return [];
      return [{ ...record("step", o.data as Parameters<typeof record<"step">>[1]), id: o.id }];
    });
    expect(steps).toHaveLength(t.steps.length);
    // What it makes is taken by the rules of the records.
    for (const o of begun.operations) {
      if (o.op !== "create" || o.resource !== "torqueGroup") continue;
      const fields = resources.torqueGroup.parse(o.data);
      expect(brokenRule("torqueGroup", o.id, fields, { group: null, vehicle: null, people: [] })).toBeNull();
    }
    expect(steps.reduce((n, s) => n + s.needs.length, 0)).toBe(t.steps.reduce((n, s) => n + s.needs.length, 0));
    const answer = plan(planQuestion(steps, USUAL_HOURS, "2026-11-30T08:00"));
    expect(answer.given.valid).toBe(true);
    expect(answer.costMin).toBeLessThanOrEqual(
      answer.given.finishMin! +
        4 * answer.given.placeChanges +
        10 * answer.given.helperSpells +
        3 * answer.given.loadChanges,
    );
    expect(answer.exact).toBe(true);
  });

  it.each(named)("%s: can be merged with every other, and still comes together again", (_title, t) => {
    for (const other of suppliedTemplates) {
      if (other === t) continue;
      const { content, shared, sources } = mergeTemplates(t, other);
      expect(content.steps.length).toBe(t.steps.length + other.steps.length - shared.length);
      const kinds = faultsOf(content).filter((f) => f.kind !== "repeatedKey");
      expect({ with: other.id, kinds }).toEqual({ with: other.id, kinds: [] });
      expect(templateContent.safeParse(content).success).toBe(true);
      // Its minutes are learned as a step of the kind it comes from, whatever it is called beside the other.
      const known = new Set([t, other].flatMap((k) => k.steps.map((s) => stepSource(k.id, s))));
      expect(content.steps.filter((s) => !known.has(sources.get(s.id) ?? ""))).toEqual([]);
      expect(new Set(content.steps.map((s) => sources.get(s.id))).size).toBe(content.steps.length);
    }
  });
});

describe("a template in which something does not come back", () => {
  const good = suppliedTemplates.find((t) => t.id === "cableBushes")!;
  const spoilt = (spoil: (t: TemplateContent) => void): TemplateFault["kind"][] => {
    const t = structuredClone(good);
    spoil(t);
    return [...new Set(faultsOf(t).map((f) => f.kind))];
  };
  const at = (t: TemplateContent, id: string) => t.steps.find((s) => s.id === id)!;
  it.each<[TemplateFault["kind"], (t: TemplateContent) => void]>([
    ["notFitted", (t) => (at(t, "plate-on").facts.fits = [])],
    ["fittedNotFreed", (t) => (at(t, "plate-off").facts.frees = [])],
    ["noGroup", (t) => (at(t, "plate-off").facts.frees[0].group = "")],
    ["notTorqued", (t) => (at(t, "plate-torque").facts.torques = [])],
    ["unknownGroup", (t) => (t.groups = t.groups.filter((g) => g.name !== "Bottom plate"))],
    ["notPlugged", (t) => (at(t, "boots-on").facts.plugs = [])],
    ["notAsked", (t) => (at(t, "cables-on").facts.asks = ["selectThreads"])],
    ["askedNotMarked", (t) => (at(t, "cable-marks").facts.marks = [])],
    ["unknownNeed", (t) => at(t, "plate-on").needs.push("nothing")],
    ["circle", (t) => at(t, "on-stands").needs.push("plate-on")],
    ["wrongWay", (t) => (at(t, "cables-on").needs = [])],
    ["unknownPart", (t) => at(t, "plate-on").facts.parts.push("Anything")],
    ["repeatedId", (t) => t.steps.push(t.steps[0])],
  ])("is found: %s", (kind, spoil) => {
    expect(spoilt(spoil)).toContain(kind);
  });
});
