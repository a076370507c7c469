// @vitest-environment jsdom
import { act, screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { PARENT, plainText, show } from "../../../tests/web/show";
import { insisted, saving, SavingContext, type Entry, type Saving } from "../../data/saving";
import { SavedState, SavingTrouble } from "./SavingTrouble";

const saved = vi.hoisted(() => vi.fn());
vi.mock("../../ui/saveAs", () => ({ saveAs: saved }));

const ELSEWHERE = "01DEMSKERR00000000000000ZZ";
const JOINT = "01DEMSKERR00000000000000J1";

/** A change of one joint's name, on its way. */
const waiting = (key: string, data: Partial<Entry> & { label?: string; shopId?: string } = {}): Entry => {
  const { label = "Knuckle: name", shopId = PARENT, ...head } = data;
  return {
    key,
    tab: "here",
    queuedAt: "2026-11-20T08:00:00Z",
    sent: false,
    trouble: null,
    kind: "change",
    request: {
      id: `01DEMSKERR0000000000000${key}`,
      personId: null,
      station: "here",
      shopId,
      scope: PARENT,
      label,
      operations: [{ op: "update", resource: "joint", id: JOINT, version: 3, data: { name: "Knuckle" } }],
    },
    ...head,
  } as Entry;
};

/** The line that says how edits stand, with the dialog for what needs a person. */
function shown(entries: Entry[] = []) {
  const keeper = {
    resolve: vi.fn().mockResolvedValue(undefined),
    remove: vi.fn().mockResolvedValue(undefined),
    removeAside: vi.fn().mockResolvedValue(undefined),
    file: vi.fn().mockResolvedValue(null),
    settled: vi.fn(),
    stop: vi.fn(),
  } satisfies Record<keyof Saving, unknown>;
  const { store, user } = show(
    <SavingContext value={keeper as Saving}>
      <SavedState />
      <SavingTrouble />
    </SavingContext>,
  );
  const say = (action: Parameters<typeof store.dispatch>[0]): void => void act(() => store.dispatch(action));
  say(saving.actions.shopSeen(PARENT));
  const mirror = (list: Entry[], aside: { key: string; at: string; raw: string }[] = []): void =>
    say(saving.actions.mirrored({ entries: list, aside, settled: [] }));
  mirror(entries);
  return { user, keeper, say, mirror };
}
const state = (): string => plainText(screen.getByRole("status"));

describe("how the edits of this page stand", () => {
  it("is said in two words as long as all goes well", () => {
    const { say, mirror } = shown();
    expect(state()).toBe("All saved");
    mirror([waiting("A1")]);
    expect(state()).toBe("Saving");
    mirror([]);
    say(saving.actions.saved("2026-11-20T14:32:00"));
    expect(state()).toBe("Saved 14:32");
    expect(screen.queryByRole("button")).toBeNull();
  });

  it("names what holds the line, and how many edits wait behind it", () => {
    const { say } = shown([waiting("A1"), waiting("A2", { label: "Lever: name" })]);
    say(saving.actions.held("no connection"));
    expect(state()).toBe("2 edits waiting: no connectionShow");
    say(saving.actions.sending());
    expect(state()).toContain("no connection");
    say(saving.actions.saved("2026-11-20T14:32:00"));
    expect(state()).toBe("Saving");
  });

  it("says that this tab must stay open where the browser stores nothing", () => {
    const { say } = shown([waiting("A1")]);
    say(saving.actions.storageFailed());
    expect(state()).toContain("Saving; keep this tab open: the browser stores nothing");
  });

  it("lists what waits, and gives each of it as a file", async () => {
    const { say, user } = shown([waiting("A1"), waiting("A2", { label: "Lever: name" })]);
    say(saving.actions.held("no connection"));
    await user.click(screen.getByRole("button", { name: "Show" }));
    const list = within(await screen.findByRole("dialog", { name: "Not saved yet" }));
    const lines = list.getAllByRole("listitem");
    expect(lines.map((l) => plainText(l.querySelector("span")))).toEqual(["Knuckle: name", "Lever: name"]);
    // What waits for this shop goes out by itself: nobody may throw it away here.
    expect(list.queryByRole("button", { name: "Remove" })).toBeNull();
    await user.click(within(lines[1]).getByRole("button", { name: "Save as a file" }));
    await waitFor(() => expect(saved).toHaveBeenCalledOnce());
    const [name, text, type] = saved.mock.calls[0] as string[];
    expect([name, type]).toEqual(["edit-A2.json", "application/json"]);
    expect(JSON.parse(text)).toMatchObject({ label: "Lever: name", operations: [{ id: JOINT }] });
  });

  it("gives a picture that waits as the picture it is", async () => {
    const blob = new Blob(["picture"], { type: "image/jpeg" });
    const photo = waiting("A3", {
      kind: "file",
      upload: { to: "photo", name: "boot.jpg", bytes: 7 },
    } as Partial<Entry>);
    const { say, user, keeper } = shown([photo]);
    keeper.file.mockResolvedValue({ ...photo, blob });
    say(saving.actions.held("no connection"));
    await user.click(screen.getByRole("button", { name: "Show" }));
    saved.mockClear();
    await user.click(await screen.findByRole("button", { name: "Save as a file" }));
    await waitFor(() => expect(saved).toHaveBeenCalledWith("boot.jpg", blob, "image/jpeg"));
  });

  it("keeps apart what belongs to another shop and what cannot be read, and lets both be removed", async () => {
    const { mirror, user, keeper } = shown();
    mirror(
      [waiting("B1", { shopId: ELSEWHERE, label: "Mount: height" })],
      [{ key: "broken", at: "2026-11-19T08:00:00Z", raw: `{"half":${"x".repeat(80)}` }],
    );
    expect(state()).toBe("All saved; 1 edit for another shop; 1 edit could not be readShow");
    await user.click(screen.getByRole("button", { name: "Show" }));
    const list = within(await screen.findByRole("dialog"));
    const [foreign, damaged] = list.getAllByRole("listitem");
    expect(plainText(foreign)).toContain("Mount: height");
    expect(plainText(damaged.querySelector("span"))).toHaveLength(60);
    await user.click(within(foreign).getByRole("button", { name: "Leave it out" }));
    // Asked once more: nobody loses an edit by a slip.
    expect(keeper.remove).not.toHaveBeenCalled();
    await user.click(within(await screen.findByRole("tooltip")).getByRole("button", { name: "Leave it out" }));
    expect(keeper.remove).toHaveBeenCalledWith("B1");
    await user.click(within(damaged).getByRole("button", { name: "Remove" }));
    expect(keeper.removeAside).toHaveBeenCalledWith("broken");
    saved.mockClear();
    await user.click(within(damaged).getByRole("button", { name: "Save as a file" }));
    expect(saved).toHaveBeenCalledWith("unreadable-broken.txt", expect.stringContaining("half"), "text/plain");
    // The one thing that waits here does not stop the others from going out.
    expect(keeper.resolve).not.toHaveBeenCalled();
  });
});

describe("an edit the server did not take", () => {
  const conflict = {
    code: "conflict",
    field: "version",
    message: "the joint was changed by SP",
    got: 3,
    accepts: "version 4",
    yours: { name: "Knuckle", playMm: { typed: "0.4 mm", base: 0.4 } },
    theirs: { id: JOINT, version: 4, name: "Knuckle, front", playMm: { typed: "0.6 mm", base: 0.6 } },
  } as const;

  it("lays both versions side by side, in words", async () => {
    shown([waiting("A1", { trouble: conflict } as Partial<Entry>)]);
    const dialog = within(await screen.findByRole("dialog", { name: "Somebody changed this since you opened it" }));
    expect(plainText(dialog.getByText("field").parentElement)).toBe(
      ["field", "yours", "theirs", "name", "Knuckle", "Knuckle, front", "play, mm", "0.4 mm", "0.6 mm"].join(""),
    );
    expect(state()).toContain("1 edit waiting: needs your answer");
  });

  it("is given up where theirs is taken, and insisted on where mine is kept", async () => {
    const { user, keeper } = shown([waiting("A1", { trouble: conflict } as Partial<Entry>)]);
    await user.click(await screen.findByRole("button", { name: "Take theirs" }));
    expect(keeper.resolve).toHaveBeenLastCalledWith("A1", null);
    await user.click(screen.getByRole("button", { name: "Keep mine" }));
    expect(keeper.resolve).toHaveBeenLastCalledWith("A1", insisted);
    // Insisting builds on the version the server has now, and changes no word of the edit.
    const again = insisted(waiting("A1", { trouble: conflict } as Partial<Entry>));
    expect(again.trouble).toBeNull();
    expect(again.request).toMatchObject({ operations: [{ version: 4, data: { name: "Knuckle" } }] });
  });

  it("says what would be accepted where there is nothing to choose between", async () => {
    const refused = {
      code: "invalid",
      field: "name",
      message: "the name is empty",
      got: "",
      accepts: "1 to 80 letters",
    };
    const { user, keeper } = shown([waiting("A1", { trouble: refused } as Partial<Entry>)]);
    const dialog = within(await screen.findByRole("dialog", { name: "This could not be saved" }));
    expect(dialog.getByText("Knuckle: name: the name is empty")).toBeTruthy();
    expect(dialog.getByText("Accepted: 1 to 80 letters")).toBeTruthy();
    await user.click(dialog.getByRole("button", { name: "Leave it out" }));
    expect(keeper.resolve).toHaveBeenLastCalledWith("A1", null);
    await user.click(dialog.getByRole("button", { name: "Try again" }));
    expect(keeper.resolve).toHaveBeenLastCalledWith("A1", insisted);
  });

  it("can be decided later: the line in the head keeps saying so, and each edit says why it waits", async () => {
    const refused = {
      code: "invalid_input",
      field: "x",
      message: "the value is over 30000 rpm",
      got: 1,
      accepts: "less",
    };
    const { user, keeper } = shown([waiting("A1", { trouble: refused } as Partial<Entry>), waiting("A2")]);
    await user.click(await screen.findByRole("button", { name: "Decide later" }));
    await waitFor(() => expect(screen.queryByRole("dialog", { name: "This could not be saved" })).toBeNull());
    expect(state()).toContain("2 edits waiting: 1 needs your answer");
    await user.click(screen.getByRole("button", { name: "Show" }));
    await screen.findByText("Waiting to be saved");
    const [first] = screen.getAllByRole("listitem");
    expect(plainText(first)).toContain("The value is over 30000 rpm.");
    await user.click(within(first).getByRole("button", { name: "Try again" }));
    expect(keeper.resolve).toHaveBeenLastCalledWith("A1", insisted);
  });

  it("of another shop waits for its shop and asks nobody here", () => {
    shown([waiting("B1", { shopId: ELSEWHERE, trouble: conflict } as Partial<Entry>), waiting("A1")]);
    expect(screen.queryByRole("dialog")).toBeNull();
    expect(state()).toBe("Saving; 1 edit for another shopShow");
  });
});
