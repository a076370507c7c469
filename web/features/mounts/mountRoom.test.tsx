// @vitest-environment jsdom
import { screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { JobView, RoomUnit } from "../../../contract";
import { fakeEdit, jobView, PARENT, pick, plainText, record, show, typeInto } from "../../../tests/web/show";
import { Inspection } from "./Inspection";
import { MountRoom } from "./MountRoom";
import { changeOf, NO_ROOM, PRESETS } from "../../../domain";
import { SetDialog } from "./SetDialog";
import { UnitDialog } from "./UnitDialog";

const typical = PRESETS.northSouth.unit;
/** The same unit with its figures entered for this vehicle. */
const unit: RoomUnit = {
  ...typical,
  entered: ["massKg", "mounts", "shafts"],
  mounts: typical.mounts.map((m) => ({ ...m, entered: ["nominalMm"] })),
};
const height = (place: string, mm: number) =>
  record("reading", {
    jobId: PARENT,
    quantity: "mountHeight",
    place,
    phase: "before",
    values: [{ typed: `${mm} mm`, base: mm }],
  });
const firmTail = { id: "firm", name: "Firm rubber, tail", price: 92, changes: { tail: changeOf("firm") } };
/** A worked example: a tail mount that has come down by 12.7 mm, 1100 mm behind the front pair. */
const collapsed = (job: Parameters<typeof jobView>[0] = {}): JobView =>
  jobView({
    vehicle: { powerUnit: unit, idleRpm: 750, cylinders: 4 },
    reading: [height("left", 62), height("right", 62), height("tail", 42.3)],
    ...job,
  });
const room = (view: JobView, units?: "metric" | "inch") => {
  const edit = fakeEdit();
  return { edit, ...show(<MountRoom view={view} edit={edit} tabs={null} />, { units }) };
};
const said = (): string => plainText(screen.getByRole("region", { name: "Answer" }));

describe("the mount room", () => {
  it("begins with a usual arrangement where nothing is known", async () => {
    const view = jobView();
    const { user, edit } = room(view);
    expect(said()).toContain("How does the power unit sit?");
    await user.click(screen.getByRole("button", { name: "East-west, on four with a torque strut" }));
    expect(edit.update).toHaveBeenCalledWith(
      "vehicle",
      view.vehicle,
      { powerUnit: PRESETS.eastWest.unit },
      "Power unit: east-west, on four with a torque strut",
    );
  });

  it("says what was lost, what it does to the joints and what a set brings, and fits it with its parts", async () => {
    const view = collapsed({ job: { mountRoom: { ...NO_ROOM, sets: [firmTail] } } });
    const { user, edit } = room(view);
    // Tilt by hand: atan(12.7 / 1100) = 0.661 deg
    expect(said()).toMatch(/^Firm rubber, tail\. The tail has lost 12\.7 mm and tilts the unit by 0\.7°/);
    // And the joint: 4 less 0.661, less 1.5 and atan(12.7 * 1250 / 1100 / 1300) = 0.636 of the prop shaft, is 1.20.
    expect(said()).toMatch(/Joint 1 is at 2\.5°; at new height it is 1\.2°\. The shifter moves [\d.]+ mm/);
    const gauges = within(screen.getByRole("list", { name: "Before and after" })).getAllByRole("listitem");
    expect(gauges.map(plainText)[0]).toMatch(/^Height lost, tail warn at 5\.0.*12\.7to0\.0mm$/);
    await user.click(screen.getByRole("button", { name: "Fit this set" }));
    const [label, operations] = edit.all.mock.calls[0];
    expect(label).toBe("Fit Firm rubber, tail");
    expect(operations[0].data.mountRoom).toMatchObject({
      chosen: "firm",
      expect: { jointDeg: [expect.any(Number), expect.any(Number)] },
    });
    expect(operations[0].data.mountRoom.expect.inclinationDeg).toBeCloseTo(4 - 0.66147643, 6);
    expect(operations[1]).toMatchObject({ resource: "part", data: { name: "Mount tail, firm rubber", price: 92 } });
    expect(operations).toHaveLength(2);
  });

  it("is drawn and said in inches in a shop that works in inches", () => {
    room(collapsed({ job: { mountRoom: { ...NO_ROOM, sets: [firmTail] } } }), "inch");
    // 12.7 mm is half an inch exactly, 5 mm 0.197 in: NIST SP 811.
    expect(said()).toContain("The tail has lost 0.500 in");
    const gauge = plainText(within(screen.getByRole("list", { name: "Before and after" })).getAllByRole("listitem")[0]);
    expect(gauge).toMatch(/warn at 0\.197.*0\.500to0\.000in/);
    const chart = screen.getByRole("img", { name: /^Precision against noise/ });
    expect(chart.getAttribute("aria-label")?.replace(/[\u202f\u00a0]/g, " ")).toMatch(
      /Firm rubber, tail, 0\.\d{3} in, −0\.\d dB/,
    );
    const ticks = [...chart.querySelectorAll("text.tick")].map(plainText).filter((t) => /^0\.\d/.test(t ?? ""));
    expect(ticks.length).toBeGreaterThan(1);
    expect(Number(ticks.at(-1))).toBeLessThan(1);
  });

  it("says that it is estimated while height when new, shafts and stiffness are typical ones", () => {
    room(collapsed({ vehicle: { powerUnit: typical }, job: { mountRoom: { ...NO_ROOM, sets: [firmTail] } } }));
    expect(said()).toMatch(
      /^Estimated with typical figures\. Firm rubber, tail\. The tail is 12\.7 mm lower than a typical/,
    );
    expect(said()).toContain("The joint angles are typical, not measured.");
    expect(said()).not.toMatch(/has lost|limit/);
    const chart = screen.getByRole("img", { name: /^Precision against noise/ });
    expect(plainText(chart)).toContain("typical, not agreed yet");
  });

  it("lets a measured angle count before the one entered, and names the other", () => {
    const gauged = record("reading", {
      jobId: PARENT,
      quantity: "inclination",
      place: "gearbox",
      phase: "before",
      values: [{ typed: "3.45 deg", base: 3.45 }],
    });
    const view = collapsed();
    room({ ...view, reading: [...view.reading, gauged] });
    expect(said()).toContain("The gearbox was measured at 3.45°; the 4.00° entered is not used.");
    // 3.45 less 1.5 of the prop shaft.
    expect(said()).toMatch(/Joint 1 is at (1\.9|2\.0)°/);
  });

  it("gives no figure for a solid set, but a sentence", () => {
    const solid = { id: "solid", name: "Solid, tail", price: null, changes: { tail: changeOf("solid") } };
    room(collapsed({ job: { mountRoom: { ...NO_ROOM, sets: [solid] } } }));
    expect(said()).toContain("A solid mount isolates nothing: all of the engine’s shake reaches the body there.");
    expect(said()).not.toContain("dB");
    expect(plainText(screen.getByRole("row", { name: /Solid, tail/ }))).toContain("isolates nothing");
  });

  it("adds a mount, which is chosen at once", async () => {
    const { user, edit } = room(collapsed());
    await user.click(screen.getByRole("button", { name: "Add a mount" }));
    const { mounts, entered } = edit.update.mock.calls[0][2].powerUnit;
    expect(mounts).toHaveLength(4);
    expect(mounts[3]).toMatchObject({ name: "front", nominalMm: null, entered: [] });
    expect(entered).toContain("mounts");
  });

  it("makes a first set of what sagged, and of the tail where nothing did", async () => {
    const { user, edit } = room(collapsed());
    expect(said()).toContain("As it is now.");
    await user.click(screen.getByRole("button", { name: "Add a set" }));
    await user.click(screen.getByRole("button", { name: "Add this set" }));
    const [, , patch, what] = edit.update.mock.calls[0];
    expect(what).toBe("Set of mounts: Firm rubber, tail");
    expect(patch.mountRoom.sets[0]).toMatchObject({ name: "Firm rubber, tail", changes: { tail: { factor: 1.4 } } });
  });

  it("leaves everything as it was when a new set is not kept", async () => {
    const { user, edit } = room(collapsed());
    const before = said();
    await user.click(screen.getByRole("button", { name: "Add a set" }));
    await typeInto(user, screen.getByLabelText("called"), "Half a thought");
    await user.keyboard("{Escape}");
    await waitFor(() => expect(screen.queryByRole("button", { name: "Add this set" })).toBeNull());
    expect(edit.update).not.toHaveBeenCalled();
    expect(said()).toBe(before);
  });

  it("says of a unit that is not held which motion nothing holds", () => {
    const loose: RoomUnit = {
      ...unit,
      mounts: unit.mounts.map((m) => (m.name === "tail" ? { ...m, kxNPerMm: 0, kyNPerMm: 0, kzNPerMm: 0 } : m)),
    };
    room(jobView({ vehicle: { powerUnit: loose } }));
    expect(said()).toMatch(/^The mounts do not locate the unit: /);
  });

  it("shows the ways it shakes and the idle as tables", async () => {
    const { user } = room(collapsed({ job: { mountRoom: { ...NO_ROOM, sets: [firmTail] } } }));
    await user.click(screen.getByRole("tab", { name: "Modes" }));
    expect(screen.getByRole("img", { name: /^Mode 1: .* at [\d.]+ Hz/ })).toBeTruthy();
    expect(screen.getAllByRole("row")).toHaveLength(7);
    await user.click(screen.getByRole("button", { name: "rolls" }));
    expect(screen.getByRole("img", { name: /^Mode \d: rolls at/ })).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Calculation" }));
    expect(plainText(await screen.findByRole("dialog"))).toContain("tilt 0.6615°; gearbox 4.00° now, 3.34° level");
  });
});

describe("what is the same for every set", () => {
  const open = () => {
    const onChange = vi.fn();
    return { onChange, ...show(<UnitDialog unit={unit} onChange={onChange} onClose={() => undefined} />) };
  };

  it("takes mass and centre from two scales, in whatever unit they read", async () => {
    const { user, onChange } = open();
    const take = screen.getByRole("button", { name: "Take from the scales" }) as HTMLButtonElement;
    expect(take.disabled).toBe(true);
    await typeInto(user, screen.getByLabelText("front scale"), "150 kg");
    await typeInto(user, screen.getByLabelText("rear scale"), "50 kg");
    await typeInto(user, screen.getByLabelText("scales apart"), "40 in");
    await user.click(take);
    // Levers about the front scale: 50 / 200 of 1016 mm behind it.
    expect(onChange).toHaveBeenLastCalledWith(
      { massKg: 200, com: { ...unit.com, xMm: -254 } },
      "weighed on two points",
    );
  });

  it("keeps a line of shafts: one more, one less, angles within their range", async () => {
    const { user, onChange } = open();
    await typeInto(user, screen.getByLabelText("prop shaft rises"), "60");
    expect(plainText(screen.getByRole("alert"))).toBe("accepted: −45 to 45 °");
    expect(onChange).not.toHaveBeenCalled();
    await typeInto(user, screen.getByLabelText("prop shaft rises"), "2.25");
    expect(onChange.mock.lastCall?.[0].shafts[1]).toMatchObject({ name: "prop shaft", sideDeg: 2.25 });
    await user.click(screen.getByRole("button", { name: "Add a shaft" }));
    expect(onChange.mock.lastCall?.[0].shafts[3]).toMatchObject({ name: "shaft 4", sideDeg: 3.5 });
    await user.click(screen.getByRole("button", { name: "Take axle out" }));
    expect(onChange.mock.lastCall?.[0].shafts).toHaveLength(2);
  });

  it("takes the kind of each joint and how its yokes are turned", async () => {
    const { user, onChange } = open();
    await pick(user, "joint 1: gearbox to prop shaft", "ball-type CV joint");
    expect(onChange).toHaveBeenLastCalledWith(
      { joints: [{ kind: "cv" }, { kind: "cardan" }] },
      "joint 1: ball-type CV joint",
    );
    await typeInto(user, screen.getByLabelText("yokes of prop shaft turned against each other"), "90");
    expect(onChange.mock.lastCall?.[0].shafts[1].yokesDeg).toBe(90);
  });

  it("takes torque as it is read", async () => {
    const { user, onChange } = open();
    await typeInto(user, screen.getByLabelText("engine torque"), "100 lb ft");
    // 1 lbf ft = 1.3558179483314 N m: NIST SP 811.
    expect(onChange.mock.lastCall?.[0].engineTorqueNm).toBeCloseTo(135.58179, 4);
    await pick(user, "crankshaft", "across");
    expect(onChange).toHaveBeenLastCalledWith({ crankAxis: "y" }, "crank axis");
  });
});

describe("a set of mounts", () => {
  it("says what each material will be noticed by, and leaves out what stays", async () => {
    const onChange = vi.fn();
    const onRemove = vi.fn();
    const { user } = show(
      <SetDialog
        unit={unit}
        set={firmTail}
        currency="crowns"
        onChange={onChange}
        onRemove={onRemove}
        onClose={() => undefined}
      />,
    );
    expect(plainText(screen.getByRole("dialog"))).toContain("firm rubber: A little more at idle, less wind-up.");
    await pick(user, "left", "urethane");
    expect(onChange.mock.lastCall?.[0].changes).toEqual({ tail: changeOf("firm"), left: changeOf("urethane") });
    await pick(user, "tail", "unchanged");
    // A name nobody gave follows what the set is.
    const bare = { ...firmTail, name: "Nothing changed", changes: {} };
    expect(onChange).toHaveBeenLastCalledWith(bare, "tail: unchanged");
    expect(onChange.mock.calls[0][0].name).toBe("Urethane, left; firm rubber, tail");
    await user.click(screen.getByRole("button", { name: "Remove this set" }));
    expect(onRemove).toHaveBeenCalledTimes(1);
  });
});

describe("looking at the mounts", () => {
  const look = (view: JobView, units?: "inch") => {
    const onSign = vi.fn();
    const onLook = vi.fn();
    const props = { view, unit, room: NO_ROOM, onSign, onLook, onClose: () => undefined };
    return { onSign, onLook, ...show(<Inspection {...props} />, { units }) };
  };
  const chip = (mount: string, words: string) =>
    within(screen.getByRole("region", { name: `Look at ${mount}` })).getByRole("button", {
      name: new RegExp(`^${words}`),
    });

  it("notes a sign at its mount, and when to look again", async () => {
    const { user, onSign, onLook } = look(collapsed());
    await user.click(chip("tail", "Rubber leaves metal"));
    expect(onSign.mock.lastCall?.slice(1)).toEqual(["separates", "present", "tail, rubber leaves metal when lifted"]);
    await user.click(chip("right", "Witness mark"));
    expect(onSign.mock.lastCall?.slice(1, 3)).toEqual(["witness", "present"]);
    await typeInto(user, screen.getByLabelText("or on the day"), "next spring");
    expect(plainText(screen.getByRole("alert"))).toBe("accepted: a day like 2025-06-02");
    await typeInto(user, screen.getByLabelText("or on the day"), "2027-04-01");
    expect(onLook).toHaveBeenLastCalledWith({ km: null, date: "2027-04-01" });
  });

  it("reads the distance in either unit, and says where it stands only where somebody read it", async () => {
    const hint = () => screen.getByLabelText<HTMLInputElement>("at").placeholder;
    const unread = look(collapsed());
    expect(hint()).toBe("");
    unread.unmount();
    const odometer = [{ date: "2026-11-01", typed: "100000 mi", km: 160_934.4 }];
    const { user, onLook } = look(collapsed({ vehicle: { odometer } }), "inch");
    expect(hint()).toMatch(/^now 100\s000\smi$/);
    await typeInto(user, screen.getByLabelText("at"), "105000");
    expect(onLook.mock.lastCall?.[0]).toEqual({ km: expect.closeTo(168_981.12, 6), date: null });
  });

  it("answers the question of Ask that the sign speaks of, in the same step", async () => {
    const view = collapsed({ job: { mountRoom: NO_ROOM } });
    const { user, edit } = room(view);
    await user.click(screen.getByRole("button", { name: "Look at the mounts" }));
    await user.click(chip("left", "Cracked"));
    const [, , data, label] = edit.update.mock.calls[0];
    expect(data.symptoms).toEqual({ lookCrackedMount: "present" });
    expect(data.mountRoom.inspection).toEqual({ left: { cracked: "present" } });
    expect(label).toBe("left, cracked or dry rotten: present");
    // A witness mark answers no question: the job's answers are not written again.
    await user.click(chip("left", "Witness mark"));
    expect(edit.update.mock.lastCall?.[2]).not.toHaveProperty("symptoms");
  });
});
