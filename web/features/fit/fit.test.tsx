// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { LoadWord, Signature } from "../../../contract";
import { fakeEdit, jobView, PARENT, plainText, record, show } from "../../../tests/web/show";
import { boltPlaces } from "../../pieces/torque/BoltPattern";
import FitStage from "./FitStage";
import { flangeGroup, signedAt } from "../../../tests/domain/records";

const group = (data: object = {}) => flangeGroup({ thread: "M10", ...data });
const signed = (groupId: string, bolt: number, pass: string, nm: number | null = null) =>
  signedAt(groupId, nm, { bolt, pass, load: ["onStands"] });
const on = (...now: LoadWord[]) => ({ load: { now, at: null, by: null } });
const says = (): string => plainText(screen.getByRole("region", { name: "Answer" }));

describe("bolts on the drawing", () => {
  it.each([
    ["circle", 6],
    ["line", 5],
    ["box", 4],
    ["box", 7],
    ["box", 1],
    ["line", 16],
    ["circle", 1],
  ] as const)("of a %s of %i stand apart and inside the plate", (pattern, count) => {
    const places = boltPlaces(pattern, count);
    expect(places).toHaveLength(count);
    for (const p of places) expect(Math.max(Math.abs(p.x), Math.abs(p.y))).toBeLessThanOrEqual(1);
    const apart = places.flatMap((a, i) => places.slice(i + 1).map((b) => Math.hypot(a.x - b.x, a.y - b.y)));
    expect(Math.min(1, ...apart)).toBeGreaterThan(0.1);
  });
});

