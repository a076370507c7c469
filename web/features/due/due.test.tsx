// @vitest-environment jsdom
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { beforeEach, describe, expect, it } from "vitest";
import type { DueLine } from "../../../contract";
import { answering, plainText, record, show, written } from "../../../tests/web/show";
import { DuePage, reminderText } from "./DuePage";

const ID = "01ARZ3NDEKTSV4RRFFQ69G5FAV";
const recheck = {
  ...record("recheck", { vehicleId: ID, what: "Tail mount", everyKm: 500, fromKm: 1000, repeats: true }),
  id: ID,
};
const line = (data: Partial<DueLine>): DueLine => ({
  key: ID,
  vehicleId: ID,
  jobId: null,
  tag: "SI 0724",
  title: "Ulverin L12",
  owner: "Torvey Isle Bus Trust",
  what: "Tail mount",
  dueDate: "2031-03-04",
  dueKm: 1500,
  by: "distance",
  overdue: true,
  daysLeft: -3,
  noRate: false,
  from: "recheck",
  ...data,
});
const due = (lines: DueLine[]): void =>
  answering("/api/due", () => ({ today: "2031-03-07", due: lines, rechecks: lines.length ? [recheck] : [] }));

beforeEach(() =>
  answering("/api/shop", () => ({ shop: record("shop", { name: "The shed" }), people: [], shopId: "x" })),
);

describe("what is to be looked at again", () => {
  it("is nothing in an empty shop, and says where it comes from", async () => {
    due([]);
    show(<DuePage />);
    expect(plainText(await screen.findByRole("region", { name: "Answer" }))).toContain(
      "Nothing is to be looked at again.",
    );
  });

  it("puts what is overdue first, and says that a day by distance is about that day", async () => {
    due([
      line({}),
      line({ key: "x", tag: "SI 1", what: "Seal", overdue: false, daysLeft: null, dueDate: null, noRate: true }),
    ]);
    show(<DuePage />);
    expect(plainText(await screen.findByRole("region", { name: "Answer" }))).toContain(
      "One thing overdue. First SI 0724: Tail mount.",
    );
    const [, first, second] = screen.getAllByRole("row");
    expect(plainText(first)).toMatch(/about 4 Mar.*overdue by 3 days/);
    expect(plainText(second)).toContain("it needs two odometer readings");
    expect(within(second).queryByRole("button", { name: "Looked at" })).toBeNull();
  });

  it("notes what came of it; what comes round by distance needs the odometer", async () => {
    due([line({})]);
    const { store } = show(<DuePage />);
    fireEvent.click(await screen.findByRole("button", { name: "Looked at" }));
    const dialog = await screen.findByRole("dialog");
    expect(plainText(dialog)).toContain("without the odometer no next one is set");
    fireEvent.change(within(dialog).getByLabelText("odometer"), { target: { value: "1600 km" } });
    fireEvent.blur(within(dialog).getByLabelText("odometer"));
    await waitFor(() => expect(plainText(dialog)).toContain("the next one begins from here"));
    fireEvent.click(within(dialog).getByRole("button", { name: "Note it" }));
    await waitFor(() => expect(written(store)).toHaveLength(2));
    const [done, next] = written(store) as unknown as { op: string; data: Record<string, unknown> }[];
    expect(done.data).toMatchObject({ outcome: "good", doneKm: 1600 });
    expect(next).toMatchObject({
      op: "create",
      data: { what: "Tail mount", fromKm: 1600, everyKm: 500, repeats: true },
    });
  });

  it("keeps the torque each group was found at, and none where nobody read it", async () => {
    const groups = ["A", "B"].map((x) => ({ id: `01ARZ3NDEKTSV4RRFFQ69G5FA${x}`, name: `Group ${x}` }));
    answering("/api/due", () => ({ today: "2031-03-07", due: [line({})], rechecks: [{ ...recheck, groups }] }));
    const { store } = show(<DuePage />);
    fireEvent.click(await screen.findByRole("button", { name: "Looked at" }));
    const field = await screen.findByLabelText("Group B");
    fireEvent.change(field, { target: { value: "15 lbft" } });
    fireEvent.blur(field);
    fireEvent.click(screen.getByRole("button", { name: "Note it" }));
    await waitFor(() => expect(written(store)).toHaveLength(1));
    const [done] = written(store) as unknown as {
      data: { found: { groupId: string; typed: string; base: number }[] };
    }[];
    // 1 lbf ft = 1.355818 N m: NIST SP 811.
    expect(done.data.found).toEqual([
      { groupId: groups[1].id, typed: "15 lbft", base: expect.closeTo(20.337, 3) as number },
    ]);
  });

  it("has a reminder ready that says only what is known", () => {
    expect(reminderText(line({ owner: "", title: "" }), "about 4 March", "")).toBe(
      "Your vehicle, SI 0724, is to be looked at again: Tail mount. It is due about 4 March.\n\nPlease call or write to us for a day that suits you.",
    );
  });
});
