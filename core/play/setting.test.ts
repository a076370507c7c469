import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { lockout, packsToSearch, shims, stops, type ShimsInput } from ".";

const arms = { stopArmMm: 30, pinArmMm: 60, knobArmMm: 300 };

describe("stops", () => {
  it("gives turns, flats and a rail target back as one another", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.001, max: 5, noNaN: true }),
        fc.double({ min: 0.2, max: 3, noNaN: true }),
        (turns, pitchMm) => {
          const byTurns = stops({ ...arms, pitchMm, backOffTurns: turns });
          const byFlats = stops({ ...arms, pitchMm, backOffFlats: byTurns.flats });
          const byRail = stops({ ...arms, pitchMm, targetRailMm: byTurns.gapRailMm });
          for (const other of [byFlats, byRail]) {
            expect(other.turns).toBeCloseTo(turns, 9);
            expect(other.gapStopMm).toBeCloseTo(turns * pitchMm, 9);
          }
        },
      ),
      { seed: 20260304, numRuns: 100 },
    );
  });

  it("backs off an eighth where nobody said otherwise, and fears for the fork past the overtravel", () => {
    expect(stops({ ...arms, pitchMm: 1.25 }).turns).toBe(0.125);
    expect(stops({ ...arms, pitchMm: 1.25, detentOvertravelMm: 0.3 }).check).toMatchObject({
      verdict: "fork_takes_load",
      overtravelMm: 0.3,
    });
  });
});

describe("lockout", () => {
  it.each([
    [0.4, {}, { moveMm: 1.1, direction: "away", gapAfterMm: 1.5, reached: true, shortMm: 0 }],
    [3, {}, { moveMm: 1.5, direction: "toward", gapAfterMm: 1.5, reached: true }],
    [0.4, { awayMm: 0.5 }, { moveMm: 0.5, gapAfterMm: 0.9, reached: false, direction: "away" }],
    [0.4, { awayMm: 0 }, { moveMm: 0, direction: "none", gapAfterMm: 0.4, reached: false }],
    [2, {}, { moveMm: 0, direction: "none", reached: true }],
  ])("a gap of %s mm with slot %j", (gapMm, slot, want) => {
    const out = lockout({ gapMm, targetMinMm: 1, targetMaxMm: 2, slot });
    for (const [key, value] of Object.entries(want)) {
      const got = out[key as keyof typeof out];
      if (typeof value === "number") expect(got).toBeCloseTo(value, 9);
      else expect(got).toBe(value);
    }
  });
});

/** Every pack, listed and sorted: an independent, slow answer. */
function everyPack(i: ShimsInput): { error: number; pieces: number }[] {
  const out: { error: number; pieces: number }[] = [];
  const walk = (line: number, pieces: number, pack: number): void => {
    if (line === i.stock.length) {
      const leaves = i.mode === "fill" ? i.gapMm - pack : i.gapMm + pack;
      if (i.mode === "lift" || leaves >= -1e-6) out.push({ error: Math.abs(leaves - i.targetMm), pieces });
      return;
    }
    for (let n = 0; n <= i.stock[line].count && pieces + n <= i.maxPieces; n++) {
      walk(line + 1, pieces + n, pack + n * i.stock[line].thicknessMm);
    }
  };
  walk(0, 0, 0);
  return out.sort((a, b) => a.error - b.error || a.pieces - b.pieces);
}

describe("shims", () => {
  it("finds what listing every pack finds", () => {
    const stock = fc.array(
      fc.record({
        thicknessMm: fc.integer({ min: 1, max: 25 }).map((n) => n / 10),
        count: fc.integer({ min: 0, max: 3 }),
      }),
      {
        minLength: 1,
        maxLength: 4,
      },
    );
    fc.assert(
      fc.property(
        stock,
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 0, max: 30 }),
        fc.constantFrom("fill", "lift"),
        (lines, gap, target, mode) => {
          const input: ShimsInput = {
            gapMm: gap / 10,
            targetMm: target / 10,
            mode: mode as ShimsInput["mode"],
            stock: lines.map((l, i) => ({ ...l, name: String(i) })),
            maxPieces: 5,
          };
          const every = everyPack(input);
          const { packs } = shims(input);
          expect(packs.length).toBe(Math.min(5, every.length));
          packs.forEach((p, i) => expect(Math.abs(p.errorMm)).toBeCloseTo(every[i].error, 6));
          for (const p of packs) {
            expect(p.packMm).toBeCloseTo(
              p.pieces.reduce((s, x) => s + x.count * x.thicknessMm, 0),
              9,
            );
          }
        },
      ),
      { seed: 20260306, numRuns: 150 },
    );
  });

  it("counts the packs it would search: C(lines + pieces, pieces)", () => {
    expect([packsToSearch(3, 3), packsToSearch(30, 5), packsToSearch(20, 20)]).toEqual([20, 324632, 137846528820]);
  });
});
