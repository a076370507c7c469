import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { pressFit, rod, stops, type PressFitInput, type RodEnd, type RodInput, type StopsInput } from "../../core";
import { lockoutOfGates, pressFitDanger, rodDanger, shimVerdict, stopsDanger } from "./dangers";

const show = (mm: number): string => `${mm.toFixed(1)} mm`;

const end = (over: Partial<RodEnd> = {}): RodEnd => ({
  shankLengthMm: 36,
  threadDepthMm: 20,
  threadDiameterMm: 8,
  pitchMm: 1.25,
  hand: "right",
  ...over,
});
const ofRod = (over: Partial<RodInput> = {}) => {
  const input: RodInput = { targetMm: 312, ends: [end(), end()], ...over };
  return rodDanger(input, rod(input), show);
};

describe("a rod", () => {
  it("may be fitted, and turned inside its range", () => {
    expect(ofRod()).toBeNull();
    // 12 mm in each of two M8 ends, right and left hand: 4 mm each until a diameter is left, 8 mm each until they bottom.
    const ends = [end(), end({ hand: "left" })];
    expect([ofRod({ ends, changeMm: 8 }), ofRod({ ends, changeMm: -16 })]).toEqual([null, null]);
  });

  it("is refused beyond its range, with the longest rod and what to take instead", () => {
    expect(ofRod({ changeMm: 20 })).toEqual({
      lead: "Do not lengthen it by 20.0 mm: the ends would let go.",
      rest: expect.stringMatching(/320\.0 mm is the longest.*new rod to 284\.0 mm.*12\.0 mm longer/),
    });
    expect(ofRod({ changeMm: -17 })).toEqual({
      lead: "Do not shorten it by 17.0 mm: the ends run out of thread.",
      rest: expect.stringMatching(/296\.0 mm is the shortest\. Cut 1\.0 mm off/),
    });
  });

  it("is refused where an end holds less thread than its diameter", () => {
    const said = ofRod({ ends: [end(), end({ engagementMm: 6 })] });
    expect(said?.lead).toBe("Do not fit it: end 2 holds only 6.0 mm of thread, and it can pull out.");
    // 312 - 24 - 30 = 258 as asked; six more in the thread is 264.
    expect(said?.rest).toMatch(/8\.0 mm at the least; 12\.0 mm is good.*cut the rod to 264\.0 mm/);
    expect(ofRod({ ends: [end({ threadDepthMm: 7 }), end()] })?.rest).toMatch(/7\.0 mm deep.*at least 12\.0 mm/);
  });

  it("is not turned where one end would let go before the other", () => {
    const ends = [end({ engagementMm: 16 }), end({ engagementMm: 9, hand: "left" })];
    // One millimetre to spare in the second end, and the rod turned takes half of the change out of each.
    expect(ofRod({ ends, changeMm: 2 })).toBeNull();
    expect(ofRod({ ends, changeMm: 4 })?.lead).toMatch(/end 2 would let go before the other/);
    // Two like threads: only one end can be turned, and takes it all.
    expect(ofRod({ changeMm: 5 })?.lead).toMatch(/end 1 would let go/);
    // One hand and two pitches, 1.25 and 1: 4 mm are 16 turns, and the coarse end comes out 20 mm.
    expect(ofRod({ ends: [end(), end({ pitchMm: 1 })], changeMm: 4 })?.lead).toMatch(/end 1 would let go/);
    expect(ofRod({ ends: [end(), end({ pitchMm: 1 })], changeMm: -0.7 })).toBeNull();
  });

  it("never lets an end go: set as it is told, each keeps a diameter of thread and does not bottom", () => {
    const mm = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    const anEnd = fc
      .record({ threadDiameterMm: mm(4, 16), threadDepthMm: mm(4, 40), hand: fc.constantFrom("right", "left") })
      .map((e) => end(e as Partial<RodEnd>));
    fc.assert(
      fc.property(fc.tuple(anEnd, anEnd), mm(-30, 30), (ends, changeMm) => {
        const input = { targetMm: 400, ends: [...ends], changeMm };
        const answer = rod(input);
        if (rodDanger(input, answer, show)) return;
        // Like hands of one pitch: end 1 alone. Opposite hands of one pitch: half each.
        const out = ends[0].hand === ends[1].hand ? [changeMm, 0] : [changeMm / 2, changeMm / 2];
        answer.ends.forEach((e, i) => {
          const left = e.engagementMm - out[i];
          expect(left).toBeGreaterThanOrEqual(ends[i].threadDiameterMm - 1e-6);
          expect(left).toBeLessThanOrEqual(ends[i].threadDepthMm + 1e-6);
        });
      }),
      { seed: 20261128, numRuns: 500 },
    );
  });
});

