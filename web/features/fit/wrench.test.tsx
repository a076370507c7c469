// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { answering, fakeEdit, jobView, PARENT, pick, plainText, record, shopSays, show } from "../../../tests/web/show";
import { WrenchDial } from "../../pieces/readings/WrenchDial";
import FitStage from "./FitStage";
import { onePassGroup, signedAt } from "../../../tests/domain/records";

const group = (data: object = {}) =>
  onePassGroup({ name: "Prop shaft", thread: "M10", specTyped: "62 Nm", specOrigin: "specified", ...data });
const crow = { handMm: 420, offsetMm: 55, angleDeg: 0 };
const tools = [
  { id: "w25", name: "Wrench 25", maxNm: 25 },
  { id: "w100", name: "Wrench 100", maxNm: 100, calibrated: "2020-01-01" },
];
const on = { load: { now: ["onStands" as const], at: null, by: null } };
const view = (g: ReturnType<typeof group>) => jobView({ torqueGroup: [g], vehicle: on });
const strip = (): string => plainText(screen.getByRole("region", { name: "Wrench" }));

describe("the wrench of the board", () => {
  // 62 x 420/(420 + 55) = 54.8: the lever law.
  it("is set for the adapter, and its reading is the bolt's again", async () => {
    const edit = fakeEdit();
    const { user } = show(<FitStage view={view(group({ adapter: crow }))} edit={edit} />);
    expect(strip()).toContain("54.8 N m");
    expect(strip()).toContain("that is 62.0 N m at the bolt");
    await user.type(screen.getByLabelText("Wrench reading of bolt 1, N m"), "54.5");
    await user.click(screen.getByRole("button", { name: "Sign bolt 1" }));
    expect(edit.create.mock.calls[0][1]).toMatchObject({
      reading: { typed: "61.6 N m", base: 61.6 },
      onTool: { typed: "54.5 Nm", base: 54.5 },
      outcome: "held",
    });
  });

  it("that clicked is kept with what it was set to", async () => {
    const edit = fakeEdit();
    const { user } = show(<FitStage view={view(group({ adapter: crow }))} edit={edit} />);
    await user.click(screen.getByRole("button", { name: /Set to 54.8.N m, clicked/ }));
    expect(edit.create.mock.calls[0][1]).toMatchObject({ setTo: { base: 62 }, reading: null });
    // What the key says is what was set.
    expect(edit.create.mock.calls[0][1].onTool).toEqual({ typed: "54.8 N m", base: 54.8 });
  });

  it("is offered, the smallest that reaches, and never recorded until somebody says it is in the hand", async () => {
    shopSays({ tools });
    const edit = fakeEdit();
    const { user } = show(<FitStage view={view(group())} edit={edit} />);
    await user.click(await screen.findByRole("button", { name: "Use Wrench 100" }));
    expect(edit.update.mock.calls[0][2]).toEqual({ toolId: "w100" });
    await user.type(screen.getByLabelText("Wrench reading of bolt 1, N m"), "67");
    expect(plainText(document.body)).not.toContain("proven");
    await user.click(screen.getByRole("button", { name: "Sign bolt 1" }));
    expect(edit.create.mock.calls[0][1]).toMatchObject({ tool: "", toolId: null });
  });

  it("that was chosen says what it may be off, that its calibration is over, and what its reading proves", async () => {
    shopSays({ tools });
    const edit = fakeEdit();
    const { user } = show(<FitStage view={view(group({ toolId: "w100" }))} edit={edit} />);
    await screen.findByText(/deviation 4/);
    expect(strip()).toContain("20.0 to 100.0 N m");
    expect(strip()).toContain("Calibration of 1 January 2020 is over.");
    await user.type(screen.getByLabelText("Wrench reading of bolt 1, N m"), "67");
    expect(plainText(document.body)).toContain("not proven: the tool’s deviation reaches over the limit");
    await user.click(screen.getByRole("button", { name: "Sign bolt 1" }));
    expect(edit.create.mock.calls[0][1]).toMatchObject({ tool: "Wrench 100", toolId: "w100" });
    await pick(user, "Torque tool", "Wrench 25");
    expect(edit.update.mock.calls[0][2]).toEqual({ toolId: "w25" });
  });

  it("signs nothing with an adapter that leaves it no lever", async () => {
    const { user } = show(
      <FitStage view={view(group({ adapter: { handMm: 100, offsetMm: -95, angleDeg: 0 } }))} edit={fakeEdit()} />,
    );
    expect(plainText(screen.getByRole("region", { name: "Answer" }))).toContain("This adapter cannot be used.");
    await user.type(screen.getByLabelText("Wrench reading of bolt 1, N m"), "62");
    expect((screen.getByRole("button", { name: "Sign bolt 1" }) as HTMLButtonElement).disabled).toBe(true);
  });

  it("that does not reach is said so", async () => {
    shopSays({ tools });
    show(<FitStage view={view(group({ toolId: "w25" }))} edit={fakeEdit()} />);
    await screen.findByText(/This wrench does not reach it/);
  });
});

