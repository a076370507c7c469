// @vitest-environment jsdom
import { act, screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { api } from "../../data/api";
import { saving, type Entry } from "../../data/saving/queue";
import { answering, fakeEdit, jobView, plainText, record, show } from "../../../tests/web/show";
import { JobHead } from "./JobHead";
import { Rail } from "./Rail";

const none = { ask: 0, gauge: 2, compare: 0, plan: 0, fit: 0, prove: 1 };

describe("the stage rail", () => {
  it("is a tab list that says what is open, and goes by arrows and ends", async () => {
    const onGo = vi.fn();
    const { user } = show(<Rail stage="gauge" reached="gauge" counts={none} onGo={onGo} />);
    const tabs = screen.getAllByRole("tab");
    expect(tabs.map((t) => plainText(t))).toEqual(["Ask", "Gauge2 open", "Compare", "Plan", "Fit", "Prove1 open"]);
    expect(tabs.map((t) => t.tabIndex)).toEqual([-1, 0, -1, -1, -1, -1]);
    tabs[1].focus();
    await user.keyboard("{ArrowRight}{ArrowLeft}{End}{Home}x");
    expect(onGo.mock.calls.map(([s]) => s)).toEqual(["compare", "ask", "prove", "ask"]);
    await user.click(tabs[4]);
    expect(onGo).toHaveBeenLastCalledWith("fit");
  });
  it("has no further stage at its ends", async () => {
    const onGo = vi.fn();
    const { user } = show(<Rail stage="ask" reached="gauge" counts={none} onGo={onGo} />);
    screen.getByRole("tab", { selected: true }).focus();
    await user.keyboard("{ArrowLeft}");
    expect(onGo).not.toHaveBeenCalled();
  });
});

describe("a job's head", () => {
  const view = jobView({
    vehicle: {
      tag: "SI 0724",
      make: "Ulverin",
      model: "L12",
      owner: "Torvey Isle Bus Trust",
      shifterKind: "rod",
      odometer: [{ date: "2026-11-24", typed: "184320 km", km: 184320 }],
      load: { now: ["onStands"], at: "2026-11-24T09:10:00Z", by: null },
    },
    job: { number: 214 },
  });

  it("can undo at once what was just saved, though the list of what can be undone is not read again yet", async () => {
    const edit = fakeEdit();
    const { user, store } = show(<JobHead view={view} edit={edit} scope="job:x" />);
    const key = (): HTMLButtonElement => screen.getByRole("button", { name: "Undo" });
    expect(key().disabled).toBe(true);
    const request = { scope: "job:x", personId: null, station: "s", id: "c", label: "Tag", operations: [] };
    const entry = { kind: "change", key: "1", tab: "s", queuedAt: "", sent: false, trouble: null, request };
    act(() => void store.dispatch(saving.actions.enqueued(entry as unknown as Entry)));
    expect(key().disabled).toBe(false);
    act(() => void store.dispatch(saving.actions.mirrored({ entries: [], aside: [], settled: ["1"] })));
    expect(key().disabled).toBe(false);
    await user.click(key());
    expect(edit.undo).toHaveBeenCalledOnce();
    answering("/api/undo", { undo: null, redo: null });
    act(() => void store.dispatch(api.util.invalidateTags(["History"])));
    await waitFor(() => expect(key().disabled).toBe(true));
  });

  it("names vehicle, owner, distance and job", async () => {
    show(<JobHead view={view} edit={fakeEdit()} scope="job:x" />);
    expect(plainText(document.querySelector(".sub"))).toMatch(
      /^Torvey Isle Bus Trust · 184 ?320 km · rod linkage, rear drive · job 214$/,
    );
    expect(screen.getByRole("link", { name: "Dossier of SI 0724" })).toBeTruthy();
  });

  it("records what the vehicle is on, several things at once, with who and when; nobody's guess stands there", async () => {
    const edit = fakeEdit();
    const { user, unmount } = show(<JobHead view={view} edit={edit} scope="job:x" />);
    await user.click(screen.getByRole("button", { name: /^On stands/ }));
    await user.click(await screen.findByRole("button", { name: "Gearbox supported" }));
    const [words, [{ resource, data }]] = edit.all.mock.calls[0];
    expect([resource, data.load.now, words]).toEqual([
      "vehicle",
      ["onStands", "gearboxSupported"],
      "On stands, gearbox supported",
    ]);
    expect(Date.parse(data.load.at)).toBeGreaterThan(Date.now() - 60_000);
    await user.click(screen.getByRole("button", { name: "On stands", pressed: true }));
    expect(edit.all.mock.calls[1][1][0].data.load.now).toEqual([]);
    unmount();
    show(<JobHead view={jobView()} edit={edit} scope="job:x" />);
    expect(screen.getByRole("button", { name: /^Load state not said/ })).toBeTruthy();
  });

  it("undoes and redoes what the server says can be", async () => {
    const { id } = record("step", { jobId: view.job.id, text: "x" });
    const undo = {
      id,
      label: "Notch 5",
      scope: "job:x",
      personId: null,
      at: "2026-11-20T08:00:00Z",
      state: "done",
      correction: null,
    };
    answering("/api/undo", { undo, redo: null });
    const edit = fakeEdit();
    const { user } = show(<JobHead view={view} edit={edit} scope="job:x" />);
    await user.click(await screen.findByRole("button", { name: "Undo", description: "Undo: Notch 5" }));
    expect(edit.undo).toHaveBeenCalledTimes(1);
    expect((screen.getByRole("button", { name: "Redo" }) as HTMLButtonElement).disabled).toBe(true);
  });
});
