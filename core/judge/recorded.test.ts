import { describe, expect, it } from "vitest";
import { defaultKnowledge, diagnose, RECORDED_AS, shopStandard } from "./index";

const ask = (observations: { id: string; present: boolean }[]) =>
  diagnose({
    observations,
    vehicle: { shifter: "rod", layout: "northSouth" },
    knowledge: shopStandard,
    lead: 0.85,
    minGainBits: 0.05,
  });

describe("what a recording tells Ask", () => {
  it("adds to the model's own table and changes nothing of it", () => {
    for (const [fault, row] of Object.entries(defaultKnowledge.table)) {
      expect(shopStandard.table[fault]).toMatchObject(row);
    }
    expect(shopStandard.faults).toEqual(defaultKnowledge.faults);
    expect(shopStandard.observations.slice(0, defaultKnowledge.observations.length)).toEqual(
      defaultKnowledge.observations,
    );
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

  // The trade reads the second order of a prop shaft as joint angles: handbook, section "orders".
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