describe("a stop", () => {
  const input: StopsInput = { pitchMm: 1.25, stopArmMm: 30, pinArmMm: 60, knobArmMm: 300, detentOvertravelMm: 0.5 };
  const of = (over: Partial<StopsInput>) => {
    const all = { ...input, ...over };
    return stopsDanger(all, stops(all), show);
  };

  it("backed off past the detent's overtravel is refused, with the most that is right", () => {
    // 2.5 mm at the rail per turn: half a millimetre is a fifth of a turn.
    expect(of({ backOffTurns: 0.25 })?.rest).toMatch(/Back off 0\.20 turns at the most/);
    expect(of({ backOffTurns: 0.2 })).toBeNull();
    expect(of({ backOffTurns: 0.25, detentOvertravelMm: undefined })).toBeNull();
  });
});

describe("a lockout plate", () => {
  const input = { gapMm: 1.5, targetMinMm: 1, targetMaxMm: 2, slot: {} };

  it("follows the tightest gate, and tells what the outermost then has", () => {
    const out = lockoutOfGates(input, [
      { gate: "1-2", gapMm: 0.2 },
      { gate: "3-4", gapMm: null },
    ]);
    expect(out.answer).toMatchObject({ direction: "away", moveMm: 1.3, gapAfterMm: 1.5 });
    expect(out).toMatchObject({ tightest: { gate: "1-2" }, touching: [] });
    expect(out.outermostAfterMm).toBeCloseTo(2.8, 9);
  });

  it("leaves no gate in contact without saying so", () => {
    const gap = fc.integer({ min: 0, max: 60 }).map((n) => n / 10);
    fc.assert(
      fc.property(gap, fc.array(gap, { maxLength: 4 }), gap, (gapMm, others, slot) => {
        const gates = others.map((g, i) => ({ gate: `${i}`, gapMm: g }));
        const out = lockoutOfGates({ ...input, gapMm, slot: { towardMm: slot, awayMm: slot } }, gates);
        const moved = out.outermostAfterMm - gapMm;
        for (const g of [{ gate: "", gapMm }, ...gates]) {
          expect(out.touching.includes(g.gate)).toBe(g.gapMm + moved < 1e-9);
        }
      }),
      { seed: 20261129, numRuns: 300 },
    );
  });
});

describe("a press fit", () => {
  const input: PressFitInput = {
    interfaceMm: 40,
    interferenceMm: { min: 0.02, max: 0.06 },
    hubOuterMm: 60,
    sleeveBoreMm: 32,
    lengthMm: 45,
    hub: "6061-T6",
    sleeve: "steel",
    friction: { min: 0.1, max: 0.2 },
    roomC: 20,
    coldC: -78,
    clearanceMm: 0.02,
  };
  const of = (over: Partial<PressFitInput>) =>
    pressFitDanger(pressFit({ ...input, ...over }), (over.hub ?? input.hub) === "6061-T6");

  it("that yields, walks or is none is refused in its first words", () => {
    expect(of({ interferenceMm: { min: 0.2, max: 0.4 } }).danger?.lead).toMatch(/^Do not press it/);
    expect(of({ serviceC: 200 }).danger?.lead).toMatch(/^Do not fit it: hot/);
    expect(of({ interferenceMm: { min: 0, max: 0.06 } }).danger?.lead).toMatch(/no fit at all/);
    expect(of({}).danger).toBeNull();
  });

  it("asks for no heat past the temper of the alloy", () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 0.3, noNaN: true }), fc.constantFrom("6061-T6", "steel"), (max, hub) => {
        const { heat } = of({ interferenceMm: { min: 0.01, max }, hub: hub as "steel" });
        const heats = [...heat.matchAll(/(?:[Hh]eated|heat the bracket) to (\d+) °C/g)].map((m) => Number(m[1]));
        if (hub === "6061-T6") for (const c of heats) expect(c).toBeLessThanOrEqual(150);
        else expect(heats).toHaveLength(1);
      }),
      { seed: 20261130, numRuns: 200 },
    );
    expect(of({ interferenceMm: { min: 0.05, max: 0.14 } }).heatable).toBe(false);
  });
});

describe("a pack of shims", () => {
  it("is right only within the tolerance", () => {
    expect(shimVerdict({ pieceCount: 0, errorMm: 0.04 })).toBe("asItIs");
    expect(shimVerdict({ pieceCount: 0, errorMm: 0.3 })).toBe("none");
    expect(shimVerdict({ pieceCount: 2, errorMm: -0.05 })).toBe("right");
    expect(shimVerdict({ pieceCount: 2, errorMm: -0.3 })).toBe("nearest");
  });
});
