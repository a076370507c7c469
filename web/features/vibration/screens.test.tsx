// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { VehicleDriveTrain, VibrationRecording } from "../../../contract";
import { spectrum, rotatingSources } from "../../../core";
import type { SpectrumDrawn } from "../../worker";
import { fakeEdit, jobView, pick, plainText, record, show, typeInto } from "../../../tests/web/show";
import { DriveTrainDialog } from "../../pieces/vibration/DriveTrainDialog";
import { analyseRecording } from "../../../domain";
import { RecordingList } from "./RecordingList";
import { RoadTable } from "../../pieces/vibration/RoadTable";
import { RunFields } from "./RunFields";
import { ShakeProved } from "../../pieces/vibration/ShakeProved";
import { changesOf, SourceTable, type Listened } from "./SourceTable";
import { Verdict } from "../../pieces/vibration/Verdict";
import { VAN_DRIVE, shaking } from "../../../tests/domain/records";

vi.mock("../../worker", () => ({}));

const driveTrain: VehicleDriveTrain = {
  ...VAN_DRIVE,
  tyre: { size: "195/70R15", rollingFactor: 0.97 },
  transferRatio: 1,
  strokes: 4,
  accessories: [{ name: "fan", ratio: 1.15 }],
};
const vehicle = { tag: "SI 0724", cylinders: 4, idleRpm: 750, driveTrain };

const recording = (data: Partial<VibrationRecording> = {}): VibrationRecording => ({
  ...shaking(
    [
      [83.9, 0.57],
      [66.3, 0.1],
    ],
    { gear: "5", speedKmh: 70, name: "70 in fifth", place: "seat rail" },
  ),
  ...data,
});

describe("how rough it runs", () => {
  it("is marked, answers Ask in the same step, and comes out again when tapped twice", async () => {
    const edit = fakeEdit();
    const view = jobView();
    const { user, rerender } = show(<RoadTable view={view} edit={edit} />);
    const bump = within(screen.getByRole("group", { name: "Bump at walking pace, before the work" }));
    await user.click(bump.getByRole("button", { name: "3, strong" }));
    const [, , told, words] = edit.update.mock.calls[0];
    expect(told).toEqual({
      roughness: { speedKmh: null, marks: { bump: { before: 3, after: null } } },
      symptoms: { knockBumps: "present" },
    });
    expect(words).toBe("Bump at walking pace, before the work: 3");
    rerender(<></>);

    const marked = jobView({ job: { ...told } });
    const again = show(<RoadTable view={marked} edit={edit} />);
    const slot = within(screen.getByRole("group", { name: "Bump at walking pace, before the work" }));
    expect(slot.getByRole("button", { name: "3, strong" }).getAttribute("aria-pressed")).toBe("true");
    await again.user.click(slot.getByRole("button", { name: "3, strong" }));
    expect(edit.update.mock.calls[1][2]).toEqual({
      roughness: { speedKmh: null, marks: { bump: { before: null, after: null } } },
      symptoms: {},
    });
  });

  it("marks after the work go to the road test, and the road speed is taken in either unit", async () => {
    const edit = fakeEdit();
    const { user } = show(<RoadTable view={jobView()} edit={edit} />, { units: "inch" });
    const idle = within(screen.getByRole("group", { name: "Idle, in gear, after the work" }));
    await user.click(idle.getByRole("button", { name: "0, nothing" }));
    expect(edit.update.mock.calls[0][2]).toMatchObject({ symptomsAfter: { vibIdle: "absent" } });
    await typeInto(user, screen.getByLabelText("the road speed meant"), "45");
    // 45 mph: 1 mile = 1.609344 km exactly, NIST SP 811.
    expect(edit.update.mock.calls[1][2].roughness.speedKmh).toBeCloseTo(72.42, 2);
  });
});

