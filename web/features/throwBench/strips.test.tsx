// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { useState } from "react";
import { describe, expect, it, vi } from "vitest";
import { lever as leverModel, type Drive, type LeverAnswer } from "../../../core";
import { USUAL_BODY, type BenchSetup, type Surroundings } from "../../../domain";
import { plainText, pick, show, typeInto } from "../../../tests/web/show";
import { FOUR_GEARS, onBench, straightLever } from "../../../tests/domain/records";
import { LeverFiles } from "./LeverFiles";
import { LeverList } from "./LeverList";
import { localBench, type LocalBench } from "./localBench";
import { ObstacleList } from "./ObstacleList";
import { ObstacleStrip } from "./ObstacleStrip";
import { PointStrip } from "./PointStrip";
import { TapedDialog } from "./TapedDialog";

const lever = (drive?: Drive, pinMm = 60) => straightLever(300, pinMm, drive);
const setup = onBench;
const short = setup({ id: "short", role: "candidate", name: "Short lever", lever: lever(undefined, 80) });
const bare: Surroundings = { obstacles: [], body: USUAL_BODY, hand: null };
const tube = { name: "tube", kind: "circle" as const, xMm: 40, zMm: -120, radiusMm: 20 };
const tunnel = {
  name: "tunnel",
  kind: "segment" as const,
  from: { xMm: -200, zMm: -140 },
  to: { xMm: 200, zMm: -140 },
  halfWidthMm: 30,
};

describe("a lever in figures", () => {
  const shown = (of: BenchSetup = setup()) => {
    const on = { point: vi.fn(), patch: vi.fn(), remove: vi.fn() };
    const result = show(
      <PointStrip
        setup={of}
        point={null}
        currency="crowns"
        onPoint={on.point}
        onPatch={on.patch}
        onRemove={on.remove}
      />,
    );
    return { ...result, on };
  };
  const cell = (name: string) => within(screen.getByRole("heading", { name }).closest<HTMLElement>(".pcell")!);

  it("is typed point by point, below the pivot as a figure over nought", async () => {
    const { user, on } = shown();
    await typeInto(user, cell("Pin").getByLabelText("below pivot"), "75 mm");
    expect(on.patch.mock.lastCall?.[0].lever.pin).toEqual({ xMm: 0, zMm: -75 });
    expect(on.patch.mock.lastCall?.[1]).toBe("Old lever: pin 75 mm");
    await typeInto(user, cell("Knob").getByLabelText("forward"), "1 in");
    // 1 in = 25.4 mm exactly: NIST SP 811.
    expect(on.patch.mock.lastCall?.[0].lever.knob).toEqual({ xMm: 25.4, zMm: 300 });
  });

  it("says how each measure was taken, and what the figures are", async () => {
    const { user, on } = shown();
    await pick(user, "how pin was taken", "calliper");
    expect(on.patch).toHaveBeenLastCalledWith({ taken: { pin: "calliper" } }, "Old lever: pin by calliper");
    await pick(user, "figures are", "estimated");
    expect(on.patch).toHaveBeenLastCalledWith({ origin: "estimated" }, "Old lever: figures estimated");
  });

  it("of a candidate has its claim and price, and goes off the bench", async () => {
    const { user, on } = shown(short);
    await typeInto(user, screen.getByLabelText("maker’s claim"), "45");
    expect(on.patch).toHaveBeenLastCalledWith({ claimedReductionPct: 45 }, "Short lever: claim");
    await typeInto(user, screen.getByLabelText("price"), "120");
    expect(on.patch).toHaveBeenLastCalledWith({ price: 120 }, "Short lever: price");
    await user.click(screen.getByRole("button", { name: "Remove from the bench" }));
    expect(on.remove).toHaveBeenCalledTimes(1);
  });

  it("of the old one has neither", () => {
    shown();
    expect(screen.queryByLabelText("maker’s claim")).toBeNull();
    expect(screen.queryByRole("button", { name: "It is adjustable" })).toBeNull();
  });

  it("driven by a rod keeps the rod's line when its length is typed", async () => {
    const rod = setup({ lever: lever({ kind: "rod", joint: { xMm: 300, zMm: -460 }, axisDeg: 0 }) });
    const { user, on } = shown(rod);
    // Pin to joint is 300 along and 400 down, so 500; at 250 the joint stands half way.
    await typeInto(user, cell("Pin to joint").getByLabelText("length"), "250 mm");
    const { joint } = on.patch.mock.lastCall?.[0].lever.drive;
    expect([joint.xMm, joint.zMm]).toEqual([expect.closeTo(150, 9), expect.closeTo(-260, 9)]);
  });

  it("changes its drive and back without losing where the joint was", async () => {
    const rod = { kind: "rod" as const, joint: { xMm: 310, zMm: -55 }, axisDeg: 3 };
    const said: BenchSetup[] = [];
    const Held = () => {
      const [now, setNow] = useState(setup({ id: "held", lever: lever(rod) }));
      said.push(now);
      return (
        <PointStrip
          setup={now}
          point={null}
          currency=""
          onPoint={() => undefined}
          onPatch={(patch) => setNow({ ...now, ...patch })}
        />
      );
    };
    const { user } = show(<Held />);
    await pick(user, "kind", "cable shift");
    expect(said.at(-1)?.lever.drive).toEqual({ kind: "cable", anchor: rod.joint, ratio: 1 });
    await pick(user, "kind", "rod linkage");
    expect(said.at(-1)?.lever.drive).toEqual(rod);
  });

  it("refuses a figure that is no length, and keeps the one before", async () => {
    const { user, on } = shown();
    const field = cell("Pin").getByLabelText("below pivot");
    await user.clear(field);
    await user.type(field, "about this long{Enter}");
    expect(field.getAttribute("aria-invalid")).toBe("true");
    expect(on.patch).not.toHaveBeenCalled();
  });

  it("is moved as a whole where the new pivot stands elsewhere", async () => {
    const { user, on } = shown(short);
    await typeInto(user, cell("Pivot against the old").getByLabelText("higher"), "12 mm");
    expect(on.patch).toHaveBeenLastCalledWith({ pivot: { xMm: 0, zMm: 12 } }, "Short lever: pivot height");
  });
});

