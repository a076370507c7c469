import fc from "fast-check";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { ulid } from "ulid";
import { jobChildren, type Fields, type JobView, type Operation, type ResourceName } from "../contract";
import { brokenRule } from "../domain";
import { TestShed } from "../tests/server/shed";

let shed: TestShed;
let people: [string, string];
beforeAll(async () => {
  shed = await TestShed.open();
  people = [
    await shed.add("person", { name: "E. Corrow", initials: "EC" }),
    await shed.add("person", { name: "J. Tannack", initials: "JT" }),
  ];
});
afterAll(() => shed.close());

type Kind = "step" | "finding" | "part";
const KINDS: readonly Kind[] = ["step", "finding", "part"];
const wordOf = { step: "text", finding: "text", part: "name" } as const;

type Act =
  | { do: "add"; kind: Kind; who: 0 | 1 }
  | { do: "edit" | "bin" | "restore"; pick: number; who: 0 | 1 }
  | { do: "undo" | "redo"; who: 0 | 1 };

const who = fc.constantFrom<0 | 1>(0, 1);
const acts = fc.array(
  fc.oneof(
    { weight: 4, arbitrary: fc.record({ do: fc.constant("add" as const), kind: fc.constantFrom(...KINDS), who }) },
    {
      weight: 5,
      arbitrary: fc.record({ do: fc.constantFrom("edit" as const, "bin", "restore"), pick: fc.nat(20), who }),
    },
    { weight: 4, arbitrary: fc.record({ do: fc.constantFrom("undo" as const, "redo"), who }) },
  ),
  { minLength: 3, maxLength: 14 },
);

interface Known {
  resource: Kind;
  id: string;
  version: number;
  deletedAt: string | null;
}

/** A job in which people work, undo and redo, with what the server has said of each record. */
class Bench {
  readonly records: Known[] = [];
  private constructor(readonly jobId: string) {}

  static async open(): Promise<Bench> {
    const { jobId } = await shed.job();
    return new Bench(jobId);
  }

  private get scope(): string {
    return `job:${this.jobId}`;
  }

  private take(body: { records?: { resource: Kind; record: Known }[] }): void {
    for (const { resource, record } of body.records ?? []) {
      const known = this.records.find((r) => r.id === record.id);
      const now = { resource, id: record.id, version: record.version, deletedAt: record.deletedAt };
      if (known) Object.assign(known, now);
      else this.records.push(now);
    }
  }

  private async change(operation: Operation, person: string): Promise<number> {
    const { status, body } = await shed.change([operation], this.scope, { personId: person });
    if (status === 200) this.take(body);
    return status;
  }

  async act(act: Act, i: number): Promise<number> {
    const person = people[act.who];
    if (act.do === "undo" || act.do === "redo") {
      const { status, body } = await shed.post(`/api/${act.do}`, { id: ulid(), scope: this.scope, personId: person });
      if (status === 200) this.take(body);
      return status;
    }
    if (act.do === "add") {
      const data = { jobId: this.jobId, [wordOf[act.kind]]: `${act.kind} ${i}` };
      return this.change({ op: "create", resource: act.kind, id: ulid(), data }, person);
    }
    if (!("pick" in act)) return 0;
    const known = this.records[act.pick % Math.max(1, this.records.length)];
    if (!known) return 0;
    const { resource, id, version } = known;
    if (act.do === "edit") {
      return this.change({ op: "update", resource, id, version, data: { [wordOf[resource]]: `edit ${i}` } }, person);
    }
    return this.change({ op: act.do === "bin" ? "delete" : "restore", resource, id, version }, person);
  }

  async view(): Promise<JobView> {
    return (await shed.get(`/api/jobs/${this.jobId}`)).body as JobView;
  }

  /** What the job says, without what every write moves on. */
  async says(): Promise<unknown> {
    const view = await this.view();
    return KINDS.map((kind) =>
      (view[kind] as unknown as Record<string, unknown>[])
        .map((r) => [r.id, r[wordOf[kind]]])
        .sort(([a], [b]) => String(a).localeCompare(String(b))),
    );
  }

  /** Undoes, or redoes, all a person can; what others have changed since stays theirs. Gives how many steps it was. */
  async all(what: "undo" | "redo", person: 0 | 1): Promise<number> {
    for (let n = 0; ; n++) if ((await this.act({ do: what, who: person }, n)) !== 200) return n;
  }
}

describe("undo, redo and the bin", () => {
  it("leave every record within its rules, whatever two people do", async () => {
    await fc.assert(
      fc.asyncProperty(acts, async (list) => {
        const bench = await Bench.open();
        for (const [i, act] of list.entries()) {
          expect([0, 200, 404, 409, 422]).toContain(await bench.act(act, i));
        }
        const view = await bench.view();
        const near = { group: null, vehicle: view.vehicle, people: [] };
        for (const child of jobChildren) {
          for (const record of view[child] as { id: string; jobId: string; deletedAt: string | null }[]) {
            expect([record.deletedAt, record.jobId]).toEqual([null, bench.jobId]);
            expect(
              brokenRule(child as ResourceName, record.id, record as unknown as Fields<ResourceName>, near),
            ).toBeNull();
          }
        }
      }),
      { numRuns: 12, seed: 21 },
    );
  });

  it("one person's steps back lead to the beginning, and forward again to the end", async () => {
    await fc.assert(
      fc.asyncProperty(acts, async (list) => {
        const bench = await Bench.open();
        const own = list.filter((a) => a.do !== "undo" && a.do !== "redo").map((a) => ({ ...a, who: 0 as const }));
        for (const [i, act] of own.entries()) await bench.act(act, i);
        const end = await bench.says();
        const back = await bench.all("undo", 0);
        expect(await bench.says()).toEqual([[], [], []]);
        expect(await bench.all("redo", 0)).toBe(back);
        expect(await bench.says()).toEqual(end);
      }),
      { numRuns: 12, seed: 22 },
    );
  });

  it("a person's undo never takes back what another one did", async () => {
    const bench = await Bench.open();
    await bench.act({ do: "add", kind: "step", who: 0 }, 1);
    await bench.act({ do: "add", kind: "part", who: 1 }, 2);
    expect(await bench.act({ do: "undo", who: 0 }, 3)).toBe(200);
    const { step, part } = await bench.view();
    expect([step.length, part.map((p) => p.name)]).toEqual([0, ["part 2"]]);
    expect(await bench.act({ do: "undo", who: 0 }, 4)).toBe(404);
    expect(await bench.act({ do: "redo", who: 0 }, 5)).toBe(200);
    expect((await bench.view()).step.map((s) => s.text)).toEqual(["step 1"]);
  });
});
