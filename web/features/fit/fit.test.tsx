// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { fakeEdit, jobView, PARENT, plainText, record, show } from "../../testing/show";
import { boltPlaces } from "./BoltPattern";
import FitStage from "./FitStage";

const group = (data: object = {}) =>
  record("torqueGroup", {
    jobId: PARENT,
    name: "Prop shaft to flange",
    pattern: "circle",
    count: 4,
    thread: "M10",
    specTyped: "62 Nm",
    specOrigin: "specified",
    passes: [
      { name: "snug", pct: null },
      { name: "100 %", pct: 100 },
    ],
    ...data,
  });
const signed = (groupId: string, bolt: number, pass: string, nm: number | null = null) =>
  record("signature", {
    jobId: PARENT,
    groupId,
    bolt,
    pass,
    reading: nm === null ? null : { typed: `${nm} Nm`, base: nm },
    loadState: "onStands",
  });
const says = (): string => plainText(screen.getByRole("region", { name: "Answer" }));

describe("bolts on the drawing", () => {
  it.each([
    ["circle", 6],
    ["line", 5],
    ["box", 4],
    ["circle", 1],
  ] as const)("of a %s of %i stand apart and inside the plate", (pattern, count) => {
    const places = boltPlaces(pattern, count);
    expect(places).toHaveLength(count);
    for (const p of places) expect(Math.max(Math.abs(p.x), Math.abs(p.y))).toBeLessThanOrEqual(1);
    const apart = places.flatMap((a, i) => places.slice(i + 1).map((b) => Math.hypot(a.x - b.x, a.y - b.y)));
    expect(Math.min(1, ...apart)).toBeGreaterThan(0.2);
  });
});

describe("the torque board", () => {
  it("begins with the snug pass at the first bolt of the order, signed by hand", async () => {
    const edit = fakeEdit();
    const g = group();
    const view = jobView({ torqueGroup: [g], job: { loadState: "onStands" } });
    const { user } = show(<FitStage view={view} edit={edit} />);
    expect(says()).toMatch(/Bolt 1/);
    await user.click(screen.getByRole("button", { name: "Sign bolt 1, snug" }));
    expect(edit.create.mock.calls[0][1]).toMatchObject({
      groupId: g.id,
      bolt: 1,
      pass: "snug",
      reading: null,
      loadState: "onStands",
    });
  });

  // Four on a circle go criss-cross, 1-3-2-4: handbook, section "torque"; common practice.
  it("lights the next bolt across, and takes the wrench's figure", async () => {
    const edit = fakeEdit();
    const g = group();
    const snug = [1, 3, 2, 4].map((b) => signed(g.id, b, "snug"));
    const view = jobView({
      torqueGroup: [g],
      signature: [...snug, signed(g.id, 1, "100 %", 62)],
      job: { loadState: "onStands" },
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
    const view = jobView({ torqueGroup: [g], signature: [signed(g.id, 1, "snug")], job: { loadState: "onStands" } });
    const { unmount } = show(<FitStage view={view} edit={fakeEdit()} />);
    expect(plainText(screen.getByRole("alert"))).toContain("waits for ride height");
    unmount();
    show(
      <FitStage
        view={jobView({ torqueGroup: [g], signature: [signed(g.id, 1, "snug")], job: { loadState: "onWheels" } })}
        edit={fakeEdit()}
      />,
    );
    expect(screen.queryByRole("alert")).toBeNull();
  });

  it("is overruled only with a reason, and the reason stays with the signature", async () => {
    const edit = fakeEdit();
    const g = group({ loadNeeded: "rideHeight", count: 1 });
    const view = jobView({ torqueGroup: [g], signature: [signed(g.id, 1, "snug")], job: { loadState: "onStands" } });
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
    expect(edit.create.mock.calls[0][1]).toMatchObject({ overruleReason: "Jack under the hub", loadState: "onStands" });
    await user.click(screen.getByRole("button", { name: "Now on wheels" }));
    expect(edit.update.mock.lastCall?.[2]).toMatchObject({ loadState: "onWheels" });
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
    expect(plainText(screen.getByRole("status"))).toMatch(/lb ft over the specification$/);
    await user.keyboard("{Enter}");
    expect(edit.create.mock.calls[0][1].reading.typed).toBe("60 lb ft");
    expect(edit.create.mock.calls[0][1].reading.base).toBeCloseTo(81.349, 3);
  });

  it("torques nothing to a guess", () => {
    const g = group({ count: 1, specTyped: "" });
    show(<FitStage view={jobView({ torqueGroup: [g], signature: [signed(g.id, 1, "snug")] })} edit={fakeEdit()} />);
    expect(says()).toContain("This group has no specification");
    expect(screen.queryByRole("textbox", { name: /Wrench reading/ })).toBeNull();
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