describe("what stands near the lever", () => {
  const strip = (obstacle: Surroundings["obstacles"][number]) => {
    const onChange = vi.fn();
    const onRemove = vi.fn();
    const surroundings = { ...bare, obstacles: [tube, tunnel] };
    const result = show(<ObstacleStrip {...{ surroundings, obstacle, onChange, onRemove }} clearance={null} />);
    return { ...result, onChange, onRemove };
  };

  it("is placed and sized by what is typed", async () => {
    const { user, onChange, onRemove } = strip(tube);
    await typeInto(user, screen.getByLabelText("radius"), "25 mm");
    expect(onChange.mock.lastCall?.[0].obstacles).toEqual([{ ...tube, radiusMm: 25 }, tunnel]);
    expect(onChange.mock.lastCall?.[1]).toBe("tube: radius 25 mm");
    await typeInto(user, screen.getByLabelText("above pivot"), "-110 mm");
    expect(onChange.mock.lastCall?.[0].obstacles[0]).toEqual({ ...tube, zMm: -110 });
    await user.click(screen.getByRole("button", { name: "Remove it" }));
    expect(onRemove).toHaveBeenCalledTimes(1);
  });

  it("has both its ends where it is long", async () => {
    const { user, onChange } = strip(tunnel);
    await typeInto(user, screen.getByLabelText("half width"), "33 mm");
    expect(onChange.mock.lastCall?.[0].obstacles[1]).toEqual({ ...tunnel, halfWidthMm: 33 });
    expect(screen.getAllByLabelText("forward")).toHaveLength(2);
  });

  it("is never called as another is", async () => {
    const { user, onChange } = strip(tube);
    const name = screen.getByLabelText("name");
    await typeInto(user, name, "tunnel");
    expect(screen.getByRole("alert").textContent).toBe("this name is taken");
    expect(onChange).not.toHaveBeenCalled();
    await typeInto(user, name, "brake pipe");
    expect(onChange.mock.lastCall?.slice(1)).toEqual(["tube: named brake pipe", "brake pipe"]);
  });

  it("is as thick as the lever is said to be", async () => {
    const { user, onChange } = strip(tube);
    await typeInto(user, screen.getByLabelText("shaft, radius"), "9 mm");
    expect(onChange.mock.lastCall?.[0].body).toEqual({ ...USUAL_BODY, shaftRadiusMm: 9 });
  });

  it("is listed with its gap, and added from the usual ones by a free name", async () => {
    const onChange = vi.fn();
    const onChoose = vi.fn();
    const { user } = show(
      <ObstacleList
        surroundings={{ ...bare, obstacles: [tube] }}
        clearance={null}
        chosen={null}
        sweep={false}
        onChoose={onChoose}
        onSweep={() => undefined}
        onChange={onChange}
      />,
    );
    await user.click(screen.getByRole("button", { name: /^tube/ }));
    expect(onChoose).toHaveBeenLastCalledWith("tube");
    await user.click(screen.getByRole("button", { name: "Add an obstacle" }));
    const [first] = await screen.findAllByRole("menuitem");
    await user.click(first);
    const added = onChange.mock.lastCall?.[0].obstacles;
    expect(added).toHaveLength(2);
    expect(onChoose).toHaveBeenLastCalledWith(added[1].name);
    await user.click(screen.getByRole("switch", { name: "Show the driver’s hand" }));
    expect(onChange.mock.lastCall?.[0].hand).not.toBeNull();
  });
});