describe("at the bolt", () => {
  it("what was done beside tightening is kept with the last pass, and two people sign where two are wanted", async () => {
    const people = [record("person", { name: "J. Tannack", initials: "JT" })];
    answering("/api/shop", {
      shop: record("shop", {}, { id: "00000000000000000000000001" }),
      people,
      shopId: PARENT,
    });
    const edit = fakeEdit();
    const { user } = show(<FitStage view={view(group({ twoPeople: true, threadLocker: "medium" }))} edit={edit} />);
    await user.type(screen.getByLabelText("Wrench reading of bolt 1, N m"), "62");
    const sign = (): HTMLButtonElement => screen.getByRole("button", { name: "Sign bolt 1" });
    expect(sign().disabled).toBe(true);
    const deeds = screen.getByRole("group", { name: "At each bolt" });
    await user.click(within(deeds).getByRole("checkbox", { name: "paint-marked" }));
    await user.click(within(deeds).getByRole("checkbox", { name: "thread locker: medium" }));
    await pick(user, "Second person", "J. Tannack");
    await user.click(sign());
    expect(edit.create.mock.calls[0][1]).toMatchObject({ done: ["paint", "locker"], secondId: people[0].id });
  });

  it("the angle that was turned is kept where somebody counted it", async () => {
    const edit = fakeEdit();
    const g = group({ specTyped: "40 Nm + 90°", reuse: "replace" });
    const torqued = signedAt(g.id, 40);
    const { user } = show(
      <FitStage view={jobView({ torqueGroup: [g], signature: [torqued], vehicle: on })} edit={edit} />,
    );
    await user.type(screen.getByLabelText("angle turned, where it was counted"), "92{Enter}");
    await user.click(screen.getByRole("button", { name: "Sign bolt 1, 90° further" }));
    expect(edit.create.mock.calls[0][1]).toMatchObject({ pass: "angle 90°", turnedDeg: 92, simulated: false });
  });

  it("a finished group says how it is looked at again: never by turning what was tightened by angle", () => {
    const done = (g: ReturnType<typeof group>) =>
      jobView({
        torqueGroup: [g],
        vehicle: on,
        signature: ["100 %", "angle 90°"].map((pass) =>
          record("signature", {
            jobId: PARENT,
            groupId: g.id,
            bolt: 1,
            pass,
            reading: pass === "100 %" ? { typed: "62 Nm", base: 62 } : null,
          }),
        ),
      });
    const { unmount } = show(<FitStage view={done(group())} edit={fakeEdit()} />);
    expect(plainText(document.body)).toContain("check with the wrench, tightening, at the lower limit");
    unmount();
    show(<FitStage view={done(group({ specTyped: "62 Nm + 90°", reuse: "replace" }))} edit={fakeEdit()} />);
    expect(plainText(document.body)).toContain("paint mark only. Do not turn it again.");
  });

  it("only the board is left when that is wanted", async () => {
    const { user } = show(<FitStage view={view(group())} edit={fakeEdit()} />);
    await user.click(screen.getByRole("button", { name: "Only the board" }));
    expect(screen.getByRole("button", { name: "Show everything" })).toBeTruthy();
    expect(screen.getByRole("button", { name: "Group 1: Prop shaft" })).toBeTruthy();
  });
});