describe("how it ran", () => {
  it("forgets gear and speed when it was standing after all, and offers no gear there", async () => {
    const onChange = vi.fn();
    const run = {
      phase: "before",
      condition: "roadSpeed",
      gear: "5",
      speedKmh: 70,
      engineRpm: null,
      place: "",
    } as const;
    const { user, unmount } = show(<RunFields vehicle={record("vehicle", vehicle)} run={run} onChange={onChange} />);
    await pick(user, "condition", "Idle, in gear");
    expect(onChange).toHaveBeenCalledWith(
      { condition: "idleInGear", gear: "", speedKmh: null, engineRpm: null },
      "Idle, in gear",
    );
    await pick(user, "gear", "4");
    expect(onChange).toHaveBeenLastCalledWith({ gear: "4" }, "gear 4");
    await pick(user, "gear", "out of gear, or not known");
    expect(onChange).toHaveBeenLastCalledWith({ gear: "" }, "out of gear");
    unmount();
    show(
      <RunFields vehicle={record("vehicle", vehicle)} run={{ ...run, condition: "idleCold" }} onChange={onChange} />,
    );
    expect(screen.queryByLabelText("gear")).toBeNull();
    expect(plainText(document.body)).toContain("idle is 750");
  });
});

describe("what turns", () => {
  it("offers usual figures, keeps what is typed, and refuses a tyre that is none", async () => {
    const edit = fakeEdit();
    const bare = record("vehicle", { tag: "T 1", layout: "eastWest" });
    const { user } = show(<DriveTrainDialog vehicle={bare} edit={edit} onClose={() => {}} />);
    await user.click(screen.getByRole("button", { name: "keep them as they are" }));
    expect(edit.update.mock.calls[0][2].driveTrain).toMatchObject({ halfShaftJoint: "tripod", propShaft: false });
    await typeInto(user, screen.getByLabelText("tyre size"), "big ones");
    expect(plainText(screen.getByRole("alert"))).toBe("accepted: a size like 205/55R16");
    await typeInto(user, screen.getByLabelText("tyre size"), "185/65R15");
    expect(edit.update.mock.calls[1][2].driveTrain.tyre).toEqual({ size: "185/65R15", rollingFactor: 0.97 });
    await typeInto(user, screen.getByLabelText("or rolls in one turn"), "1900");
    expect(edit.update.mock.calls[2][2].driveTrain.tyre).toEqual({ circumferenceMm: 1900 });
  });

  it("takes a gear in and out, names none twice, and says what the rev counter must show", async () => {
    const edit = fakeEdit();
    const { user } = show(<DriveTrainDialog vehicle={record("vehicle", vehicle)} edit={edit} onClose={() => {}} />);
    // 100 km/h on 1.993 m a turn is 836.3 rpm of the wheel, times 4.3, times 0.79.
    expect(plainText(document.body)).toMatch(/At 100 km\/h in gear 5 the engine turns 2 ?841 rpm/);
    await typeInto(user, screen.getByLabelText("add a gear"), "5");
    expect(plainText(screen.getByRole("alert"))).toBe("this gear is there already");
    await typeInto(user, screen.getByLabelText("add a gear"), "6");
    expect(edit.update.mock.calls[0][2].driveTrain.ratios.at(-1)).toEqual({ gear: "6", ratio: 1 });
    await user.clear(screen.getByLabelText("gear 4"));
    await user.tab();
    expect(edit.update.mock.calls[1][2].driveTrain.ratios).toEqual([{ gear: "5", ratio: 0.79 }]);
  });
});

const RATE = 1024;
/** A spectrum as the worker sends it, of lines over even noise from a plain linear congruence (Numerical Recipes). */
function listened(r: VibrationRecording, lines: [hz: number, size: number][], seed = 3): Listened {
  let state = seed;
  const samples = Float64Array.from({ length: 8 * RATE }, (_, i) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return lines.reduce((a, [hz, s]) => a + s * Math.sin((2 * Math.PI * hz * i) / RATE), 0.02 * (state / 2 ** 31 - 1));
  });
  const of = (part: Float64Array) =>
    spectrum(
      { samples: part, rateHz: RATE, channels: 1 },
      { windowSamples: 2048, minRatio: 0.01, maxPeaks: 20, orders: [] },
    );
  const whole = of(samples);
  const [a, b] = [of(samples.subarray(0, 4 * RATE)), of(samples.subarray(4 * RATE))];
  const turns = rotatingSources(
    { ...driveTrain, layout: "northSouth", cylinders: 4 },
    { gear: r.gear || null, speedKmh: r.speedKmh, engineRpm: null },
  );
  return {
    recording: r,
    sources: turns.ok ? turns.sources : [],
    spectrum: {
      ...whole,
      amplitude: Float32Array.from(whole.amplitude),
      halves: { binHz: a.binHz, amplitude: [Float32Array.from(a.amplitude), Float32Array.from(b.amplitude)] },
      orderMap: null,
    } satisfies SpectrumDrawn,
  };
}