describe("levers on the bench", () => {
  const answers: ReadonlyMap<string, LeverAnswer> = new Map(
    [setup(), short].map((s) => [s.id, leverModel({ gearbox: FOUR_GEARS, lever: s.lever })]),
  );

  it("are listed with their throw, the old one as the reference", async () => {
    const onPick = vi.fn();
    const onPatch = vi.fn();
    const { user } = show(
      <LeverList
        setups={[setup(), { ...short, price: 120 }]}
        levers={answers}
        pair={{ from: "3", to: "4" }}
        shownId="short"
        chosenId={null}
        currency="crowns"
        onPick={onPick}
        onPatch={onPatch}
      />,
    );
    const rows = screen.getAllByRole("listitem").map(plainText);
    // A direct lever throws 2 H s / L: 2 x 300 x 10 / 60 = 100 mm, over 80 it is 75 mm.
    expect(rows[0]).toBe("Old leverreference100.0");
    expect(rows[1]).toBe("Short lever120 crowns75.0");
    await user.click(screen.getByRole("switch", { name: "Show Old lever" }));
    expect(onPatch).toHaveBeenLastCalledWith("old", { shown: false }, "Hide Old lever");
    await user.click(screen.getByRole("button", { name: /Old lever/ }));
    expect(onPick).toHaveBeenLastCalledWith("old");
  });

  it("of no job are changed, added, taken off and given their travel", () => {
    let bench: LocalBench = { gearbox: FOUR_GEARS, setups: [setup()], surroundings: bare };
    const now = () => localBench(bench, (next) => (bench = next));
    const id = now().onAdd();
    expect(bench.setups.map((s) => [s.name, s.role, s.origin])).toEqual([
      ["Old lever", "old", "measured"],
      ["Lever 2", "candidate", "missing"],
    ]);
    now().onPatch(id, { price: 9 }, "");
    expect(bench.setups[1].price).toBe(9);
    now().onSurroundings({ ...bare, obstacles: [tube] }, "");
    expect(now().surroundings.obstacles).toEqual([tube]);
    now().onTravel({ positive: "4", negative: "3" }, { positive: 11, negative: 9 });
    expect(bench.gearbox.gears.map((g) => g.travelMm)).toEqual([-10, 10, -9, 11]);
    now().onRemove(id);
    expect(bench.setups.map((s) => s.id)).toEqual(["old"]);
    // Third and fourth are taken where the box has them.
    expect(now().pair).toEqual({ from: "3", to: "4" });
  });

  it("come from a file, and one that will not do says at which field", async () => {
    const onImport = vi.fn();
    const { user } = show(<LeverFiles gearbox={FOUR_GEARS} setups={[setup()]} onImport={onImport} />);
    const field = screen.getByLabelText("File with levers");
    await user.upload(field, new File(['{"levers": 3}'], "levers.json", { type: "application/json" }));
    expect(plainText(await screen.findByRole("alert"))).toMatch(/^Nothing was read\. /);
    expect(onImport).not.toHaveBeenCalled();
  });
});

describe("rail travel from a tape", () => {
  const open = (tapedMm: number | null) => {
    const onUse = vi.fn();
    const result = show(
      <TapedDialog
        lever={lever()}
        pair={{ from: "3", to: "4" }}
        gears={{ positive: "4", negative: "3" }}
        tapedMm={tapedMm}
        tapeUmm={1}
        onUse={onUse}
        onClose={() => undefined}
      />,
    );
    return { ...result, onUse };
  };
  const use = () => screen.getByRole("button", { name: "Use it for 3rd and 4th" });

  it("asks for the throw, and gives nothing before", () => {
    open(null);
    expect(screen.getByRole("status").textContent).toBe("Type the throw as it was taped.");
    expect(use()).toHaveProperty("disabled", true);
  });

  it("solves the lever backwards, each way alike", async () => {
    const { user, onUse } = open(100);
    expect(plainText(screen.getByRole("status"))).toMatch(/^The rail travels 10\.00 mm each way, ± 0\.10 mm/);
    await user.click(use());
    // 100 mm at 300 over 60 are 10 mm of the pin each way, by the same closed form.
    expect(onUse).toHaveBeenCalledWith({ positive: expect.closeTo(10, 6), negative: expect.closeTo(10, 6) });
  });

  it("takes each half for itself where they differ", async () => {
    const { user, onUse } = open(null);
    await pick(user, "the tape was held", "from neutral to each gear");
    await typeInto(user, screen.getByLabelText("neutral to 4th"), "45 mm");
    await typeInto(user, screen.getByLabelText("neutral to 3rd"), "55 mm");
    await user.click(use());
    // A chord c at 300 mm is an angle of 2 asin(c / 600), and the pin moves 60 mm times its sine.
    const travel = (chord: number) => expect.closeTo(60 * Math.sin(2 * Math.asin(chord / 600)), 6);
    expect(onUse).toHaveBeenCalledWith({ positive: travel(45), negative: travel(55) });
  });

  it("says so where no lever can throw as far", async () => {
    const { user } = open(null);
    await typeInto(user, screen.getByLabelText("throw, 3rd to 4th"), "4000 mm");
    expect(plainText(screen.getByRole("status"))).toMatch(/^This lever cannot throw that far: /);
    expect(use()).toHaveProperty("disabled", true);
  });
});
