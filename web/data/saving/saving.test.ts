import { describe, expect, it } from "vitest";
import { saving } from ".";
import { insisted, merged, readEntry, withKnownVersions, type Entry, type KeptEntry } from "./entries";
import { oneWithPending, withPending } from "./overlay";
import { foreign, nextOut } from "./queue";

const { enqueued, mirrored } = saving.actions;
const reduce = saving.reducer;
const JOB = "01ARZ3NDEKTSV4RRFFQ69G5FAV";
const STEP = "01ARZ3NDEKTSV4RRFFQ69G5FAW";
const SHOP = "01ARZ3NDEKTSV4RRFFQ69G5FAX";
const OTHER = "01ARZ3NDEKTSV4RRFFQ69G5FAY";

let n = 0;
const id = (): string => `01ARZ3NDEKTSV4RRFF${String((n += 1)).padStart(8, "0")}`;
type Change = Extract<KeptEntry, { kind: "change" }>;
const change = (operations: Change["request"]["operations"], extra: object = {}, whose: object = {}): Change => ({
  key: id(),
  tab: "t",
  queuedAt: "2026-11-25T09:00:00.000Z",
  sent: false,
  trouble: null,
  kind: "change",
  request: { id: id(), personId: null, shopId: SHOP, scope: `job:${JOB}`, label: "x", operations, ...whose },
  ...extra,
});
const edit = (data: Record<string, unknown>, extra: object = {}, whose: object = {}): Change =>
  change([{ op: "update", resource: "job", id: JOB, version: 3, data }], extra, whose);
const step = (): Change =>
  change([{ op: "create", resource: "step", id: STEP, data: { jobId: JOB, text: "Lift it" } }]);
const conflict = (theirs: object) => ({
  code: "conflict" as const,
  field: "",
  message: "",
  got: null,
  accepts: "",
  theirs,
});

describe("edits that are put together", () => {
  it("are typing in the same field that has not been sent", () => {
    const one = merged(edit({ verdict: "S" }), edit({ verdict: "Slop" }));
    expect(one?.kind === "change" && one.request.operations[0]).toMatchObject({
      data: { verdict: "Slop" },
      version: 3,
    });
  });

  it.each<[string, Entry, Entry]>([
    ["what has gone out once", edit({ verdict: "S" }, { sent: true }), edit({ verdict: "Slop" })],
    ["two people's", edit({ verdict: "S" }), edit({ verdict: "Slop" }, {}, { personId: OTHER })],
    ["two tabs'", edit({ verdict: "S" }), edit({ verdict: "Slop" }, { tab: "u" })],
    ["two shops'", edit({ verdict: "S" }), edit({ verdict: "Slop" }, {}, { shopId: OTHER })],
    ["two fields'", edit({ verdict: "S" }), edit({ complaint: "Slop" })],
    [
      "what waits for an answer of the person",
      edit({ verdict: "S" }, { trouble: conflict({}) }),
      edit({ verdict: "T" }),
    ],
    ["two taps of a switch", edit({ verdict: "S" }), edit({ verdict: "T" }, {}, { label: "another" })],
    ["a creation", step(), edit({ verdict: "S" })],
  ])("are never %s", (_what, last, next) => {
    expect(merged(last, next)).toBeNull();
  });
});

describe("an entry as it is sent", () => {
  it("builds on the version the server acknowledged, counting on within one change", () => {
    const both = change([
      { op: "create", resource: "step", id: STEP, data: {} },
      { op: "update", resource: "step", id: STEP, version: 1, data: {} },
      { op: "update", resource: "step", id: STEP, version: 1, data: {} },
      { op: "update", resource: "job", id: JOB, version: 3, data: {} },
    ]);
    const sent = withKnownVersions(both, new Map([[JOB, 7]])) as Change;
    expect(sent.request.operations.map((o) => ("version" in o ? o.version : 0))).toEqual([0, 1, 2, 7]);
  });

  it("insists on the version that is there, or overwrites", () => {
    const stuck = edit({ verdict: "A" }, { trouble: conflict({ id: JOB, version: 9 }) });
    const mine = insisted(stuck) as Change;
    expect([mine.trouble, mine.request.operations[0]]).toMatchObject([null, { version: 9 }]);
    const back = { ...stuck, kind: "undo", request: { id: id(), scope: "shop" } } as unknown as KeptEntry;
    expect(insisted(back).request).toMatchObject({ force: true });
  });

  it("is read back from storage, and nothing else is", () => {
    const good = edit({ verdict: "A" });
    expect(readEntry(structuredClone(good))).toEqual(good);
    for (const bad of [null, 3, "x", {}, { ...good, kind: "else" }, { ...good, request: {} }, { ...good, key: 5 }])
      expect(readEntry(bad)).toBeNull();
  });
});

describe("what a screen knows", () => {
  it("is the shelf with its own edits ahead of it, each once", () => {
    const [first, second, third] = [edit({ verdict: "A" }), edit({ verdict: "B" }), edit({ complaint: "C" })];
    let s = reduce(reduce(undefined, enqueued(second)), enqueued(third));
    s = reduce(s, mirrored({ entries: [first, second], aside: [], settled: [] }));
    expect(s.pending.map((e) => [e.key, e.unkept ?? false])).toEqual([
      [first.key, false],
      [second.key, false],
      [third.key, true],
    ]);
    // The third was put together with the second: it is settled though it lies there under another key.
    s = reduce(s, mirrored({ entries: [first, second], aside: [], settled: [third.key] }));
    expect(s.pending.map((e) => e.key)).toEqual([first.key, second.key]);
  });

  it("sends this shop's only, and keeps the other's", () => {
    const [theirs, ours] = [edit({ verdict: "A" }, {}, { shopId: OTHER }), edit({ verdict: "B" })];
    const state = { pending: [theirs, ours], shopId: SHOP };
    expect([nextOut(state)?.key, foreign(state).map((e) => e.key)]).toEqual([ours.key, [theirs.key]]);
    expect(nextOut({ ...state, shopId: null })?.key).toBe(theirs.key);
  });
});

describe("what is shown while edits wait", () => {
  const head = { version: 3, createdAt: "", updatedAt: "", deletedAt: null };

  it("lays edits over what the server sent, in order", () => {
    const job = { id: JOB, ...head, verdict: "old" };
    expect(oneWithPending(job, "job", [edit({ verdict: "A" }), edit({ verdict: "B" })]).verdict).toBe("B");
  });

  it("adds records with their defaults, once, and takes deleted ones out", () => {
    const added = withPending([], "step", [step(), step()], () => true);
    expect(added).toMatchObject([{ id: STEP, text: "Lift it", state: "open", place: "cabin" }]);
    const gone = change([{ op: "delete", resource: "step", id: STEP, version: 1 }]);
    expect(withPending(added, "step", [gone], () => true)).toEqual([]);
    expect(withPending([], "step", [step()], () => false)).toEqual([]);
  });
});