describe("the table of sources", () => {
  const before = listened(recording(), [
    [83.9, 0.57],
    [42, 0.07],
  ]);
  const after = listened(
    recording({ phase: "after" }),
    [
      [83.9, 0.057],
      [42, 0.07],
    ],
    11,
  );

  it("says by how many dB each changed, and which change is none", () => {
    const changes = changesOf(before, after);
    const prop2 = changes.find((c) => c.id === "prop2");
    expect(prop2?.dB).toBeCloseTo(-20, 0);
    expect(prop2?.shown).toBe(true);
    expect(changes.find((c) => c.id === "prop1")?.shown).toBe(false);
    expect(changes.find((c) => c.id === "wheel1")?.onlyNoise).toBe(true);
  });

  it("does not take a line of two sources in direct gear for the change of one", () => {
    const inFourth = listened(recording({ gear: "4" }), [[83.9, 0.57]], 12);
    const { container } = show(
      <SourceTable
        first={before}
        second={inFourth}
        heads={["gear 5", "gear 4"]}
        beforeAfter={false}
        lit={null}
        onLight={() => undefined}
      />,
    );
    const row = screen.getByRole("row", { name: /^the engine’s firing/ });
    expect(plainText(row)).toContain("gear 4: the same line as the prop shaft, second order");
    expect(plainText(row)).toContain("cannot be separated");
    expect(plainText(container)).not.toContain(" shown");
  });

  it("shows place, strength, difference and verdict in a row, and lights what is tapped", async () => {
    const onLight = vi.fn();
    const { user } = show(
      <SourceTable
        first={before}
        second={after}
        heads={["before", "after"]}
        beforeAfter
        lit={null}
        onLight={onLight}
      />,
    );
    const row = screen.getByRole("row", { name: /^the prop shaft, second order/ });
    expect(plainText(row)).toMatch(/83\.9.*0\.57.*0\.05\d.*−(19|20)\.\d ±1\.0.*changed/);
    expect(plainText(screen.getByRole("row", { name: /a wheel, first order/ }))).toContain("in the noise");
    await user.click(screen.getByRole("button", { name: "the prop shaft, second order" }));
    expect(onLight).toHaveBeenCalledWith("prop2");
  });
});

describe("the verdict", () => {
  const text = (
    data: Partial<VibrationRecording>,
    props: Partial<React.ComponentProps<typeof Verdict>> = {},
    car: object = vehicle,
  ): string => {
    const view = jobView({ vehicle: car });
    const analysis = analyseRecording(view.vehicle, recording(data));
    const { container, unmount } = show(
      <Verdict view={view} analysis={analysis} goesWith={null} runUp={null} change={null} after={null} {...props} />,
    );
    const said = plainText(container);
    unmount();
    return said;
  };
  it.each<[string, Partial<VibrationRecording>, RegExp]>([
    [
      "a clear suspect",
      {},
      /^At 70 km\/h in gear 5 it is the prop shaft, second order: joint angles\. 83\.9 Hz at 0\.570 m\/s²/,
    ],
    [
      "two that only a test parts",
      { gear: "4" },
      /^The engine’s firing or the prop shaft, second order: both are at 83\.9 Hz.*Record the same road speed in another gear/,
    ],
    [
      "a line of nothing that turns",
      { peaks: [{ hz: 120, amplitude: 1 }] },
      /^The strongest peak, 120\.0 Hz, matches no rotating part/,
    ],
    ["silence", { peaks: [{ hz: 1.5, amplitude: 2 }] }, /^Nothing stands out at 70 km\/h in gear 5/],
    [
      "an idle",
      { condition: "idleInGear", gear: "", speedKmh: null, peaks: [{ hz: 25, amplitude: 0.3 }] },
      /^At idle \(750 rpm\) it is the engine’s firing/,
    ],
    ["no speed that anybody noted", { gear: "5", speedKmh: null }, /^Missing: a road speed or an engine speed\./],
    [
      "an engine speed that the record contradicts",
      { gear: "", speedKmh: null, engineRpm: 2000, rpmTrack: [0, 1, 2].map((tS) => ({ tS, rpm: 3000 })) },
      /^The recording’s own engine speed is 3000 rpm, not the 2000 that was entered: put that right first\./,
    ],
    ["a gear without a ratio", { gear: "3" }, /^Missing: the ratio of gear 3/],
    ["sound instead of acceleration", { unit: "fullScale" }, /57\.0 % of full scale/],
  ])("of %s", (_what, data, says) => expect(text(data)).toMatch(says));

  it("asks for what turns where nothing of it is known", () => {
    expect(text({}, {}, { tag: "T 1" })).toMatch(/^Enter the drivetrain data of T 1/);
  });
  it("says that another gear has parted it", () => {
    expect(text({ gear: "4" }, { goesWith: "road" })).toMatch(
      /^At 70 km\/h in gear 4 it is the prop shaft, second order.*in another gear as in this/,
    );
    expect(text({ gear: "4" }, { goesWith: "engine" })).toMatch(/it is the engine’s firing.*moves with the engine/);
  });
});

