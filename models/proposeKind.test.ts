import { describe, expect, it } from "vitest";
import type { proposeKind } from "../domain";
import { answer } from ".";

describe("proposeKind", () => {
  it("is answered to the command line and over HTTP as to the screen", () => {
    const asked = { complaint: "Oil drips at the shift shaft.", vehicle: { shifter: "rod" } };
    const out = answer("proposeKind", asked) as ReturnType<typeof proposeKind>;
    expect(out.kinds).toHaveLength(21);
    expect([out.lead, out.tied]).toEqual(["clear", ["shaftSeal"]]);
    expect(out.kinds[0].because).toContainEqual({ by: "word", what: "oil drips" });
    expect(out.kinds.map((k) => k.score)).toEqual([...out.kinds.map((k) => k.score)].sort((a, b) => b - a));
    for (const [field, bad] of [
      ["complaint", { complaint: 7 }],
      ["vehicle.shifter", { complaint: "", vehicle: { shifter: "pedal" } }],
      ["suspects[0].p", { complaint: "", suspects: [{ fault: "x", p: 2 }] }],
    ] as const) {
      expect(answer("proposeKind", bad)).toMatchObject({ error: { code: "invalid_input", field } });
    }
  });
});
