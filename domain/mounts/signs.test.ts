import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { mountSigns, type MountSign } from "../../contract";
import { shopStandard } from "../../core";
import { observationOf, PRESETS, withSign, type SignState } from ".";

const { unit } = PRESETS.northSouth;
const mountCalled = (name: string) => unit.mounts.find((m) => m.name === name)!;
const [left, right, tail] = ["left", "right", "tail"].map(mountCalled);

describe("a sign on a mount", () => {
  it("answers a question the table knows, or none", () => {
    const known = new Set(shopStandard.observations.map((o) => o.id));
    for (const { unit: each } of Object.values(PRESETS)) {
      for (const mount of each.mounts) {
        for (const sign of mountSigns) {
          const id = observationOf(mount, sign);
          if (id !== null) expect(known, `${mount.name}, ${sign}`).toContain(id);
        }
      }
    }
    expect(observationOf(tail, "separates")).toBe("liftSeparates");
    expect(observationOf(left, "separates")).toBe("pryLeft");
    expect(observationOf(left, "witness")).toBeNull();
  });

  it("is there in Ask as soon as one mount has it, and gone once none has", () => {
    const one = withSign(unit, {}, {}, left, "cracked", "present");
    expect(one.symptoms).toEqual({ lookCrackedMount: "present" });
    const two = withSign(unit, one.inspection, one.symptoms, right, "cracked", "absent");
    expect(two.symptoms).toEqual({ lookCrackedMount: "present" });
    const none = withSign(unit, two.inspection, two.symptoms, left, "cracked", "absent");
    expect(none.symptoms).toEqual({ lookCrackedMount: "absent" });
    const unseen = withSign(unit, none.inspection, none.symptoms, left, "cracked", "untried");
    // The other mount was looked at, and has none.
    expect(unseen.symptoms).toEqual({ lookCrackedMount: "absent" });
    expect(withSign(unit, unseen.inspection, unseen.symptoms, right, "cracked", "untried").symptoms).toEqual({});
  });

  it("leaves an answer that came from no mount, and every other answer", () => {
    const asked = { lookCrackedMount: "present", vibIdle: "absent" } as const;
    expect(withSign(unit, {}, asked, left, "cracked", "absent").symptoms).toEqual(asked);
    expect(withSign(unit, {}, asked, left, "witness", "present").symptoms).toEqual(asked);
  });

  // Whatever is tapped in whatever order: the answer is what the mounts say.
  it("keeps Ask and the mounts of one mind, by property", () => {
    const tap = fc.tuple(
      fc.constantFrom(...unit.mounts),
      fc.constantFrom(...mountSigns),
      fc.constantFrom<SignState>("present", "absent", "untried"),
    );
    fc.assert(
      fc.property(fc.array(tap, { maxLength: 40 }), (taps) => {
        let state: ReturnType<typeof withSign> = { inspection: {}, symptoms: {} };
        const seen = new Map<string, SignState>();
        for (const [mount, sign, what] of taps) {
          state = withSign(unit, state.inspection, state.symptoms, mount, sign, what);
          seen.set(`${mount.name} ${sign}`, what);
        }
        const wanted: Record<string, string> = {};
        for (const mount of unit.mounts) {
          for (const sign of mountSigns as readonly MountSign[]) {
            const id = observationOf(mount, sign);
            const what = seen.get(`${mount.name} ${sign}`) ?? "untried";
            expect(state.inspection[mount.name]?.[sign] ?? "untried").toBe(what);
            if (id && what !== "untried" && wanted[id] !== "present") wanted[id] = what;
          }
        }
        expect(state.symptoms).toEqual(wanted);
      }),
      { numRuns: 200, seed: 20261128 },
    );
  });
});