describe("recordings of a job", () => {
  it("are shown, laid over one another, described and taken out", async () => {
    const edit = fakeEdit();
    const [a, b] = [
      recording(),
      recording({ name: "70 in fourth", gear: "4", notes: ["2 channels were averaged into one"] }),
    ];
    const c = recording({ name: "by telephone", unit: "fullScale" });
    const view = jobView({ vehicle, recording: [a, b, c] });
    const [onShow, onOver] = [vi.fn(), vi.fn()];
    const { user } = show(
      <RecordingList
        view={view}
        edit={edit}
        analyses={view.recording.map((r) => analyseRecording(view.vehicle, r))}
        shown={b}
        over={null}
        fresh={b.id}
        onShow={onShow}
        onOver={onOver}
      />,
    );
    await user.click(screen.getByRole("button", { name: /^70 in fifth/ }));
    expect(onShow).toHaveBeenCalledWith(a.id);
    await user.click(screen.getByRole("switch", { name: "Compare with 70 in fifth" }));
    expect(onOver).toHaveBeenCalledWith(a.id);
    // Full scale and acceleration cannot be laid over each other.
    expect(screen.queryByRole("switch", { name: "Lay by telephone over it" })).toBeNull();
    expect(plainText(document.body)).toContain("To read it: 2 channels were averaged into one.");
    const wav = screen.getByRole("link", { name: "WAV" }).getAttribute("href") ?? "";
    expect(Object.fromEntries(new URL(wav, "http://x").searchParams)).toEqual({
      unit: "m/s2",
      phase: "before",
      condition: "roadSpeed",
      gear: "4",
      speedKmh: "70",
      place: "seat rail",
    });
    await typeInto(user, screen.getByLabelText("where the sensor was"), "tunnel");
    expect(edit.update).toHaveBeenCalledWith(
      "recording",
      b,
      { place: "tunnel" },
      "Recording 70 in fourth: sensor at tunnel",
    );
    await user.click(screen.getByRole("button", { name: "Take out" }));
    await user.click(await screen.findByRole("button", { name: "Take it out" }));
    expect(edit.remove).toHaveBeenCalledWith("recording", b, "Recording 70 in fourth taken out");
  });

  it("stand in Prove beside what was recorded after, or ask to be taken again", () => {
    const after = recording({
      phase: "after",
      peaks: [
        { hz: 66.3, amplitude: 0.11 },
        { hz: 83.9, amplitude: 0.057 },
      ],
    });
    const first = show(<ShakeProved view={jobView({ vehicle, recording: [recording()] })} />);
    expect(plainText(document.body)).toContain("to take");
    expect(screen.getByRole("link", { name: "Record it again the same way" })).toBeTruthy();
    first.unmount();
    show(<ShakeProved view={jobView({ vehicle, recording: [recording(), after] })} />);
    expect(plainText(screen.getByRole("row", { name: /at 70.km\/h in gear 5/ }))).toMatch(/0\.570.*0\.057.*−20\.0/);
  });
});