describe("the torque board", () => {
  it("begins with the snug pass at the first bolt of the order, signed by hand", async () => {
    const edit = fakeEdit();
    const g = group();
    const view = jobView({ torqueGroup: [g], vehicle: on("onStands") });
    const { user } = show(<FitStage view={view} edit={edit} />);
    expect(says()).toMatch(/Bolt 1/);
    await user.click(screen.getByRole("button", { name: "Sign bolt 1, snug" }));
    expect(edit.create.mock.calls[0][1]).toMatchObject({
      groupId: g.id,
      bolt: 1,
      pass: "snug",
      reading: null,
      load: ["onStands"],
    });
  });

  // Four on a circle go criss-cross, 1-3-2-4; common practice, no source.
  it("lights the next bolt across, and takes the wrench's figure", async () => {
    const edit = fakeEdit();
    const g = group();
    const snug = [1, 3, 2, 4].map((b) => signed(g.id, b, "snug"));
    const view = jobView({
      torqueGroup: [g],
      signature: [...snug, signed(g.id, 1, "100 %", 62)],
      vehicle: on("onStands"),
    });
    const { user } = show(<FitStage view={view} edit={edit} />);
    expect(says()).toContain("Bolt 3 next");
    await user.type(screen.getByLabelText("Wrench reading of bolt 3, N m"), "61.8");
    await user.click(screen.getByRole("button", { name: "Sign bolt 3" }));
    expect(edit.create.mock.calls[0][1]).toMatchObject({
      bolt: 3,
      pass: "100 %",
      reading: { typed: "61.8 Nm", base: 61.8 },
    });
  });

  it("waits for ride height while the vehicle stands on stands", () => {
    const g = group({ loadNeeded: "rideHeight", count: 1 });
    const view = jobView({ torqueGroup: [g], signature: [signed(g.id, 1, "snug")], vehicle: on("onStands") });
    const { unmount } = show(<FitStage view={view} edit={fakeEdit()} />);
    expect(plainText(screen.getByRole("alert"))).toContain("waits for ride height");
    unmount();
    show(
      <FitStage
        view={jobView({ torqueGroup: [g], signature: [signed(g.id, 1, "snug")], vehicle: on("onWheels") })}
        edit={fakeEdit()}
      />,
    );
    expect(screen.queryByRole("alert")).toBeNull();
  });

  it("is overruled only with a reason, and the reason stays with the signature", async () => {
    const edit = fakeEdit();
    const g = group({ loadNeeded: "rideHeight", count: 1 });
    const view = jobView({ torqueGroup: [g], signature: [signed(g.id, 1, "snug")], vehicle: on("onStands") });
    const { user } = show(<FitStage view={view} edit={edit} />);
    await user.type(screen.getByLabelText("Wrench reading of bolt 1, N m"), "62");
    const sign = screen.getByRole("button", { name: "Sign bolt 1" }) as HTMLButtonElement;
    expect(sign.disabled).toBe(true);
    await user.click(screen.getByRole("button", { name: "Overrule, say why" }));
    const yes = (await screen.findByRole("button", { name: "Overrule" })) as HTMLButtonElement;
    expect(yes.disabled).toBe(true);
    await user.type(screen.getByLabelText("Reason"), "Jack under the hub");
    await user.click(yes);
    await user.click(sign);
    expect(edit.create.mock.calls[0][1]).toMatchObject({ overruleReason: "Jack under the hub", load: ["onStands"] });
    await user.click(screen.getByRole("button", { name: "Now on wheels" }));
    expect(edit.all.mock.lastCall?.[1].at(-1)).toMatchObject({ data: { load: { now: ["onWheels"] } } });
  });

  it("signs what goes by feel once for all of its fasteners, without a value", async () => {
    const edit = fakeEdit();
    const g = group({
      use: "snug",
      count: 4,
      specTyped: "",
      specOrigin: "missing",
      passes: [{ name: "by hand", pct: null }],
    });
    const { user } = show(<FitStage view={jobView({ torqueGroup: [g] })} edit={edit} />);
    expect(screen.getAllByText("by feel").length).toBeGreaterThan(0);
    expect(screen.queryByText("no specification")).toBeNull();
    await user.click(screen.getByRole("button", { name: "Sign all of them, by hand" }));
    const [label, operations] = edit.all.mock.calls[0];
    expect(label).toBe(`${g.name}: all by hand`);
    expect(operations.map((o: { data: { bolt: number; pass: string } }) => [o.data.bolt, o.data.pass]).sort()).toEqual([
      [1, "by hand"],
      [2, "by hand"],
      [3, "by hand"],
      [4, "by hand"],
    ]);
  });

  it("stops a reading outside its limits and asks what was done", async () => {
    const edit = fakeEdit();
    const g = group({ count: 1, specTyped: "13 ft-lb" });
    const view = jobView({ torqueGroup: [g], signature: [signed(g.id, 1, "snug")] });
    const { user } = show(<FitStage view={view} edit={edit} />);
    await user.type(screen.getByLabelText("Wrench reading of bolt 1, N m"), "30");
    await user.click(screen.getByRole("button", { name: "Sign bolt 1" }));
    expect(edit.create).not.toHaveBeenCalled();
    // 13 lbf ft = 17.6 N m, with 10 % to 19.4; 30 is 10.6 over: NIST SP 811.
    expect(plainText(await screen.findByRole("dialog"))).toContain("Bolt 1: 30.0 N m is 10.6 N m over the limit");
    const accept = screen.getByRole("button", { name: "Accept it for this reason" }) as HTMLButtonElement;
    expect(accept.disabled).toBe(true);
    await user.type(screen.getByLabelText("Why it is accepted"), "Read at an angle");
    await user.click(accept);
    expect(edit.create.mock.calls[0][1]).toMatchObject({
      reading: { base: 30 },
      outcome: "accepted",
      outcomeReason: "Read at an angle",
    });
    await user.type(screen.getByLabelText("Wrench reading of bolt 1, N m"), "30");
    await user.click(screen.getByRole("button", { name: "Sign bolt 1" }));
    await user.click(await screen.findByRole("button", { name: "Loosened; this pass is done again" }));
    expect(edit.create.mock.calls[1][1]).toMatchObject({ outcome: "redo" });
    expect(edit.create.mock.calls[1][2]).toBe("Prop shaft to flange, bolt 1, 100 %: loosened, done again");
  });

  it("marks what was accepted outside, and what was done again", () => {
    const g = group({ count: 2, pattern: "line" });
    const more = (s: Signature, data: Partial<Signature>): Signature => ({ ...s, ...data });
    const signature = [
      signed(g.id, 1, "snug"),
      signed(g.id, 2, "snug"),
      more(signed(g.id, 1, "100 %", 80), { outcome: "accepted", outcomeReason: "Second wrench" }),
      more(signed(g.id, 2, "100 %", 90), { outcome: "redo" }),
    ];
    show(<FitStage view={jobView({ torqueGroup: [g], signature })} edit={fakeEdit()} />);
    expect(screen.getByRole("button", { name: "Bolt 1, signed, accepted outside its limits" })).toBeTruthy();
    expect(says()).toContain("Bolt 2 next");
    expect(plainText(document.querySelector(".tried"))).toContain("Bolt 2, 100 %: 90.0 N m, loosened, done again");
  });

  it("takes a click at the setting, and a unit typed with the figure", async () => {
    const edit = fakeEdit();
    const g = group({ count: 1, specTyped: "8 ft-lb" });
    const view = jobView({ torqueGroup: [g], signature: [signed(g.id, 1, "snug")] });
    const { user } = show(<FitStage view={view} edit={edit} />);
    await user.click(screen.getByRole("button", { name: /^Set to 10\.8.N.m, clicked$/ }));
    expect(edit.create.mock.calls[0][1]).toMatchObject({ reading: null, setTo: { base: 10.8 } });
    await user.type(screen.getByLabelText("Wrench reading of bolt 1, N m"), "8 ft-lb{Enter}");
    expect(edit.create.mock.calls[1][1]).toMatchObject({
      reading: { typed: "8 ft-lb", base: expect.closeTo(10.8465, 3) },
    });
  });

  it("turns all bolts further only when all are at torque, and asks first whether they may be used again", async () => {
    const edit = fakeEdit();
    const g = group({ count: 2, pattern: "line", specTyped: "26 lb-ft + 90 deg" });
    const first = show(<FitStage view={jobView({ torqueGroup: [g] })} edit={edit} />);
    expect(says()).toContain("First find out whether these bolts may be used again.");
    expect((screen.getByRole("button", { name: "Sign bolt 1, snug" }) as HTMLButtonElement).disabled).toBe(true);
    await first.user.click(screen.getByRole("button", { name: "New ones" }));
    expect(edit.update.mock.calls[0][2]).toEqual({ reuse: "replace" });
    first.unmount();
    const fresh = { ...g, reuse: "replace" as const };
    const torqued = [1, 2].flatMap((b) => [signed(g.id, b, "snug"), signed(g.id, b, "100 %", 35.3)]);
    const { user } = show(<FitStage view={jobView({ torqueGroup: [fresh], signature: torqued })} edit={edit} />);
    expect(says()).toContain("All at torque; now each 90° further. Bolt 1 next");
    await user.click(screen.getByRole("button", { name: "Sign bolt 1, 90° further" }));
    expect(edit.create.mock.calls[0][1]).toMatchObject({ pass: "angle 90°", reading: null });
  });

  it("says why it waits, not what to pull, and that nobody has said what it is on", () => {
    const g = group({ loadNeeded: "rideHeight", count: 1 });
    const unsaid = jobView({ torqueGroup: [g], signature: [signed(g.id, 1, "snug")] });
    const { unmount } = show(<FitStage view={unsaid} edit={fakeEdit()} />);
    expect(says()).toContain("waits for ride height. Say first what the vehicle is on: nobody has.");
    unmount();
    show(<FitStage view={{ ...unsaid, vehicle: { ...unsaid.vehicle, ...on("onStands") } }} edit={fakeEdit()} />);
    expect(says()).not.toContain("Set the wrench");
  });

  it("reads and is engraved in lb ft in a shop that works in inches", async () => {
    const edit = fakeEdit();
    const g = group({ count: 1, specTyped: "60-64 Nm" });
    const view = jobView({ torqueGroup: [g], signature: [signed(g.id, 1, "snug")] });
    const { user } = show(<FitStage view={view} edit={edit} />, { units: "inch" });
    // 62 N m = 45.73 lbf ft: NIST SP 811, 1 lbf ft = 1.3558179483314 N m.
    expect(says()).toContain("Set the wrench to 45.7 lb ft");
    const ends = [...screen.getByRole("img", { name: /^accepted 44\.3 to 47\.2$/ }).querySelectorAll("text")].map(
      plainText,
    );
    expect(ends[1]).toMatch(/^53 lb ft$/);
    await user.type(screen.getByLabelText("Wrench reading of bolt 1, lb ft"), "60");
    expect(plainText(screen.getByRole("status"))).toMatch(/lb ft over the limit of this pass$/);
    await user.clear(screen.getByLabelText("Wrench reading of bolt 1, lb ft"));
    await user.type(screen.getByLabelText("Wrench reading of bolt 1, lb ft"), "46{Enter}");
    expect(edit.create.mock.calls[0][1].reading.typed).toBe("46 lb ft");
    expect(edit.create.mock.calls[0][1].reading.base).toBeCloseTo(62.368, 3);
  });

  it("torques nothing to a guess", () => {
    const g = group({ count: 1, specTyped: "" });
    show(<FitStage view={jobView({ torqueGroup: [g], signature: [signed(g.id, 1, "snug")] })} edit={fakeEdit()} />);
    expect(says()).toContain("This group has no specification");
    expect(screen.queryByRole("textbox", { name: /Wrench reading/ })).toBeNull();
  });

  it("is tightened by hand until the value is found, in one tap, and says that it stays open", async () => {
    const edit = fakeEdit();
    const g = group({ count: 2, specTyped: "", passes: [{ name: "100 %", pct: 100 }] });
    const { user, unmount } = show(<FitStage view={jobView({ torqueGroup: [g] })} edit={edit} />);
    await user.click(screen.getByRole("button", { name: "Tightened by hand, value to be found" }));
    const [, operations] = edit.all.mock.calls[0] as [string, { data: object }[]];
    expect(operations.map((o) => o.data)).toMatchObject([
      { bolt: 1, pass: "100 %" },
      { bolt: 2, pass: "100 %" },
    ]);
    unmount();
    const signature = [signed(g.id, 1, "100 %"), signed(g.id, 2, "100 %")];
    const after = show(<FitStage view={jobView({ torqueGroup: [g], signature })} edit={edit} />);
    expect(screen.getByText(/its value is still to be found, and it stays open until then/)).toBeTruthy();
    after.unmount();
    // What holds the vehicle never is.
    show(<FitStage view={jobView({ torqueGroup: [{ ...g, critical: "steering" }] })} edit={edit} />);
    expect(screen.queryByRole("button", { name: "Tightened by hand, value to be found" })).toBeNull();
    expect(screen.getByText(/by hand is not enough here/)).toBeTruthy();
  });

  it("takes a signature back at its bolt", async () => {
    const edit = fakeEdit();
    const g = group({ count: 2, pattern: "line" });
    const first = signed(g.id, 1, "snug");
    const { user } = show(<FitStage view={jobView({ torqueGroup: [g], signature: [first] })} edit={edit} />);
    await user.click(screen.getByRole("button", { name: /^Bolt 1/ }));
    await user.click(await screen.findByRole("button", { name: "Take this signature back" }));
    expect(edit.remove).toHaveBeenCalledWith("signature", first, "Prop shaft to flange, bolt 1: signature taken back");
  });

  it("lets what was found answer Ask in one step that undo takes back whole", async () => {
    const edit = fakeEdit();
    const found = record("finding", { jobId: PARENT, text: "Tail mount split", place: "under" });
    const view = jobView({ finding: [found], job: { symptoms: { lookCrackedMount: "absent" } } });
    const { user } = show(<FitStage view={view} edit={edit} />);
    await user.click(screen.getByRole("switch", { name: "Dealt with: Tail mount split" }));
    expect(edit.update).toHaveBeenCalledWith("finding", found, { state: "dealtWith" }, "Tail mount split: dealt with");
    const label = "What Tail mount split answers in Ask";
    await user.click(screen.getByRole("combobox", { name: label }));
    const options = document.querySelectorAll<HTMLElement>(".ant-select-item-option");
    await user.click(options[1]);
    const [, operations] = edit.all.mock.calls[0];
    const observation = operations[0].data.observation;
    expect(observation).toBeTruthy();
    expect(operations[1].data.symptoms).toEqual({ lookCrackedMount: "absent", [observation]: "present" });
  });

  it("has nothing to sign where nothing is listed, and says where to list it", () => {
    show(<FitStage view={jobView()} edit={fakeEdit()} />);
    expect(screen.getByRole("button", { name: "List them in Plan" })).toBeTruthy();
  });
});
