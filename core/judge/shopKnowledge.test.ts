import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { defaultKnowledge, likelihoodWords, type Knowledge, type Likelihood } from "./knowledge";
import { changesBetween, countChanges, withChanges } from "./shopKnowledge";

const clone = (): Knowledge => structuredClone(defaultKnowledge);

/** A table without empty rows, its rows in order: what two tables that say the same look like. */
const plain = (k: Knowledge) => ({
  ...k,
  faults: Object.fromEntries(k.faults.map((f) => [f.id, f])),
  observations: Object.fromEntries(k.observations.map((o) => [o.id, o])),
  tests: Object.fromEntries(k.tests.map((t) => [t.id, t])),
  table: Object.fromEntries(Object.entries(k.table).filter(([, row]) => Object.keys(row).length)),
  reasons: Object.fromEntries(Object.entries(k.reasons ?? {}).filter(([, row]) => Object.keys(row).length)),
});

describe("a shop's own table", () => {
  it("is the standard one where nothing was changed", () => {
    expect(withChanges(defaultKnowledge, null)).toBe(defaultKnowledge);
    expect(plain(withChanges(defaultKnowledge, {}))).toEqual(plain(defaultKnowledge));
    expect(countChanges(changesBetween(defaultKnowledge, defaultKnowledge))).toBe(0);
  });

  it("comes back from its own changes, whatever was changed", () => {
    const faultIds = defaultKnowledge.faults.map((f) => f.id);
    const observationIds = defaultKnowledge.observations.map((o) => o.id);
    const value: fc.Arbitrary<Likelihood | undefined> = fc.oneof(
      fc.constantFrom(...likelihoodWords),
      fc.double({ min: 0.001, max: 0.999, noNaN: true }),
      fc.constant(undefined),
    );
    const edit = fc.record({ fault: fc.constantFrom(...faultIds), seen: fc.constantFrom(...observationIds), value });
    fc.assert(
      fc.property(
        fc.array(edit, { maxLength: 30 }),
        fc.constantFrom(...faultIds),
        fc.double({ min: 0.1, max: 99, noNaN: true }),
        fc.double({ min: 0.01, max: 0.9, noNaN: true }),
        (edits, fault, prior, often) => {
          const own = clone();
          own.words.often = often;
          for (const f of own.faults) if (f.id === fault) f.prior = prior;
          own.faults.push({ id: "shopFault", label: "A fault of our own", prior: 2 });
          for (const e of edits) {
            const row = (own.table[e.fault] ??= {});
            if (e.value === undefined) delete row[e.seen];
            else row[e.seen] = e.value;
          }
          const changes = JSON.parse(JSON.stringify(changesBetween(defaultKnowledge, own)));
          expect(plain(withChanges(defaultKnowledge, changes))).toEqual(plain(own));
        },
      ),
      { seed: 20260305, numRuns: 60 },
    );
  });

  it("drops what refers to an item the shop does without", () => {
    const own = withChanges(defaultKnowledge, { removed: ["wobbleLoose", "mountLeft"] });
    expect(own.observations.some((o) => o.id === "wobbleLoose")).toBe(false);
    // That test had one result only: without it there is nothing to look for.
    expect(own.tests.some((t) => t.id === "wobble")).toBe(false);
    expect(own.table.mountLeft).toBeUndefined();
    expect(Object.values(own.table).some((row) => "wobbleLoose" in row)).toBe(false);
  });

  it("counts every changed cell", () => {
    expect(
      countChanges({
        words: { often: 0.6 },
        removed: ["wobble"],
        table: { mountLeft: { vibIdle: null, popsOut: 0.5 } },
      }),
    ).toBe(4);
  });
});
