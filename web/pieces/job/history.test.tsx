// @vitest-environment jsdom
import { act, screen, waitFor } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { answering, fakeEdit, PARENT, plainText, record, show } from "../../../tests/web/show";
import { SHOP_ID, type ChangeSummary } from "../../../contract";
import { saving } from "../../data/saving";
import { JobHistory } from "./JobHistory";
import { UndoKeys } from "./UndoKeys";

const scope = `job:${PARENT}`;
const change = (label: string, data: Partial<ChangeSummary> = {}): ChangeSummary => ({
  id: `01DEMSKERR${label.length.toString().padStart(16, "0")}`,
  label,
  scope,
  personId: null,
  at: "2026-11-20T08:00:00Z",
  state: "done",
  correction: null,
  ...data,
});
const lines = (): string[] => screen.getAllByRole("listitem").map(plainText);

describe("what was changed", () => {
  it("stands with who did it and when; what was undone and what was corrected says so", async () => {
    const person = record("person", { name: "Skerrin Post", initials: "SP" });
    answering("/api/shop", { shop: record("shop", {}, { id: SHOP_ID }), people: [person], shopId: PARENT });
    const changes = [
      change("Knuckle: play 0.4 mm", { personId: person.id }),
      change("Lever: name", { state: "undone" }),
      change("Tail: height 44 mm", { correction: "second figure misread" }),
    ];
    answering("/api/history", { changes, total: 3 });
    show(<JobHistory scope={scope} empty="Nothing yet." />);
    await waitFor(() => expect(lines()[0]).toBe("Knuckle: play 0.4 mm SP, 20 Nov"));
    expect(lines()[1]).toBe("Lever: name, undone 20 Nov");
    expect(lines()[2]).toBe("Tail: height 44 mm 20 NovCorrection: second figure misread");
    expect(screen.queryByRole("button")).toBeNull();
  });

  it("says so where there is nothing", () => {
    answering("/api/history", { changes: [], total: 0 });
    show(<JobHistory scope={scope} empty="No edits since the job was opened." />);
    expect(screen.getByText("No edits since the job was opened.")).toBeTruthy();
  });

  it("comes forty at a time, and never offers more than there are", async () => {
    const all = Array.from({ length: 95 }, (_, i) => change("x".repeat(i + 1)));
    const asked: (string | null)[] = [];
    answering("/api/history", (query: URLSearchParams) => {
      asked.push(query.get("limit"));
      return { changes: all.slice(0, Number(query.get("limit"))), total: all.length };
    });
    const { user } = show(<JobHistory scope={scope} empty="" />);
    await user.click(await screen.findByRole("button", { name: "Show 40 older" }));
    await user.click(await screen.findByRole("button", { name: "Show 15 older" }));
    await waitFor(() => expect(lines()).toHaveLength(95));
    expect(screen.queryByRole("button")).toBeNull();
    expect(asked).toEqual(["40", "80", "120"]);
  });
});

describe("the keys for undo and redo", () => {
  const keys = () => ["Undo", "Redo"].map((name) => screen.getByRole<HTMLButtonElement>("button", { name }));

  it("are dead where there is nothing to take back, and say what they would do where there is", async () => {
    const edit = fakeEdit();
    answering("/api/undo", { undo: null, redo: change("Knuckle: play") });
    const { user } = show(<UndoKeys scope={scope} edit={edit} />);
    await waitFor(() => expect(keys().map((k) => k.disabled)).toEqual([true, false]));
    expect(keys().map((k) => k.title)).toEqual(["", "Redo: Knuckle: play"]);
    await user.click(keys()[0]);
    await user.click(keys()[1]);
    expect([edit.undo.mock.calls.length, edit.redo.mock.calls.length]).toEqual([0, 1]);
  });

  it("let an edit be taken back that the server has not seen yet", async () => {
    const edit = fakeEdit();
    answering("/api/undo", { undo: null, redo: null });
    const { user, store } = show(<UndoKeys scope={scope} edit={edit} />);
    expect(keys()[0].disabled).toBe(true);
    const head = { key: "a", tab: "t", queuedAt: "2026-11-20T08:00:00Z", sent: false, trouble: null };
    const request = { id: PARENT, personId: null, station: "t", shopId: null, scope, label: "Typed", operations: [] };
    act(() => void store.dispatch(saving.actions.enqueued({ ...head, kind: "change", request })));
    expect(keys()[0].disabled).toBe(false);
    await user.click(keys()[0]);
    expect(edit.undo).toHaveBeenCalledOnce();
    // Once it is saved the list of before is old: until the next one is here the key stays alive.
    act(() => void store.dispatch(saving.actions.mirrored({ entries: [], aside: [], settled: ["a"] })));
    expect(keys()[0].disabled).toBe(false);
  });
});
