import { describe, expect, it } from "vitest";
import { defaultKnowledge, diagnose, knowledgeFor, RECORDED_AS, shopStandard } from "./index";

const ask = (observations: { id: string; present: boolean }[]) =>
  diagnose({
    observations,
    vehicle: { shifter: "rod", layout: "northSouth" },
    knowledge: shopStandard,
    lead: 0.85,
    minGainBits: 0.05,
  });

describe("what a recording tells Ask", () => {
  it("adds to the model's own table and changes one likelihood of it", () => {
    const own = { ...defaultKnowledge.table };
    own.mountTail = { ...own.mountTail, followsRoadSpeed: "sometimes" };
    for (const [fault, row] of Object.entries(own)) expect(shopStandard.table[fault]).toMatchObject(row);
    const plain = (list: readonly { id: string; label: string }[]): string[] => list.map((f) => `${f.id} ${f.label}`);
    expect(plain(shopStandard.faults)).toEqual(expect.arrayContaining(plain(defaultKnowledge.faults)));
    expect(plain(shopStandard.observations)).toEqual(expect.arrayContaining(plain(defaultKnowledge.observations)));
  });

  it("asks an automatic about park, start and detents, and nothing about a clutch", () => {
    const kind = { shifter: "rod" as const, layout: "northSouth" as const };
    const auto = knowledgeFor(shopStandard, { ...kind, gearbox: "automatic" });
    const hand = knowledgeFor(shopStandard, { ...kind, gearbox: "manual" });
    const ids = (list: readonly { id: string }[]): string[] => list.map((x) => x.id);
    expect(ids(auto.faults)).toEqual(expect.arrayContaining(["rangeLinkage", "parkPawl", "startSwitch"]));
    expect(ids(auto.faults)).not.toContain("clutchDrag");
    expect(ids(auto.observations)).not.toContain("grindsOneGear");
    expect(ids(auto.tests)).not.toContain("clutchSpin");
    expect(ids(hand.faults)).not.toContain("rangeLinkage");
    const answer = diagnose({
      observations: [
        { id: "parkRolls", present: true },
        { id: "indicatorOff", present: true },
        { id: "detentsApart", present: true },
      ],
      vehicle: { ...kind, gearbox: "automatic" },
      knowledge: shopStandard,
      lead: 0.85,
      minGainBits: 0.05,
    });
    expect(answer.posterior[0].fault).toBe("rangeLinkage");
  });

  it("is known for every source that may lead, and every likelihood has its reason", () => {
    const known = new Set(shopStandard.observations.map((o) => o.id));
    for (const id of Object.values(RECORDED_AS)) expect(known).toContain(id);
    for (const [fault, row] of Object.entries(shopStandard.table)) {
      for (const id of Object.keys(row).filter((o) => o.startsWith("rec"))) {
        expect(shopStandard.reasons?.[fault]?.[id], `${fault} ${id}`).toBeTruthy();
      }
    }
  });

  // The trade reads the second order of a prop shaft as joint angles: common practice, no source.
  it.each([
    ["recProp2", "propAngle"],
    ["recWheel", "wheelImbalance"],
  ])("%s puts %s first among those that shake at one road speed", (seen, fault) => {
    const before = ask([{ id: "vibRoadSpeed", present: true }]);
    const after = ask([
      { id: "vibRoadSpeed", present: true },
      { id: seen, present: true },
    ]);
    expect(after.posterior[0].fault).toBe(fault);
    const p = (a: typeof before): number => a.posterior.find((s) => s.fault === fault)?.p ?? 0;
    expect(p(after)).toBeGreaterThan(2 * p(before));
  });
});
