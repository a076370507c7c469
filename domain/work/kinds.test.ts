import { describe, expect, it } from "vitest";
import { suppliedTemplates } from "../templates";
import { edgesOf, impossibleIn, type OfOrder } from "./edges";
import { allChoices, workOf } from "./kind";
import { mergeTemplates } from "./merge";

/** An order that the edges allow, drawn at random: of those that can be done now any is next. */
function anyOrder<S extends OfOrder>(steps: readonly S[], random: () => number): S[] | null {
  const needs = new Map(steps.map((s) => [s.id, new Set<string>()]));
  for (const e of edgesOf(steps)) needs.get(e.after)?.add(e.before);
  const left = [...steps];
  const done = new Set<string>();
  const order: S[] = [];
  while (left.length) {
    const free = left.filter((s) => [...needs.get(s.id)!].every((n) => done.has(n)));
    if (!free.length) return null;
    const next = free[Math.floor(random() * free.length)];
    left.splice(left.indexOf(next), 1);
    done.add(next.id);
    order.push(next);
  }
  return order;
}

const lcg = (seed: number) => {
  let x = seed >>> 0;
  return () => (x = (Math.imul(x, 1664525) + 1013904223) >>> 0) / 2 ** 32;
};

describe("each kind of job, however it is chosen", () => {
  it.each(suppliedTemplates.map((t) => [t.id, t] as const))(
    "%s meets no state it must not, in any order",
    (_id, kind) => {
      for (const chosen of allChoices(kind)) {
        const work = workOf(kind, chosen);
        const listed = impossibleIn(work.steps).map((f) => ({ ...f, chosen }));
        expect(listed).toEqual([]);
        const random = lcg(20261201);
        for (let i = 0; i < 4; i++) {
          const order = anyOrder(work.steps, random);
          expect(order, JSON.stringify(chosen)).not.toBeNull();
          expect(impossibleIn(order!).map((f) => ({ ...f, chosen }))).toEqual([]);
        }
      }
    },
  );
});

describe("two kinds of job in one visit", () => {
  it("meet no state they must not, whichever are drawn and however they are chosen, and a thing comes off once", () => {
    const random = lcg(29);
    const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)];
    for (let i = 0; i < 150; i++) {
      const [a, b] = [pick(suppliedTemplates), pick(suppliedTemplates)];
      if (a === b) continue;
      const chosen = [pick(allChoices(a)), pick(allChoices(b))];
      const { content } = mergeTemplates(workOf(a, chosen[0]), workOf(b, chosen[1]));
      const which = { a: a.id, b: b.id, chosen };
      const order = anyOrder(content.steps, random);
      expect(order && "an order", JSON.stringify(which)).toBe("an order");
      expect({ ...which, faults: impossibleIn(order!) }).toEqual({ ...which, faults: [] });
    }
  });
});