describe("the dial", () => {
  it("shows needle, peak and band, and says when the peak is held", () => {
    const dial = (held: boolean) => (
      <WrenchDial kind="torque" value={30} peak={61.8} held={held} target={62} limits={{ min: 56, max: 68 }} />
    );
    const { rerender } = show(dial(false));
    expect(screen.getByRole("img", { name: "The wrench is being pulled" })).toBeTruthy();
    rerender(dial(true));
    expect(screen.getByRole("img", { name: "The pull is over; the peak is held" })).toBeTruthy();
  });
});

describe("an angle outside its tolerance", () => {
  const ready = () => {
    const edit = fakeEdit();
    const g = group({ specTyped: "40 Nm + 90°", reuse: "replace" });
    const shown = show(
      <FitStage view={jobView({ torqueGroup: [g], signature: [signedAt(g.id, 40)], vehicle: on })} edit={edit} />,
    );
    return { edit, ...shown };
  };
  it("asks what was done, as a torque does, and is kept with the answer", async () => {
    const { edit, user } = ready();
    await user.type(screen.getByLabelText("angle turned, where it was counted"), "60{Enter}");
    expect(plainText(document.body)).toContain("21° under the limit: 81 to 99° is accepted");
    await user.click(screen.getByRole("button", { name: "Sign bolt 1, 90° further" }));
    expect(edit.create).not.toHaveBeenCalled();
    const asked = within(screen.getByRole("dialog"));
    expect(plainText(screen.getByRole("dialog"))).toContain("Bolt 1: 60° is 21° under the limit");
    await user.click(asked.getByRole("button", { name: "Loosened; this pass is done again" }));
    expect(edit.create.mock.calls[0][1]).toMatchObject({ turnedDeg: 60, outcome: "redo" });
  });
});

describe("an adapter", () => {
  it("is asked for its three measures, empty, and sets nothing until they are there", async () => {
    const edit = fakeEdit();
    const { user } = show(<FitStage view={view(group())} edit={edit} />);
    await user.click(screen.getByRole("button", { name: "Add an adapter" }));
    const asked = within(screen.getByRole("dialog"));
    const use = (): HTMLButtonElement => asked.getByRole("button", { name: /Measure A, B and C|Use this adapter/ });
    expect(use().disabled).toBe(true);
    await user.type(asked.getByLabelText("A: hand to square drive"), "420 mm{Enter}");
    await user.type(asked.getByLabelText("B: square drive to bolt"), "55 mm{Enter}");
    expect(use().disabled).toBe(true);
    await user.type(asked.getByLabelText("C: turned from in line"), "0{Enter}");
    expect(edit.update).not.toHaveBeenCalled();
    await user.click(use());
    expect(edit.update.mock.calls[0][2]).toEqual({ adapter: { handMm: 420, offsetMm: 55, angleDeg: 0 } });
  });

  it("half measured is there again after a reload", async () => {
    const g = group({ name: "Reload" });
    const first = show(<FitStage view={view(g)} edit={fakeEdit()} />);
    await first.user.click(screen.getByRole("button", { name: "Add an adapter" }));
    await first.user.type(screen.getByLabelText("A: hand to square drive"), "420 mm{Enter}");
    first.unmount();
    const edit = fakeEdit();
    const { user } = show(<FitStage view={view(g)} edit={edit} />);
    await user.click(screen.getByRole("button", { name: "Add an adapter" }));
    expect(screen.getByLabelText<HTMLInputElement>("A: hand to square drive").value).toContain("420");
    expect(edit.update).not.toHaveBeenCalled();
    await user.type(screen.getByLabelText("B: square drive to bolt"), "55 mm{Enter}");
    await user.type(screen.getByLabelText("C: turned from in line"), "0{Enter}");
    await user.click(screen.getByRole("button", { name: "Use this adapter" }));
    expect(edit.update.mock.calls[0][2]).toEqual({ adapter: { handMm: 420, offsetMm: 55, angleDeg: 0 } });
    expect(Object.keys(localStorage).filter((k) => k.includes("adapter of"))).toEqual([]);
  });
});
