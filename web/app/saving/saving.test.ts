import { describe, expect, it } from "vitest";
import { saving, type Entry } from ".";
import { oneWithPending, withPending } from "./overlay";
import { withKnownVersions } from "./queue";

const { acknowledged, dropped, enqueued, keptMine, sending, troubled, wentOffline } = saving.actions;
const reduce = saving.reducer;
const JOB = "01ARZ3NDEKTSV4RRFFQ69G5FAV";
const STEP = "01ARZ3NDEKTSV4RRFFQ69G5FAW";

const edit = (data: Record<string, unknown>, id = JOB, version = 3): Entry => ({
  kind: "change",
  request: {
    id: `${Math.random()}`,
    scope: `job:${JOB}`,
    label: "x",
    operations: [{ op: "update", resource: "job", id, version, data }],
  },
  queuedAt: "2025-11-25T09:00:00.000Z",
});
const step: Entry = {
  kind: "change",
  request: {
    id: "c",
    scope: `job:${JOB}`,
    label: "step",
    operations: [{ op: "create", resource: "step", id: STEP, data: { jobId: JOB, text: "Lift it" } }],
  },
  queuedAt: "2025-11-25T09:00:00.000Z",
};
const start = reduce(undefined, { type: "start" });

describe("the queue of edits", () => {
  it("replaces typing in the same field, but never what is already on its way", () => {
    let s = reduce(start, enqueued(edit({ verdict: "S" })));
    s = reduce(s, enqueued(edit({ verdict: "Slop" })));
    expect(s.pending).toHaveLength(1);
    s = reduce(s, sending());
    s = reduce(s, enqueued(edit({ verdict: "Slop gone" })));
    expect(s.pending).toHaveLength(2);
    s = reduce(s, enqueued(edit({ complaint: "Other field" })));
    expect(s.pending).toHaveLength(3);
  });

  it("builds later edits on the version the server acknowledged", () => {
    let s = reduce(start, enqueued(edit({ verdict: "A" })));
    s = reduce(s, sending());
    s = reduce(s, enqueued(edit({ verdict: "B" })));
    s = reduce(s, acknowledged({ at: "", versions: { [JOB]: 4 } }));
    const sent = withKnownVersions(s.pending[0], s.known);
    expect("operations" in sent && sent.operations[0]).toMatchObject({ version: 4 });
  });

  it("counts versions on within one change", () => {
    const both: Entry = {
      ...step,
      request: {
        ...(step.request as Extract<Entry, { kind: "change" }>["request"]),
        operations: [
          { op: "create", resource: "step", id: STEP, data: {} },
          { op: "update", resource: "step", id: STEP, version: 1, data: {} },
          { op: "update", resource: "step", id: STEP, version: 1, data: {} },
        ],
      },
    } as Entry;
    const sent = withKnownVersions(both, {});
    expect("operations" in sent && sent.operations.map((o) => ("version" in o ? o.version : 0))).toEqual([0, 1, 2]);
  });

  it("keeps what waits while there is no connection", () => {
    let s = reduce(start, enqueued(edit({ verdict: "A" })));
    s = reduce(reduce(s, sending()), wentOffline());
    expect([s.phase, s.pending.length]).toEqual(["offline", 1]);
  });

  it("lets the person keep theirs or take the other's", () => {
    const conflict = {
      code: "conflict" as const,
      field: "",
      message: "",
      got: null,
      accepts: "",
      theirs: { id: JOB, version: 9 },
    };
    const stuck = reduce(reduce(start, enqueued(edit({ verdict: "A" }))), troubled(conflict));
    expect(stuck.phase).toBe("conflict");
    const kept = reduce(stuck, keptMine());
    expect([kept.known[JOB], kept.pending.length, kept.phase]).toEqual([9, 1, "idle"]);
    expect(reduce(stuck, dropped()).pending).toEqual([]);
  });
});

describe("what is shown while edits wait", () => {
  const head = { version: 3, createdAt: "", updatedAt: "", deletedAt: null };

  it("lays edits over what the server sent, in order", () => {
    const job = { id: JOB, ...head, verdict: "old" };
    expect(oneWithPending(job, "job", [edit({ verdict: "A" }), edit({ verdict: "B" })]).verdict).toBe("B");
  });

  it("adds records with their defaults, once, and takes deleted ones out", () => {
    const added = withPending([], "step", [step, step], () => true);
    expect(added).toMatchObject([{ id: STEP, text: "Lift it", state: "open", place: "cabin" }]);
    const gone: Entry = {
      ...step,
      request: {
        id: "d",
        scope: `job:${JOB}`,
        label: "",
        operations: [{ op: "delete", resource: "step", id: STEP, version: 1 }],
      },
    } as Entry;
    expect(withPending(added, "step", [gone], () => true)).toEqual([]);
    expect(withPending([], "step", [step], () => false)).toEqual([]);
  });
});
